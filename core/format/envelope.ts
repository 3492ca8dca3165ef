import { z } from 'zod';
import { AXLES, ENVELOPE_NAMES } from './names';
import { oneOf, within } from './fields';

/** Something around the tires of an axle: how far it stands off them, and how it is driven with. */
export const envelopeSchema = z.strictObject({
  kind: oneOf(ENVELOPE_NAMES),
  axle: oneOf(AXLES),
  /** Over the tread. */
  aboveMm: within(0, 100, 'mm'),
  /** Beside each sidewall. */
  besideMm: within(0, 80, 'mm'),
  /** Driven with no more lock than this, at the inside wheel; left out: all there is. */
  lockDeg: within(1, 60, '°').optional(),
  /** No faster than this. */
  kmh: within(1, 130, 'km/h').optional(),
});
export type Envelope = z.output<typeof envelopeSchema>;
