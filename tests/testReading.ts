import type { TestReading } from '../core/format/testFit';

/** A look at one thing with the wheel straight ahead, standing: what a test says otherwise is given. */
export const testReading = (more: Partial<TestReading> = {}): TestReading => ({
  axle: 'front',
  side: 'left',
  direction: 'forward',
  stance: 'ride',
  lockDeg: 0,
  travelMm: 0,
  obstacle: 'lip',
  errorMm: 2,
  ...more,
});
