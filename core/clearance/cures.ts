import type { AxleName, Build, Package } from '../build';
import { tireSize } from '../tire/size';
import { travelOf } from '../vehicle/travel';
import { cutDepths, frontArms, sweepAll, sweepCorner } from './fit';
import { profileOf } from './profile';

export type CureKind = 'spring' | 'bracket' | 'body' | 'bump-stop' | 'inboard' | 'outboard' | 'cut';

/** The least of one change that brings a corner to its margin, or that none does within what was tried. */
export type Cure = {
  kind: CureKind;
  axle: AxleName;
  /** null: no amount up to `triedMm` brings it there. */
  amountMm: number | null;
  triedMm: number;
  /** The package with the change made; null where there is none. */
  package: Package | null;
};

/** How far each kind is tried, mm. Beyond that it is another vehicle. */
const TRIED: Record<Exclude<CureKind, 'cut'>, number> = {
  spring: 120,
  bracket: 150,
  body: 100,
  'bump-stop': 60,
  inboard: 40,
  outboard: 60,
};
/** First every `STEP_MM` is tried, then the first that helps is narrowed down to `EXACT_MM`. */
const STEP_MM = 10;
const EXACT_MM = 1;

function changed(pack: Package, axle: AxleName, kind: Exclude<CureKind, 'cut'>, mm: number): Package {
  const lift = (key: keyof Package['lift']['front'], by: number): Package => ({
    ...pack,
    lift: { ...pack.lift, [axle]: { ...pack.lift[axle], [key]: pack.lift[axle][key] + by } },
  });
  switch (kind) {
    case 'spring':
      return lift('springMm', mm);
    case 'bracket':
      return lift('bracketMm', mm);
    case 'bump-stop':
      return lift('bumpStopMm', mm);
    case 'body': {
      // A body sits on one frame: it is raised at both ends.
      const { front, rear } = pack.lift;
      return {
        ...pack,
        lift: {
          front: { ...front, bodyMm: front.bodyMm + mm },
          rear: { ...rear, bodyMm: rear.bodyMm + mm },
        },
      };
    }
    case 'inboard':
    case 'outboard': {
      const by = kind === 'inboard' ? mm : -mm;
      const { backspacingMm, ...wheel } = pack.wheel;
      return {
        ...pack,
        wheel: {
          ...wheel,
          offsetMm: wheel.offsetMm + by,
          ...(backspacingMm === undefined ? {} : { backspacingMm: backspacingMm + by }),
        },
      };
    }
  }
}

/** Least clearance in mm of one corner over its zone. */
function leastOf(build: Build, axle: AxleName, pack: Package): number {
  const corner = sweepCorner(build.vehicle, axle, pack, build.use);
  const size = tireSize(pack.tire, pack.wheel.widthIn);
  const cut = cutDepths(corner.corner.obstacles, pack.cuts);
  return Math.min(...sweepAll(corner, profileOf(size, pack.wheel, pack.spacerMm), cut).least);
}

/** Whether a package leaves a vehicle that can exist: travel both ways from ride height, arms that reach. */
function possible(build: Build, axle: AxleName, pack: Package): boolean {
  const { suspension } = build.vehicle.corners[axle];
  const { rideMm, fullBumpMm, fullDroopMm, reachMm } = travelOf(
    suspension,
    pack.lift[axle],
    pack.sagMm[axle],
  );
  const arms = [...frontArms(build.vehicle, axle), suspension.sideArmMm];
  return (
    fullDroopMm < rideMm &&
    rideMm < fullBumpMm &&
    arms.every((arm) => arm === null || Math.abs(arm) > reachMm)
  );
}

function least(build: Build, axle: AxleName, kind: Exclude<CureKind, 'cut'>): Cure {
  const goal = build.use.marginMm;
  const at = (mm: number): Package => changed(build.package, axle, kind, mm);
  const good = (mm: number): boolean => {
    const pack = at(mm);
    return possible(build, axle, pack) && leastOf(build, axle, pack) >= goal;
  };
  const triedMm = TRIED[kind];
  for (let mm = STEP_MM; mm <= triedMm; mm += STEP_MM) {
    if (!good(mm)) continue;
    let low = mm - STEP_MM;
    let high = mm;
    while (high - low > EXACT_MM) {
      const middle = Math.round((low + high) / 2);
      if (good(middle)) high = middle;
      else low = middle;
    }
    return { kind, axle, amountMm: high, triedMm, package: at(high) };
  }
  return { kind, axle, amountMm: null, triedMm, package: null };
}

/**
 * Cuts that bring what is met to the margin, or, where nothing is met, what is short of it; null where one of
 * them cannot give as much. What is met decides: a rail that is merely close is no reason not to trim a liner.
 */
function cutting(build: Build, axle: AxleName): Cure {
  const { obstacles } = build.vehicle.corners[axle];
  const { marginMm } = build.use;
  const corner = sweepCorner(build.vehicle, axle, build.package, build.use);
  const size = tireSize(build.package.tire, build.package.wheel.widthIn);
  const decided = cutDepths(obstacles, build.package.cuts);
  const { least: gaps } = sweepAll(
    corner,
    profileOf(size, build.package.wheel, build.package.spacerMm),
    decided,
  );
  const wanted = Math.min(...gaps) < 0 ? 0 : marginMm;
  const needed = obstacles.flatMap((obstacle, i) => {
    const gap = gaps[i] ?? Infinity;
    return gap < wanted ? [{ obstacle, exactMm: marginMm - gap + (decided[i] ?? 0) }] : [];
  });
  const deepest = Math.ceil(Math.max(0, ...needed.map(({ exactMm }) => exactMm)));
  if (needed.some(({ obstacle, exactMm }) => exactMm > obstacle.cutMm))
    return { kind: 'cut', axle, amountMm: null, triedMm: deepest, package: null };
  const others = build.package.cuts.filter(({ obstacle }) => !needed.some((n) => n.obstacle.id === obstacle));
  const cuts = [
    ...others,
    ...needed.map(({ obstacle, exactMm }) => ({ obstacle: obstacle.id, depthMm: Math.ceil(exactMm) })),
  ];
  return { kind: 'cut', axle, amountMm: deepest, triedMm: deepest, package: { ...build.package, cuts } };
}

/**
 * What would bring one corner to its margin, one change at a time (trimming: what is met). Found by trying every 10 mm and narrowing
 * the first that helps to 1 mm, so a window of help narrower than 10 mm can be passed over.
 */
export function curesFor(build: Build, axle: AxleName): Cure[] {
  if (leastOf(build, axle, build.package) >= build.use.marginMm) return [];
  const kinds = Object.keys(TRIED) as Exclude<CureKind, 'cut'>[];
  return [cutting(build, axle), ...kinds.map((kind) => least(build, axle, kind))];
}
