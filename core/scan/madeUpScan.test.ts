import { expect, test } from 'vitest';
import { madeUpScanText, scannedWell } from './madeUpScan';

test('a made-up scan is a text of points around a wheel, the same every time', () => {
  const lines = madeUpScanText(2000).split('\n');
  expect(lines).toHaveLength(2000);
  expect(madeUpScanText(2000)).toBe(lines.join('\n'));
  const { xyz } = scannedWell(2000);
  lines.forEach((line, i) => {
    const [x = NaN, y = NaN, z = NaN] = line.split(' ').map(Number);
    expect(Math.abs(x - (xyz[i * 3] ?? NaN))).toBeLessThanOrEqual(0.051);
    expect(Math.hypot(x, z)).toBeGreaterThan(200);
    expect(Math.hypot(x, z)).toBeLessThan(510);
    expect(y).toBeGreaterThan(-300);
  });
});
