import { materialOf } from '../format/materials';
import type { Build } from '../format/build';
import { reaches, worstGrade, type Grade } from '../clearance/grade';
import { cutKindOf, CUT_KINDS, type CutKind } from '../cutting/kinds';
import { asksOfDriving, drivenStop } from './driven';
import { liftHeightMm } from '../vehicle/asDelivered';
import { atLeast, choiceOf, figuresOf, type Found } from './found';
import { judgedCorner, type JudgedCorner } from './cornerEvaluator';
import type { Fall } from './limits';
import type { Combo, Prepared } from './prepared';
import { emptyTally, reject, type Tally } from './tally';

/** A search on one of its lifts. */
export type LiftSearch = {
  readonly done: boolean;
  /** What came of it so far. */
  tally: () => Tally;
  /** Judges at most so many wheels; returns how many of them were left over when the lift was done. */
  step: (fits: number) => number;
};

const TUCK_MM = 5;
const KINDS = Object.keys(CUT_KINDS) as CutKind[];
const rankOf = (kind: CutKind): number => 1 + KINDS.indexOf(kind);

/** What would have to be cut on one corner: its heaviest kind, and by how much it meets what is not allowed to be. */
function cuttingOf(
  { corner: { corner } }: JudgedCorner,
  met: Float64Array,
  allowed: ReadonlySet<CutKind>,
  marginMm: number,
) {
  let rank = 0;
  let refusedMm = 0;
  corner.obstacles.forEach((obstacle, i) => {
    if (met[i]! >= 0) return;
    const kind = cutKindOf(obstacle);
    if (kind) rank = Math.max(rank, rankOf(kind));
    if (!kind || !allowed.has(kind)) refusedMm = Math.max(refusedMm, marginMm - met[i]!);
  });
  return { rank, refusedMm };
}

/** Whether soft liners alone are met, and by how much at most. */
function linersAlone({ corner: { corner } }: JudgedCorner, met: Float64Array, least: number): number | null {
  let worst = 0;
  for (let i = 0; i < met.length; i++) {
    if (met[i]! >= least) continue;
    if (!materialOf(corner.obstacles[i]!.material).soft) return null;
    worst = Math.max(worst, least - met[i]!);
  }
  return worst;
}

const fullLock = ({ corner }: JudgedCorner): number => {
  const delivered = corner.corner.steering?.lockInsideDeg;
  return delivered ? (corner.steering?.lockInsideDeg ?? delivered) / delivered : 1;
};

/**
 * Every wheel of a prepared search on one of its lifts, the silhouettes of both corners folded once at the first step. Lifts do
 * not know of each other: they can be judged in any order, in several workers. `everything` keeps the dominated packages too.
 */
export function searchLift(prepared: Prepared, lift: number, everything = false): LiftSearch {
  const { space, limits, combos, family } = prepared;
  const { base, ratios } = space;
  const { marginMm } = base.use;
  const allowed = new Set(limits.cutting);
  const tally = emptyTally(space.tires.length, space.wheels.length);
  const ofTire = new Map<number, Found[]>();
  const asks = asksOfDriving(limits);
  const kit = space.lifts[lift]!;
  const liftMm = Math.max(liftHeightMm(kit.lift.front), liftHeightMm(kit.lift.rear));
  let at = 0;
  let corners: [JudgedCorner, JudgedCorner] | undefined;

  function begin(): [JudgedCorner, JudgedCorner] {
    if (!family) throw new Error('a search without wheels has no lift to judge');
    const build: Build = { ...base, package: { ...base.package, lift: kit.lift } };
    return [judgedCorner(build, 'front', family), judgedCorner(build, 'rear', family)];
  }

  /** Why a wheel whose clearance is known is not wanted, or the heaviest cutting that it asks for. */
  function gradeStop(
    [front, rear]: [JudgedCorner, JudgedCorner],
    [inFront, behind]: [Float64Array, Float64Array],
    grade: Grade,
    leastMm: number,
  ): (Fall & { tuck: boolean }) | { cutRank: number } {
    if (!reaches(grade, limits.grade)) {
      const wanted = limits.grade === 'free' ? marginMm : 0;
      const liners = [linersAlone(front, inFront, wanted), linersAlone(rear, behind, wanted)];
      const tuck = liners.every((mm) => mm !== null && mm <= TUCK_MM);
      return { stop: 'clearance', by: Math.max(0, wanted - leastMm), tuck };
    }
    if (grade !== 'trim') return { cutRank: 0 };
    const both = [cuttingOf(front, inFront, allowed, marginMm), cuttingOf(rear, behind, allowed, marginMm)];
    const refused = Math.max(...both.map(({ refusedMm }) => refusedMm));
    if (refused > 0) return { stop: 'cutting', by: refused, tuck: false };
    return { cutRank: Math.max(...both.map(({ rank }) => rank)) };
  }

  function noteTuck(combo: Combo, grade: Grade, leastMm: number): void {
    tally.tuck.count += ratios.length;
    if ((tally.tuck.largest?.diameterMm ?? 0) < combo.pair.size.overallDiameterMm)
      tally.tuck.largest = foundOf(combo, 0, { grade, leastMm, lockKept: NaN, cutRank: 1 });
  }

  function foundOf(
    combo: Combo,
    ratio: number,
    { grade, leastMm, lockKept, cutRank }: Pick<Found, 'grade' | 'leastMm' | 'lockKept' | 'cutRank'>,
  ): Found {
    const { pair, spacer } = combo;
    const { tire, wheel } = pair;
    combo.figures ??= figuresOf(space, spacer, pair);
    const { diameterMm, widthMm, sidewallMm, massKg, reserve, cost: before } = combo.figures;
    const { price } = ratios[ratio]!;
    const cost = before === null || kit.price === null || price === null ? null : before + kit.price + price;
    // Field by field: there are very many, and most live for a moment only.
    return {
      tire,
      wheel,
      spacer,
      lift,
      ratio,
      grade,
      leastMm,
      diameterMm,
      widthMm,
      sidewallMm,
      lockKept,
      cost,
      massKg,
      reserve,
      liftMm,
      cutRank,
    };
  }

  /** One wheel on the lift, and then with each ratio. */
  function judge(combo: Combo, both: [JudgedCorner, JudgedCorner]): void {
    const { pair, profile, rimOf, spacer } = combo;
    const { tire, wheel } = pair;
    const [front, rear] = both;
    const inFront = front.judge(profile, rimOf);
    const behind = rear.judge(profile, rimOf);
    const grade = worstGrade([inFront.grade, behind.grade]);
    const leastMm = Math.min(inFront.leastMm, behind.leastMm);
    const stopped = gradeStop(both, [inFront.metMm, behind.metMm], grade, leastMm);
    if ('stop' in stopped) {
      if (stopped.tuck && !kit.beyond) noteTuck(combo, grade, leastMm);
      reject(tally, tire, wheel, stopped, ratios.length);
      return;
    }
    // Where nothing is met in the zone, nothing is met at ride height either: all of the lock can be used.
    const lockKept = leastMm >= 0 ? fullLock(front) : front.lockKept(profile);
    if (limits.lockKept !== undefined && lockKept < limits.lockKept - 1e-9) {
      reject(tally, tire, wheel, { stop: 'lock', by: limits.lockKept - lockKept }, ratios.length);
      return;
    }
    const verdict = { grade, leastMm, lockKept, cutRank: stopped.cutRank };
    for (let ratio = 0; ratio < ratios.length; ratio++) {
      const driven = asks
        ? drivenStop(space, limits, choiceOf(space, { tire, wheel, spacer, lift, ratio }), pair)
        : null;
      if (driven) reject(tally, tire, wheel, driven, 1);
      else keep(foundOf(combo, ratio, verdict));
    }
  }

  function keep(found: Found): void {
    tally.judged++;
    if (kit.beyond) {
      tally.beyond.push(found);
      return;
    }
    tally.kept++;
    tally.tires[found.tire] = null;
    tally.wheels[found.wheel] = null;
    if (everything) {
      tally.found.push(found);
      return;
    }
    const before = ofTire.get(found.tire) ?? [];
    if (before.some((one) => atLeast(one, found))) return;
    const left = before.filter((one) => !atLeast(found, one));
    left.push(found);
    ofTire.set(found.tire, left);
  }

  return {
    get done() {
      return at >= combos.length;
    },
    tally: () => (everything ? tally : { ...tally, found: [...ofTire.values()].flat() }),
    step: (fits) => {
      if (at >= combos.length) return fits;
      corners ??= begin();
      const end = Math.min(combos.length, at + fits);
      const left = fits - (end - at);
      for (; at < end; at++) judge(combos[at]!, corners);
      // The silhouettes of a lift are large, and nobody asks for them again.
      if (at === combos.length) corners = undefined;
      return left;
    },
  };
}
