import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import { inMm, say, type Wording } from '../wording';
import { withChanges, type Change } from './change';
import type { Corners, PartAt } from './corners';
import { allowed } from './partWays';
import { canStandWith, goTogether, laddersOf, type Ladder } from './rungs';
import { changeWords, joined } from './words';

/** How near a build comes to its goals with changes that do not free it: what is still in the way, and by how much. */
export type Miss = { changes: Change[]; at: PartAt; shortMm: number };

/** A change that gains less is not worth the work, mm. */
const WORTH_MM = 1;

/** The part of a build that falls shortest of its goal; null where none does. */
export function worstMiss(
  build: Build,
  corners: Corners,
  goals: Record<AxleName, Float64Array>,
): Omit<Miss, 'changes'> | null {
  let worst: Omit<Miss, 'changes'> | null = null;
  for (const axle of AXLES) {
    const under = corners.under(axle, build);
    if (under.length === 0) continue;
    const least = corners.least(axle, build);
    for (const i of under) {
      const part = build.vehicle.corners[axle].obstacles[i];
      const shortMm = goals[axle][i]! - least[i]!;
      if (part && shortMm > (worst?.shortMm ?? 0)) worst = { at: { axle, part }, shortMm };
    }
  }
  return worst;
}

/** What may be done to the part that is in the way, as much of it as there is. */
function utmostOf({ axle, part }: PartAt, limits: FreeLimits): Change[] {
  const { id: obstacle, cutMm, movableMm = 0 } = part;
  const may = allowed(part, limits);
  const far = Math.min(movableMm, limits.most.move ?? Infinity);
  const ways = [0, 1, 2].flatMap((at) =>
    [far, -far].map((mm): Change => {
      const byMm: [number, number, number] = [0, 0, 0];
      byMm[at] = mm;
      return { kind: 'move', axle, obstacle, byMm };
    }),
  );
  return [
    ...(may.remove ? [{ kind: 'remove', axle, obstacle } as const] : []),
    ...(may.move ? ways : []),
    ...(may.cut
      ? [{ kind: 'cut', axle, obstacle, amount: Math.min(cutMm, limits.most.cut ?? Infinity) } as const]
      : []),
  ];
}

/**
 * The nearest miss of a build that nothing frees, change by change: each time the one that brings the worst part nearest to its goal.
 * Not proven to be the nearest of all; what it says of its own changes holds on the coarse grid.
 */
export function nearestMiss(
  build: Build,
  corners: Corners,
  goals: Record<AxleName, Float64Array>,
  limits: FreeLimits,
): Miss | null {
  const ladders = laddersOf(build, AXLES, limits);
  const taken: Ladder[] = [];
  let now = worstMiss(build, corners, goals);
  let changes: Change[] = [];
  while (now && changes.length < limits.changes) {
    const open = ladders.filter(
      (one) => !taken.includes(one) && taken.every((other) => goTogether(one, other)),
    );
    const tries = [
      ...open.flatMap((ladder) =>
        ladder.amounts.map((amount) => ({
          ladder,
          change: { kind: ladder.kind, axle: ladder.axle, amount } satisfies Change,
        })),
      ),
      ...utmostOf(now.at, limits).map((change) => ({ ladder: null, change })),
    ];
    let best: { miss: Omit<Miss, 'changes'>; change: Change; ladder: Ladder | null } | null = null;
    for (const { ladder, change } of tries) {
      const so = withChanges(build, [...changes, change]);
      if (!canStandWith(so, build)) continue;
      const miss = worstMiss(so, corners, goals);
      // What frees it was not found by the search: it does not hold over the whole zone.
      if (miss && miss.shortMm < (best?.miss.shortMm ?? now.shortMm - WORTH_MM))
        best = { miss, change, ladder };
    }
    if (!best) break;
    changes = [...changes, best.change];
    if (best.ladder) taken.push(best.ladder);
    now = best.miss;
  }
  return now && { ...now, changes };
}

/** A miss in a sentence. */
export function missWords(build: Build, { changes, at: { axle, part }, shortMm }: Miss): Wording {
  const where = say`the ${part.label || part.id} (${axle}) is ${inMm(shortMm, 0)} too near`;
  if (changes.length === 0) return say`As it is, ${where}; nothing that was tried brings it nearer to free.`;
  const done = joined(
    changes.map((change) => changeWords(build, change)),
    ', ',
    ' and ',
  );
  return say`The nearest that was found: with ${done}, ${where} still.`;
}
