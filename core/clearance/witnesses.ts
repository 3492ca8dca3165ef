import {
  cutDepths,
  shiftedLift,
  stoppedSteering,
  sweepCorner,
  sweepInputOf,
  type SweepCorner,
} from './corner';
import { carrierMotion } from './points';
import { POSE_STRIDE, writePose } from './poses';
import { misses } from './rub';
import { clearance, type Section } from './section';
import { zoneBoxes, zoneLimits } from './zone';
import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Lift, Package } from '../format/package';
import { travelOf } from '../vehicle/travel';

/**
 * A place of a part and a pose in which it once came too near: its pose as shares, since locks and travels differ from package to
 * package. Most packages that fail, fail where one before them did.
 */
type Witness = { way: number; obstacle: number; point: number; lockShare: number; hubShare: number };

/** As many are asked first as pay for themselves; the latest to be right stand in front. */
const MOST = 96;

export type Witnesses = {
  /**
   * Whether places that came too near before show that more than `upTo` parts are too near in this package, or one that nothing
   * can be done to. Never says so of a package whose parts all are where they should be; a no says nothing.
   */
  deny: (build: Build, upTo: number, fixable: Uint8Array) => boolean;
  /** A part among some (`among` 1) that is too near in this package at a place that came too near before; -1 says nothing. */
  failing: (build: Build, among: Uint8Array) => number;
  /** Takes note of where a part is nearest in a package that it fails. */
  note: (corner: SweepCorner, build: Build, obstacle: number, pose: number) => void;
};

/** Witnesses of one corner of a build. `goals` is what each part is to come to, mm. Moved, removed and cut parts are those of the build. */
export function witnessesOf(
  base: Build,
  axle: AxleName,
  goals: Float64Array,
  sectionFor: (pack: Package) => Section,
): Witnesses {
  const { use } = base;
  const laid = sweepCorner(sweepInputOf(base, axle));
  const { flat, motionCases, corner } = laid;
  const { obstacles, steering, suspension } = corner;
  const limits = zoneLimits(use);
  const list: Witness[] = [];
  const pose = new Float64Array(POSE_STRIDE);
  const seen = new Uint8Array(obstacles.length);

  const sceneOf = (lift: Lift, pack: Package) => {
    const travel = travelOf(suspension, lift, pack.sagMm[axle]);
    const stopped = stoppedSteering(steering, pack.lockStopDeg);
    const lockDeg = stopped ? [-stopped.lockOutsideDeg, stopped.lockInsideDeg] : [0, 0];
    const hubMm = [travel.fullDroopMm, travel.fullBumpMm];
    const travelMm = hubMm.map((mm) => mm - travel.rideMm);
    const boxes = zoneBoxes({ lockDeg, hubMm, travelMm }, steering, travel, limits);
    return { lift, travel, stopped, boxes };
  };
  type Scene = ReturnType<typeof sceneOf>;
  // The lift of an axle that nothing is done to is the same object in all packages; sag and cuts are those of the build.
  const scenes = new WeakMap<Lift, Map<number | undefined, Scene>>();
  const scene = ({ package: pack }: Build): Scene => {
    const lift = pack.lift[axle];
    let byStop = scenes.get(lift);
    if (!byStop) scenes.set(lift, (byStop = new Map<number | undefined, Scene>()));
    let known = byStop.get(pack.lockStopDeg);
    if (!known) byStop.set(pack.lockStopDeg, (known = sceneOf(lift, pack)));
    return known;
  };
  const cut = cutDepths(obstacles, base.package.cuts);
  /** Clearance of a measured point, by its number: points are the same in all packages, raised by `lift`. */
  const gapAt = (section: Section, set: Float64Array, p: number, point: number, lift: number): number =>
    clearance(
      section,
      set,
      p,
      flat.xyz[point * 3]!,
      flat.xyz[point * 3 + 1]!,
      flat.xyz[point * 3 + 2]!,
      lift,
    );

  /** Lock and hub of a witness in a package; null where its zone does not hold that pose. */
  function poseOf(
    { lockShare, hubShare }: Witness,
    { travel, stopped, boxes }: Scene,
  ): [number, number] | null {
    const lock = stopped ? lockShare * (lockShare < 0 ? stopped.lockOutsideDeg : stopped.lockInsideDeg) : 0;
    const hub = travel.fullDroopMm + hubShare * (travel.fullBumpMm - travel.fullDroopMm);
    const held = boxes.some(
      ({ lockDeg, hubMm }) => lock >= lockDeg[0] && lock <= lockDeg[1] && hub >= hubMm[0] && hub <= hubMm[1],
    );
    return held ? [lock, hub] : null;
  }

  /** Whether the place of a witness is too near in a package. */
  function holds(one: Witness, now: Scene, section: Section): boolean {
    const { obstacle: i, way: w, point } = one;
    const at = poseOf(one, now);
    if (!at) return false;
    const way = motionCases[w]!;
    writePose(pose, 0, now.stopped, way.linkage, shiftedLift(now.lift, way), at[0], at[1]);
    const { riseMm, follow } = carrierMotion(obstacles[i]!.carrier, now.lift);
    const gap = gapAt(section, pose, 0, point, riseMm + follow * pose[6]!);
    return misses(gap + cut[i]!, goals[i]!);
  }
  const toFront = (k: number): void => {
    list.unshift(...list.splice(k, 1));
  };

  return {
    deny: (build, upTo, fixable) => {
      const now = scene(build);
      const section = sectionFor(build.package);
      seen.fill(0);
      let met = 0;
      for (let k = 0; k < list.length; k++) {
        const one = list[k]!;
        const { obstacle: i } = one;
        if (seen[i] === 1 || !holds(one, now, section)) continue;
        seen[i] = 1;
        if (fixable[i] === 1 && ++met <= upTo) continue;
        toFront(k);
        return true;
      }
      return false;
    },
    failing: (build, among) => {
      const now = scene(build);
      const section = sectionFor(build.package);
      const at = list.findIndex((one) => among[one.obstacle] === 1 && holds(one, now, section));
      if (at < 0) return -1;
      toFront(at);
      return list[0]!.obstacle;
    },
    note: ({ poses, poseSets, passed, flat: flatOf, travel, steering: stopped }, build, i, at) => {
      if (flatOf.upright[i] === 1) return;
      const section = sectionFor(build.package);
      let best = Infinity;
      let found: Pick<Witness, 'way' | 'point'> | null = null;
      for (const [w, set] of poseSets.entries()) {
        if (passed[w]![i] === 1) continue;
        const p = at * POSE_STRIDE;
        const lift = flatOf.rise[i]! + flatOf.follow[i]! * set[p + 6]!;
        for (let point = flatOf.start[i]!; point < flatOf.start[i + 1]!; point++) {
          const gap = gapAt(section, set, p, point, lift);
          if (gap < best) [best, found] = [gap, { way: w, point }];
        }
      }
      if (!found) return;
      const lock = poses.lockDeg[at]!;
      const full = lock < 0 ? stopped?.lockOutsideDeg : stopped?.lockInsideDeg;
      const range = travel.fullBumpMm - travel.fullDroopMm;
      list.unshift({
        ...found,
        obstacle: i,
        lockShare: full ? lock / full : 0,
        hubShare: range > 0 ? (poses.hubMm[at]! - travel.fullDroopMm) / range : 0,
      });
      if (list.length > MOST) list.pop();
    },
  };
}
