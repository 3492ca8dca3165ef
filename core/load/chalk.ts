import { inKpa, say, type Wording } from '../wording';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { AXLES } from '../format/names';
import type { RoadPressure } from './pressure';
import type { Chalk } from '../format/chalk';

/** One step of pressure between two chalk tests, kPa. */
const STEP_KPA = 20;

export type ChalkStep = { tryKpa: number | null; message: Wording };

/**
 * What to try after a chalk test. Chalk that stays at the edges means too hard, chalk that stays in the middle too
 * soft: pressure goes down or up by one step, never under what the load needs nor over the limit.
 */
export function chalkStep(
  { mark, kpa }: Pick<Chalk, 'mark' | 'kpa'>,
  road: RoadPressure | undefined,
  limitKpa: number | undefined,
): ChalkStep {
  if (mark === 'even')
    return { tryKpa: null, message: say`Even at ${inKpa(kpa)}: keep it, and write it down.` };
  if (mark === 'centre') {
    const next = kpa - STEP_KPA;
    return road && next < road.kpa
      ? {
          tryKpa: null,
          message: say`The middle wears first at ${inKpa(kpa)}, but the load needs ${inKpa(road.kpa)}: do not go lower on the road. A narrower rim or a tire for less load would suit it.`,
        }
      : { tryKpa: next, message: say`The middle wears first at ${inKpa(kpa)}: try ${inKpa(next)}.` };
  }
  const next = kpa + STEP_KPA;
  return limitKpa !== undefined && next > limitKpa
    ? {
        tryKpa: null,
        message: say`The edges wear first at ${inKpa(kpa)}, and ${inKpa(limitKpa)} is the limit: it carries too much for this tire.`,
      }
    : { tryKpa: next, message: say`The edges wear first at ${inKpa(kpa)}: try ${inKpa(next)}.` };
}

/** How far chalk and table may be apart before it is told, kPa. */
const APART_KPA = 20;

/** The newest chalk test of each axle against the pressure for its load; none where no test was made. */
export function chalkChecks(
  build: Build,
  roadOf: (axle: Chalk['axle']) => RoadPressure | undefined,
): Check[] {
  return AXLES.flatMap((axle): Check[] => {
    const newest = build.package.chalk?.filter((one) => one.axle === axle).at(-1);
    if (!newest) return [];
    const { mark, kpa } = newest;
    const road = roadOf(axle);
    const common = { id: `chalk-${axle}`, value: kpa };
    if (!road)
      return [
        {
          ...common,
          status: 'unknown',
          message: say`Chalk at the ${axle}: ${mark} at ${inKpa(kpa)}. What the load needs is not known; enter the tire’s load table.`,
        },
      ];
    const from = road.source === 'maker' ? 'the load table' : 'the estimate from the load';
    const wantsLess = mark === 'centre' ? kpa <= road.kpa + APART_KPA : mark === 'even' && kpa < road.kpa;
    const wantsMore = mark === 'edges' ? kpa >= road.kpa : mark === 'even' && kpa > road.kpa + APART_KPA;
    return [
      {
        ...common,
        limit: road.kpa,
        status: wantsLess || wantsMore ? 'watch' : 'pass',
        message: wantsLess
          ? say`Chalk at the ${axle} wants less than ${inKpa(kpa)} or is even there; ${from} says ${inKpa(road.kpa)}. The load is not carried with less: weigh the axle again before going under it.`
          : wantsMore
            ? say`Chalk at the ${axle} says ${mark} at ${inKpa(kpa)}, more than the ${inKpa(road.kpa)} of ${from}. The axle may carry more than was weighed: weigh it again.`
            : say`Chalk at the ${axle}: ${mark} at ${inKpa(kpa)}, in keeping with ${from} (${inKpa(road.kpa)}).`,
      },
    ];
  });
}
