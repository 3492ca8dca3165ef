import type { Build } from '../build';
import { cutKindOf, CUT_KINDS, type CutKind } from '../cutting/kinds';
import { familyOf, rimInFamily, type Family } from '../clearance/family';
import { worstGrade, type Grade } from '../clearance/grade';
import { rpmAt, runningOf } from '../driveline/gearing';
import { speedometerOf } from '../driveline/speedometer';
import { strengthOf } from '../driveline/strength';
import { ruleChecks } from '../rules/evaluate';
import { tireSize } from '../tire/size';
import { liftHeightMm } from '../vehicle/asDelivered';
import { judgedCorner, type JudgedCorner } from './lifted';
import { STOPS, type Limits, type Stop } from './limits';
import { offerStop, pairsOf, type Fall, type Pair } from './pairs';
import { buildOf, costOf, type Choice, type Space } from './space';

/** A package that keeps to every limit, by the numbers of its parts in the space. */
export type Found = {
  tire: number;
  wheel: number;
  spacer: number;
  lift: number;
  ratio: number;
  grade: Grade;
  /** Least clearance of both axles, mm. */
  leastMm: number;
  diameterMm: number;
  widthMm: number;
  sidewallMm: number;
  /** Share of the inside lock. */
  lockKept: number;
  /** null where a price is not known. */
  cost: number | null;
  /** Wheel and tire, one of each, kg; null where a mass is not known. */
  massKg: number | null;
  liftMm: number;
  /** The heaviest kind of trimming that it asks for, from 0 (none). */
  cutRank: number;
};

/** Where a tire or a wheel came furthest, and what stopped it there. */
export type Stopped = Fall & { rank: number };

export type SearchState = {
  /** How many packages there are, and how many of them were judged. */
  total: number;
  judged: number;
  /** How many keep to every limit. */
  kept: number;
  /** Of those, the ones that no other of the same tire and lift dominates. */
  readonly found: Found[];
  /** Found with a lift that is one step past what was asked for. */
  beyond: Found[];
  /** How many fell to each. */
  fallen: Record<Stop, number>;
  /** By the number of the tire or wheel; undefined where nothing of it was judged yet, or something of it was found. */
  tires: (Stopped | null | undefined)[];
  wheels: (Stopped | null | undefined)[];
  /** Packages that only a soft liner stopped, by 5 mm or less. */
  tuck: { count: number; largest: Found | null };
  done: boolean;
};

export type Search = {
  state: SearchState;
  /** Judges some more, about `fits` wheels on a lift; resumes where it stopped. Nothing happens when all is judged. */
  step: (fits: number) => void;
};

const TUCK_MM = 5;
const KINDS = Object.keys(CUT_KINDS) as CutKind[];
const rankOf = (kind: CutKind): number => 1 + KINDS.indexOf(kind);

type Combo = { pair: Pair; spacer: number; rimOf: number };

/** Whether a grade is as good as the limit asks. */
const GRADE_RANK: Record<Grade, number> = { free: 0, close: 1, trim: 2, blocked: 3 };

/** What would have to be cut on one corner: its heaviest kind, and the first that is not allowed with its depth. */
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
    if (corner.obstacles[i]!.material !== 'liner') return null;
    worst = Math.max(worst, least - met[i]!);
  }
  return worst;
}

/**
 * A search over a space within limits. Hub, load and price first, then for each lift the silhouettes of both corners once and
 * every wheel against them, then what is left against lock, gearing and rules. The same packages, limits and order give the
 * same answer, however it is divided into steps. `everything` keeps the dominated packages too.
 */
export function startSearch(space: Space, limits: Limits, everything = false): Search {
  const { base, lifts, ratios, spacers, tires, wheels } = space;
  const { pairs, fallen: early, mountable } = pairsOf(space, limits);
  const perFit = ratios.length;
  /** What was found with each tire on the lift that is judged now: only this can be dominated by what comes. */
  let ofTire = new Map<number, Found[]>();
  const settled: Found[] = [];
  const state: SearchState = {
    total: mountable * spacers.length * lifts.length * perFit,
    judged: 0,
    kept: 0,
    // Put together where it is asked for, which is not at every step.
    get found() {
      return [...settled, ...[...ofTire.values()].flat()];
    },
    beyond: [],
    fallen: Object.fromEntries(STOPS.map((stop) => [stop, 0])) as Record<Stop, number>,
    tires: tires.map(() => undefined),
    wheels: wheels.map(() => undefined),
    tuck: { count: 0, largest: null },
    done: false,
  };
  const note = (list: SearchState['tires'], at: number, { stop, by }: Fall): void => {
    const before = list[at];
    if (before === null) return;
    const rank = STOPS.indexOf(stop);
    if (!before || rank > before.rank || (rank === before.rank && by < before.by))
      list[at] = { stop, by, rank };
  };
  const fall = (tire: number, wheel: number, stop: Stop, by: number, count: number): void => {
    state.fallen[stop] += count;
    state.judged += count;
    note(state.tires, tire, { stop, by });
    note(state.wheels, wheel, { stop, by });
  };
  for (const { tire, wheel, stop, by, spacers: count } of early)
    fall(tire, wheel, stop, by, count * lifts.length * perFit);
  const combos: Combo[] = pairs.flatMap((pair) =>
    pair.profiles.flatMap((profile, spacer) => (profile ? [{ pair, spacer, rimOf: -1 }] : [])),
  );
  const allowed = new Set(limits.cutting);
  const topGear = base.vehicle.powertrain?.gears.at(-1);
  let lift = 0;
  let at = 0;
  let corners: [JudgedCorner, JudgedCorner] | undefined;
  const liftedBuild = (): Build => ({ ...base, package: { ...base.package, lift: lifts[lift]!.lift } });

  /** Every wheel of the search, whichever lift it is on, and which of the family's rims each has. */
  let family: Family | undefined;
  function begin(): [JudgedCorner, JudgedCorner] {
    if (!family) {
      const profiles = combos.map(({ pair, spacer }) => pair.profiles[spacer]!);
      const whole = familyOf(profiles);
      combos.forEach((combo, i) => (combo.rimOf = rimInFamily(whole, profiles[i]!) ?? -1));
      family = whole;
    }
    const build = liftedBuild();
    return [judgedCorner(build, 'front', family), judgedCorner(build, 'rear', family)];
  }

  /** One wheel on one lift, and then with each ratio. */
  function judge({ pair, spacer, rimOf }: Combo, [front, rear]: [JudgedCorner, JudgedCorner]): void {
    const profile = pair.profiles[spacer]!;
    const inFront = front.judge(profile, rimOf);
    const behind = rear.judge(profile, rimOf);
    const grade = worstGrade([inFront.grade, behind.grade]);
    const leastMm = Math.min(inFront.leastMm, behind.leastMm);
    const { marginMm } = base.use;
    const { tire, wheel, size } = pair;
    let cutRank = 0;
    if (GRADE_RANK[grade] > GRADE_RANK[limits.grade]) {
      const wanted = limits.grade === 'free' ? marginMm : 0;
      const liners = [linersAlone(front, inFront.metMm, wanted), linersAlone(rear, behind.metMm, wanted)];
      const byLiner = liners.every((mm) => mm !== null && mm <= TUCK_MM);
      if (byLiner && !lifts[lift]!.beyond) noteTuck(pair, spacer, grade, leastMm);
      fall(tire, wheel, 'clearance', Math.max(0, wanted - leastMm), perFit);
      return;
    }
    if (grade === 'trim') {
      const both = [
        cuttingOf(front, inFront.metMm, allowed, marginMm),
        cuttingOf(rear, behind.metMm, allowed, marginMm),
      ];
      const refused = Math.max(...both.map(({ refusedMm }) => refusedMm));
      if (refused > 0) {
        fall(tire, wheel, 'cutting', refused, perFit);
        return;
      }
      cutRank = Math.max(...both.map(({ rank }) => rank));
    }
    // Where nothing is met in the zone, nothing is met at ride height either: all of the lock can be used.
    const lockKept = leastMm >= 0 ? fullLock(front) : front.lockKept(profile);
    if (limits.lockKept !== undefined && lockKept < limits.lockKept - 1e-9) {
      fall(tire, wheel, 'lock', limits.lockKept - lockKept, perFit);
      return;
    }
    for (let ratio = 0; ratio < ratios.length; ratio++) {
      const choice = choiceOf(space, { tire, wheel, spacer, lift, ratio });
      const stopped = drivenStop(choice, pair);
      if (stopped) fall(tire, wheel, stopped.stop, stopped.by, 1);
      else
        keep({
          tire,
          wheel,
          spacer,
          lift,
          ratio,
          grade,
          leastMm,
          lockKept,
          cutRank,
          ...figuresOf(choice, size),
        });
    }
  }

  const fullLock = ({ corner }: JudgedCorner): number => {
    const delivered = corner.corner.steering?.lockInsideDeg;
    return delivered ? (corner.steering?.lockInsideDeg ?? delivered) / delivered : 1;
  };

  function noteTuck(pair: Pair, spacer: number, grade: Grade, leastMm: number): void {
    state.tuck.count += perFit;
    if ((state.tuck.largest?.diameterMm ?? 0) >= pair.size.overallDiameterMm) return;
    const of = { tire: pair.tire, wheel: pair.wheel, spacer, lift, ratio: 0 };
    state.tuck.largest = {
      ...of,
      grade,
      leastMm,
      lockKept: NaN,
      cutRank: 1,
      ...figuresOf(choiceOf(space, of), pair.size),
    };
  }

  /** What depends on the lift's and the ratio's own price and on how it is driven. */
  function drivenStop(choice: Choice, pair: Pair): Fall | null {
    const offered = offerStop(limits, choice);
    if (offered) return offered;
    const { rpm, speedometer, axleFactor, rules } = limits;
    if (!rpm && !speedometer && axleFactor === undefined && !rules) return null;
    const build = buildOf(base, choice);
    if (rpm && topGear !== undefined && base.use.cruiseKmh !== undefined) {
      const turns = rpmAt(base.use.cruiseKmh, topGear, runningOf(build).package);
      const off = Math.max(rpm.least - turns, turns - rpm.most);
      if (off > 0) return { stop: 'rpm', by: off };
    }
    const { stock } = base.vehicle;
    const dial = () =>
      speedometerOf(
        build,
        tireSize(stock.tire, stock.wheel.widthIn).rollingCircumferenceMm,
        pair.size.rollingCircumferenceMm,
      );
    if (speedometer && dial().checks.some(({ status }) => status === 'fail'))
      return { stop: 'speedometer', by: 0 };
    if (axleFactor !== undefined) {
      const strength = strengthOf(build);
      // What is not known does not pass.
      const factor =
        'front' in strength
          ? [...strength.front.parts, ...strength.rear.parts]
              // Bearing, steering and brakes are told against as delivered, not against what breaks them.
              .filter(({ capacityNm }) => capacityNm !== undefined)
              .reduce((least, part) => Math.min(least, part.factor), Infinity)
          : -Infinity;
      if (factor < axleFactor) return { stop: 'axle', by: axleFactor - factor };
    }
    if (
      rules &&
      ruleChecks(build, { speedometer: dial(), load: pair.load }).some(({ status }) => status === 'fail')
    )
      return { stop: 'rules', by: 0 };
    return null;
  }

  function keep(found: Found): void {
    state.judged++;
    if (lifts[found.lift]!.beyond) {
      state.beyond.push(found);
      return;
    }
    state.kept++;
    state.tires[found.tire] = null;
    state.wheels[found.wheel] = null;
    if (everything) {
      settled.push(found);
      return;
    }
    const before = ofTire.get(found.tire) ?? [];
    if (before.some((one) => atLeast(one, found))) return;
    const left = before.filter((one) => !atLeast(found, one));
    left.push(found);
    ofTire.set(found.tire, left);
  }

  /** What stands of the lift that was just judged joins what was found before. */
  function settle(): void {
    for (const list of ofTire.values()) for (const one of list) settled.push(one);
    ofTire = new Map();
  }

  return {
    state,
    step: (fits) => {
      for (let left = fits; left > 0 && lift < lifts.length;) {
        if (combos.length === 0) lift = lifts.length;
        else {
          corners ??= begin();
          const end = Math.min(combos.length, at + left);
          left -= end - at;
          for (; at < end; at++) judge(combos[at]!, corners);
          if (at === combos.length) {
            at = 0;
            lift++;
            corners = undefined;
            settle();
          }
        }
      }
      state.done = lift >= lifts.length;
    },
  };
}

/** Whether a is at least as good as b in all that packages of one tire and lift differ in. */
function atLeast(a: Found, b: Found): boolean {
  return (
    a.leastMm >= b.leastMm &&
    a.lockKept >= b.lockKept &&
    (a.cost ?? Infinity) <= (b.cost ?? Infinity) &&
    (a.massKg ?? Infinity) <= (b.massKg ?? Infinity) &&
    a.sidewallMm >= b.sidewallMm &&
    a.cutRank <= b.cutRank
  );
}

export function choiceOf(
  { tires, wheels, spacers, lifts, ratios }: Space,
  { tire, wheel, spacer, lift, ratio }: Pick<Found, 'tire' | 'wheel' | 'spacer' | 'lift' | 'ratio'>,
): Choice {
  return {
    tire: tires[tire]!,
    wheel: wheels[wheel]!,
    spacer: spacers[spacer]!,
    lift: lifts[lift]!,
    ratio: ratios[ratio]!,
  };
}

function figuresOf(choice: Choice, size: Pair['size']) {
  const { lift } = choice.lift;
  const { massKg } = choice.tire.tire;
  return {
    diameterMm: size.overallDiameterMm,
    widthMm: size.sectionWidthMm,
    sidewallMm: size.sectionHeightMm,
    cost: costOf(choice),
    massKg: massKg === undefined ? null : massKg + choice.wheel.wheel.massKg,
    liftMm: Math.max(liftHeightMm(lift.front), liftHeightMm(lift.rear)),
  };
}
