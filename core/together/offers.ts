import { assess, type Assessment } from '../assess';
import { gainOf } from '../clearance/continuous';
import { cutDepths, sweepCorner, sweepInputOf, sweepWhole } from '../clearance/corner';
import { TRYING } from '../clearance/cures/kinds';
import { reaches, type Grade } from '../clearance/grade';
import { decidingProfile } from '../clearance/profile';
import { isCutPossible, realDepthMm, wholeDepthMm } from '../cutting/realCut';
import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import type { Terms } from '../format/quote';
import type { WorkRule } from '../format/workRules';
import { quoteLines, totalsOf } from '../quote/quote';
import { riseMm } from '../vehicle/rise';
import { chosenParts, type Listed } from '../catalog/chosen';
import { workOf, type WorkLine } from '../work/needs';
import type { Wording } from '../wording';
import { patchOf, withChanges, type Change, type PatchOperation } from './change';
import type { Corners } from './corners';
import { standing } from './rungs';
import type { Way } from './search';
import { brokenBy, doesWords, whyWords, type Without } from './words';

/** What a shop asks for work and parts. */
export type Pricing = {
  rules: readonly WorkRule[];
  terms: Terms;
  /** Things of the shop's catalog that changes could be made of, and which body the vehicle is. */
  catalog?: { platform: string; items: readonly Listed[] };
};

/** A way that was held against `assess`: what it does, what it costs and what it takes. */
export type Offer = {
  changes: Change[];
  patch: PatchOperation[];
  grade: Grade;
  leastClearanceMm: Record<AxleName, number>;
  /** More than the package as it is, by the shop's rules: hundredths, of the parts that have a price. An estimate. */
  cost: { totalCents: number; currency: string; unpriced: number };
  /** More hours of work by the same rules. An estimate. */
  hours: number;
  /** Days until its parts are there. */
  days: number;
  /** Given up: degrees of lock; mm over all, of what is cut; and by how much the body stands higher at the front, mm. */
  takes: { lockDeg: number; diameterMm: number; cutMm: number; heightMm: number; grossKg: number };
  /** What it does, in a sentence; and why none of it can be left out, where it is more than one change. */
  does: Wording;
  why: Wording;
};

/** How many exact steps more are tried where the coarse grid was too kind. */
const SURE_STEPS = 6;

/** How deep a part has to be cut in truth so that it clears by the margin, whole mm from its edge as measured; null where no cut does. */
function trueDepth(build: Build, axle: AxleName, id: string): number | null {
  const corner = sweepCorner(sweepInputOf(build, axle));
  const i = corner.corner.obstacles.findIndex((part) => part.id === id);
  const part = corner.corner.obstacles[i];
  if (!part) return null;
  const profile = decidingProfile(build.package, build.use);
  const cut = cutDepths(
    corner.corner.obstacles,
    build.package.cuts.filter(({ obstacle }) => obstacle !== id),
  );
  const { grid, whole } = sweepWhole(corner, profile, cut);
  const pose = grid.leastPose[i] ?? 0;
  const deep = realDepthMm(corner, profile, i, build.use.marginMm, gainOf(grid, whole, i), pose);
  return isCutPossible(part, deep) ? wholeDepthMm(deep, part) : null;
}

const isScanned = (
  change: Change,
): change is Extract<Change, { amount: number }> & { kind: keyof typeof TRYING } => change.kind in TRYING;

/** Each amount made as little as the others leave it, on the coarse grid; cuts count as deep as they may be meanwhile. */
function lessened(build: Build, changes: readonly Change[], corners: Corners): Change[] {
  const deepest = changes.map((change): Change => {
    if (change.kind !== 'cut') return change;
    const part = build.vehicle.corners[change.axle].obstacles.find(({ id }) => id === change.obstacle);
    return { ...change, amount: part?.cutMm ?? change.amount };
  });
  const so = [...deepest];
  for (const [at, change] of [...deepest.entries()].reverse()) {
    if (!isScanned(change)) continue;
    const { exact } = TRYING[change.kind];
    const holds = (amount: number): boolean => {
      const tried = so.with(at, { ...change, amount });
      return standing(build, tried) && corners.clears(withChanges(build, tried));
    };
    let low = 0;
    let high = change.amount;
    while (high - low > exact + 1e-9) {
      const middle = low + Math.max(1, Math.round((high - low) / exact / 2)) * exact;
      if (holds(middle)) high = middle;
      else low = middle;
    }
    so[at] = { ...change, amount: high };
  }
  return so;
}

/** The changes with every cut as deep as it has to be beside the others; null where one cannot be. */
function withTrueCuts(build: Build, changes: readonly Change[]): Change[] | null {
  let so = [...changes];
  for (const [at, change] of changes.entries()) {
    if (change.kind !== 'cut') continue;
    const depth = trueDepth(withChanges(build, so), change.axle, change.obstacle);
    if (depth === null) return null;
    so = so.with(at, { ...change, amount: depth });
  }
  return so;
}

function takesOf(before: Build, after: Build, [was, is]: readonly [Assessment, Assessment]): Offer['takes'] {
  const lock = ({ package: { lockStopDeg }, vehicle }: Build): number => {
    const full = vehicle.corners.front.steering?.lockInsideDeg ?? 0;
    return Math.min(lockStopDeg ?? full, full);
  };
  const cut = ({ package: { cuts } }: Build): number => cuts.reduce((sum, { depthMm }) => sum + depthMm, 0);
  return {
    lockDeg: lock(before) - lock(after),
    diameterMm: was.tire.package.overallDiameterMm - is.tire.package.overallDiameterMm,
    cutMm: cut(after) - cut(before),
    heightMm: riseMm(after, 'front', 'body') - riseMm(before, 'front', 'body'),
    grossKg: is.load.grossKg - was.load.grossKg,
  };
}

function priceOf(
  before: Build,
  after: Build,
  { rules, terms, catalog }: Pricing,
): Pick<Offer, 'cost' | 'hours' | 'days'> {
  const linesOf = (build: Build): WorkLine[] =>
    workOf(build, rules, catalog ? { chosen: chosenParts(build, catalog, catalog.items) } : {});
  const was = linesOf(before);
  const is = linesOf(after);
  const less = totalsOf({ lines: quoteLines(was) }, terms);
  const more = totalsOf({ lines: quoteLines(is) }, terms);
  const known = new Set(was.map(({ id }) => id));
  const added = is.filter(({ id, perhaps }) => !known.has(id) && !perhaps);
  return {
    cost: {
      totalCents: more.totalCents - less.totalCents,
      currency: terms.currency,
      // Other tires or wheels are bought in the place of those that are in the rules: what they cost instead is not known.
      unpriced:
        added.filter(({ part }) => part && part.count > 0 && part.price === null).length +
        (['tire', 'wheel'] as const).filter(
          (key) => JSON.stringify(before.package[key]) !== JSON.stringify(after.package[key]),
        ).length,
    },
    hours: (more.minutes - less.minutes) / 60,
    days: Math.max(
      0,
      ...added.map(({ part, labour }) => Math.max(part?.leadDays ?? 0, labour?.waitDays ?? 0)),
    ),
  };
}

/** What an offer leaves in the way without each of its changes. */
const withoutEach = (build: Build, changes: readonly Change[], corners: Corners): Without[] =>
  changes.length === 1
    ? []
    : changes.map((left) => ({
        left,
        inTheWay: corners.inTheWay(
          withChanges(
            build,
            changes.filter((change) => change !== left),
          ),
        ),
      }));

/** A build that changes freed, as `assess` judges it. */
export type Freed = { build: Build; changes: readonly Change[]; assessment: Assessment };

/** A way made exact and held against `assess`; null where it does not reach the grade within the limits after all. */
export function freedBy(
  build: Build,
  { changes: raw }: Way,
  wanted: Grade,
  limits: FreeLimits,
  corners: Corners,
): Freed | null {
  const least = lessened(build, raw, corners);
  for (let more = 0; more <= SURE_STEPS; more++) {
    const bumped = least.map((change): Change =>
      isScanned(change) ? { ...change, amount: change.amount + more * TRYING[change.kind].exact } : change,
    );
    if (!standing(build, bumped)) return null;
    const changes = withTrueCuts(build, bumped);
    if (!changes) continue;
    // An amount that had to grow may have grown beyond what is allowed of it.
    if (changes.some((change) => brokenBy(build, change, limits))) return null;
    const after = withChanges(build, changes);
    const assessment = assess(after);
    if (reaches(assessment.grade, wanted)) return { build: after, changes, assessment };
    if (!changes.some(isScanned)) return null;
  }
  return null;
}

/** The same with all that is told of it: what it costs, what it takes, and why none of it can be left out. */
export function offerOf(
  build: Build,
  before: Assessment,
  way: Way,
  wanted: Grade,
  limits: FreeLimits,
  corners: Corners,
  pricing: Pricing,
): Offer | null {
  const freed = freedBy(build, way, wanted, limits, corners);
  if (!freed) return null;
  const { build: after, changes, assessment: judged } = freed;
  return {
    changes: [...changes],
    patch: patchOf(build, after),
    grade: judged.grade,
    leastClearanceMm: {
      front: judged.fit.front.leastClearanceMm,
      rear: judged.fit.rear.leastClearanceMm,
    },
    ...priceOf(build, after, pricing),
    takes: takesOf(build, after, [before, judged]),
    does: doesWords(build, changes, judged.grade),
    why: whyWords(build, withoutEach(build, changes, corners)),
  };
}
