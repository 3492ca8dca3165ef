import { z } from 'zod';
import { AXLES } from './names';
import { oneOf, within } from './fields';

/** What may be around a tire for a while, in the words of the editor. */
export const ENVELOPE_KINDS = { chain: 'snow chains', mud: 'packed mud' } as const;
export type EnvelopeKind = keyof typeof ENVELOPE_KINDS;
export const ENVELOPE_NAMES = Object.keys(ENVELOPE_KINDS) as [EnvelopeKind, ...EnvelopeKind[]];

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

/** What a chain and mud commonly take. Estimates to begin with: the chain's maker says his own. */
export const USUAL_ENVELOPE = {
  chain: { aboveMm: 15, besideMm: 12, kmh: 50 },
  mud: { aboveMm: 20, besideMm: 15 },
} as const satisfies Record<EnvelopeKind, Partial<Envelope>>;
