import type { Build } from '../format/build';
import { NO_LIFT } from '../vehicle/asDelivered';
import {
  ALREADY_FITTED,
  kitHeightMm,
  type OfferedLift,
  type OfferedRatio,
  type OfferedSpacer,
  type OfferedTire,
  type OfferedWheel,
  type Space,
} from './space';
import type { Limits } from '../format/searchLimits';

/** What a search may change; the rest stays as it is on the stage. */
export const CHANGES = ['tire', 'wheel', 'spacer', 'lift', 'ratio'] as const;
export type SearchChange = (typeof CHANGES)[number];

export type Offers = {
  tires: readonly OfferedTire[];
  wheels: readonly OfferedWheel[];
  spacers: readonly OfferedSpacer[];
  lifts: readonly OfferedLift[];
  ratios: readonly OfferedRatio[];
};

/** The stage as a search judges it: in the zone, with the tire and by the rules that are asked for, where they are not its own. */
export function judgedAs(base: Build, { zone, zoneLimits, ruleSet, grown }: Limits): Build {
  const { zone: _own, zoneLimits: _limits, ...rest } = base.use;
  const inZone = zone || zoneLimits ? { ...rest, zone: zone ?? base.use.zone, zoneLimits } : base.use;
  const use = grown ? { ...inZone, tire: 'grown' as const } : inZone;
  return { ...base, use: ruleSet ? { ...use, rules: ruleSet } : use };
}

/**
 * The space of a search around a stage: of what may change everything that is offered beside what is on, of the rest what is
 * on. Where the lift stays, the lowest kit that stands higher is looked at as well, to say what it would open.
 */
export function spaceOf(base: Build, offers: Offers, may: ReadonlySet<SearchChange>): Space {
  const { tire, wheel, spacerMm, lift, axleRatio } = base.package;
  const stock = base.vehicle.stock.axleRatio;
  const now: OfferedLift = { ...ALREADY_FITTED, words: 'lift as it is', lift };
  const higher = offers.lifts
    .filter((one) => kitHeightMm(one) > kitHeightMm(now))
    .sort((a, b) => kitHeightMm(a) - kitHeightMm(b))
    .slice(0, 1)
    .map((one) => ({ ...one, beyond: true }));
  const none: OfferedLift = { ...ALREADY_FITTED, words: 'no lift', lift: { front: NO_LIFT, rear: NO_LIFT } };
  const lifted = kitHeightMm(now) !== 0;
  return {
    base,
    tires: [
      { ...ALREADY_FITTED, words: `${tire.code}, as it is`, tire },
      ...(may.has('tire') ? offers.tires : []),
    ],
    wheels: [
      { ...ALREADY_FITTED, words: 'wheel as it is', wheel },
      ...(may.has('wheel') ? offers.wheels : []),
    ],
    spacers: [
      { ...ALREADY_FITTED, words: spacerMm > 0 ? 'spacer as it is' : 'no spacer', spacerMm },
      ...(may.has('spacer') && spacerMm > 0 ? [{ ...ALREADY_FITTED, words: 'no spacer', spacerMm: 0 }] : []),
      ...(may.has('spacer') ? offers.spacers : []),
    ],
    lifts: may.has('lift') ? [now, ...(lifted ? [none] : []), ...offers.lifts] : [now, ...higher],
    ratios: [
      { ...ALREADY_FITTED, words: `ratio ${axleRatio ?? stock}`, axleRatio: axleRatio ?? stock },
      ...(may.has('ratio') ? offers.ratios : []),
    ],
  };
}
