import { familyOf, rimsInFamily, type Family } from '../clearance/family';
import type { Profile } from '../clearance/profile';
import type { WheelFigures } from './found';
import { pairsOf, type Pair } from './pairs';
import type { Space } from './space';
import { emptyTally, reject, type Tally } from './tally';
import type { Limits } from '../format/searchLimits';

/** A wheel with its tire and spacer, to be judged on each lift; `rimOf` is which of the family's rims it has. */
export type Combo = {
  pair: Pair;
  spacer: number;
  profile: Profile;
  rimOf: number;
  /** Filled in when it is asked for first: what falls on every lift needs none. */
  figures?: WheelFigures;
};

/** A search in front of its lifts: what is left to judge on each, and what fell before any was looked at. */
export type Prepared = {
  space: Space;
  limits: Limits;
  combos: Combo[];
  /** Every wheel of the search, whichever lift it is on; undefined where none is left. */
  family: Family | undefined;
  /** How many packages there are. */
  total: number;
  early: Tally;
};

/** Hub, load and price of a space: all that needs no lift. */
export function prepare(space: Space, limits: Limits): Prepared {
  const { lifts, ratios, spacers, tires, wheels } = space;
  const { pairs, fallen, mountable } = pairsOf(space, limits);
  const perSpacer = lifts.length * ratios.length;
  const early = emptyTally(tires.length, wheels.length);
  for (const { tire, wheel, spacers: count, ...fall } of fallen)
    reject(early, tire, wheel, fall, count * perSpacer);
  const combos = pairs.flatMap((pair) =>
    pair.profiles.flatMap((profile, spacer): Combo[] =>
      profile ? [{ pair, spacer, profile, rimOf: 0 }] : [],
    ),
  );
  const profiles = combos.map(({ profile }) => profile);
  const family = profiles.length > 0 ? familyOf(profiles) : undefined;
  if (family) rimsInFamily(family, profiles).forEach((rim, i) => (combos[i]!.rimOf = rim));
  return { space, limits, combos, family, total: mountable * spacers.length * perSpacer, early };
}
