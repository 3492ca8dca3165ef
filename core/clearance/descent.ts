import type { ZoneBox } from './zone';

/** Closer than this a pose is not looked for: the clearance changes by some hundredths of a millimetre. */
const LOCK_STEP_DEG = 0.005;
const HUB_STEP_MM = 0.04;

const COMPASS = [
  [1, 0],
  [-1, 0],
  [0, 1],
  [0, -1],
  [1, 1],
  [-1, -1],
  [1, -1],
  [-1, 1],
] as const;

const inside = ([low, high]: readonly [number, number], value: number): number =>
  value < low ? low : value > high ? high : value;
/** A pose of one box of a zone, and what is measured there, mm. */
export type Place = { lockDeg: number; hubMm: number; mm: number };

/** Downhill from a pose within a box, by eight directions whose steps are halved. */
export function downhill(
  at: (lock: number, hub: number) => number,
  box: ZoneBox,
  from: Place,
  lockStep: number,
  hubStep: number,
): Place {
  let { lockDeg: l, hubMm: h, mm } = from;
  let dl = lockStep;
  let dh = hubStep;
  while (dl > LOCK_STEP_DEG || dh > HUB_STEP_MM) {
    let moved = false;
    for (const [cl, ch] of COMPASS) {
      const nl = inside(box.lockDeg, l + cl * dl);
      const nh = inside(box.hubMm, h + ch * dh);
      if (nl === l && nh === h) continue;
      const here = at(nl, nh);
      if (here >= mm - 1e-6) continue;
      mm = here;
      l = nl;
      h = nh;
      moved = true;
      break;
    }
    if (moved) continue;
    dl /= 2;
    dh /= 2;
  }
  return { lockDeg: l, hubMm: h, mm };
}

const GOLDEN = (Math.sqrt(5) - 1) / 2;
/** The least along one direction between two ends, by golden section. */
function along(
  f: (x: number) => number,
  low: number,
  high: number,
  exact: number,
): { x: number; mm: number } {
  let [a, b] = [low, high];
  let x1 = b - GOLDEN * (b - a);
  let x2 = a + GOLDEN * (b - a);
  let [f1, f2] = [f(x1), f(x2)];
  while (b - a > exact) {
    if (f1 < f2) {
      b = x2;
      x2 = x1;
      f2 = f1;
      x1 = b - GOLDEN * (b - a);
      f1 = f(x1);
    } else {
      a = x1;
      x1 = x2;
      f1 = f2;
      x2 = a + GOLDEN * (b - a);
      f2 = f(x2);
    }
  }
  return f1 < f2 ? { x: x1, mm: f1 } : { x: x2, mm: f2 };
}

/**
 * Deep inside the wheel the distance has a crease, where the nearest face changes: its valley runs aslant, and no fixed direction
 * leads down it. Here it is followed: at each height the best lock is found first, then at each lock the best height.
 */
export function downValleys(
  at: (lock: number, hub: number) => number,
  { lockDeg, hubMm }: ZoneBox,
  from: Place,
  lockStep: number,
  hubStep: number,
): Place {
  const byHub = downValley(at, lockDeg, hubMm, [from.lockDeg, from.hubMm, from.mm], {
    across: lockStep,
    acrossExact: LOCK_STEP_DEG,
    step: hubStep,
    exact: HUB_STEP_MM,
  });
  const [hub, lock, mm] = downValley((h, l) => at(l, h), hubMm, lockDeg, [byHub[1], byHub[0], byHub[2]], {
    across: hubStep,
    acrossExact: HUB_STEP_MM,
    step: lockStep,
    exact: LOCK_STEP_DEG,
  });
  return { lockDeg: lock, hubMm: hub, mm };
}

type Steps = { across: number; acrossExact: number; step: number; exact: number };
type Ends = readonly [number, number];

/** Down a valley of f(x, y) along y, at each y at the best x. */
function downValley(
  f: (x: number, y: number) => number,
  xs: Ends,
  ys: Ends,
  from: [x: number, y: number, mm: number],
  { across, acrossExact, step: first, exact }: Steps,
): [x: number, y: number, mm: number] {
  let best = from;
  const bestAt = (y: number): typeof from => {
    const { x, mm } = along(
      (one) => f(one, y),
      inside(xs, best[0] - across),
      inside(xs, best[0] + across),
      acrossExact,
    );
    return [x, y, mm];
  };
  for (let step = first; step > exact;) {
    const tries = [-step, step].map((by) => inside(ys, best[1] + by)).filter((y) => y !== best[1]);
    const [next] = tries.map(bestAt).sort((one, other) => one[2] - other[2]);
    if (next && next[2] < best[2] - 1e-6) best = next;
    else step /= 2;
  }
  return best;
}
