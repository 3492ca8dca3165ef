import type { Build } from '../../core/format/build';
import type { PhotoRound } from '../../core/format/photoRound';
import { times, type Vec } from '../../core/geometry/vec';
import { cardPlan, plannedObstacles } from '../../core/photogrammetry/cardPlan';
import { CARD_KINDS } from '../../core/photogrammetry/cards';
import { backdrop, type Backdrop } from './backdrop';
import { floorCard, normal, seeded, stuck, turnRound, walkRound, plus, type Shot, type World } from './world';

const FLOOR: readonly [x: number, y: number][] = [
  [620, 330],
  [-600, 380],
  [80, 760],
  [-220, 240],
  [330, 480],
];
const SIZE = { width: 2000, height: 1500 };
const OUTBOARD_MM = 38.5;
const CAMBER_DEG = -0.6;
const HAND_MM = 0.15;
const RAD = Math.PI / 180;

/** A point of a line, `share` of its length along. */
export function alongLine(points: readonly Vec[], share: number): Vec {
  const lengths = points.slice(1).map((p, i) => Math.hypot(...plus(p, times(points[i] ?? p, -1))));
  let left = share * lengths.reduce((a, b) => a + b, 0);
  for (const [i, length] of lengths.entries()) {
    const [a, b] = [points[i], points[i + 1]];
    if (a && b && (left <= length || i === lengths.length - 1))
      return plus(times(a, 1 - left / length), times(b, left / length));
    left -= length;
  }
  return points[0] ?? [0, 0, 0];
}

export type DemoRound = {
  world: World;
  shots: Shot[];
  scene: Backdrop;
  round: PhotoRound;
  truth: Map<number, Vec>;
};

/**
 * A round about the left front well of a demo vehicle: its obstacles with cards stuck along them by hand, straight ahead and at both
 * locks of its own steering axis. The same every time.
 */
export function demoRound({ vehicle }: Build): DemoRound {
  const random = seeded(17);
  const { obstacles, steering } = vehicle.corners.front;
  const lip = obstacles.find(({ id }) => id === 'fender-lip')?.points ?? [];
  const flankY = Math.max(...lip.map(([, y]) => y));
  const archMm = Math.max(...lip.map(([x]) => x));
  const tireMm = (vehicle.stock?.tire?.overallDiameterMm ?? 700) / 2;
  const groundZ = -tireMm + 12;
  const truth = new Map<number, Vec>();
  const cards: World['cards'] = [];
  const named = plannedObstacles(cardPlan(vehicle.corners.front).cards);
  for (const { obstacle, ids } of named) {
    const points = obstacles.find(({ id }) => id === obstacle)?.points ?? [];
    ids.forEach((card, i) => {
      const point = alongLine(points, (i + 0.5) / ids.length);
      const [x, y, z] = point;
      // What is on the flank or below it faces outboard, what is inside of the well looks to the hub too.
      const inward = y > flankY - 20 || z < -100 ? 0 : 0.9 / Math.hypot(x, z);
      const out: Vec = inward === 0 ? [-0.0004 * x, 1, z < -100 ? -0.1 : 0.1] : [-x * inward, 1, -z * inward];
      const jitter = (): Vec => [
        normal(random) * HAND_MM,
        normal(random) * HAND_MM,
        normal(random) * HAND_MM,
      ];
      const askew = (v: Vec): Vec => plus(v, times(jitter(), 0.3));
      truth.set(card, point);
      cards.push(stuck('left', card, plus(point, jitter()), askew(out), askew([0, 0, 1])));
    });
  }
  FLOOR.forEach(([x, y], i) =>
    cards.push(floorCard('left', CARD_KINDS.floor.from + i, [x, y, groundZ], 0.9 * i)),
  );
  const {
    kpiDeg = 12,
    casterDeg = 4,
    kingpinMm = 80,
    kingpinForeAftMm = 0,
    lockInsideDeg = 34,
    lockOutsideDeg = 30,
  } = steering ?? {};
  const kingpin: Vec = [-Math.tan(casterDeg * RAD), -Math.tan(kpiDeg * RAD), 1];
  const through: Vec = [kingpinForeAftMm, -kingpinMm, 0];
  const scale = SIZE.width / 3000;
  const world: World = {
    side: 'left',
    outboardMm: OUTBOARD_MM,
    camberDeg: CAMBER_DEG,
    states: {
      inside: turnRound(kingpin, through, lockInsideDeg * RAD),
      outside: turnRound(kingpin, through, -lockOutsideDeg * RAD),
    },
    cards,
    camera: { ...SIZE, focalPx: 2265 * scale, cx: 1004, cy: 745, k1: 0.06, k2: -0.09 },
    insetMm: 0,
    noisePx: 0,
  };
  const shots = [
    ...walkRound(random, 6),
    ...walkRound(random, 3, 'inside', 1),
    ...walkRound(random, 3, 'outside', 2),
  ];
  const states = ['straight', 'inside', 'outside'].map((state) => ({
    state,
    photos: shots.filter((shot) => shot.state === state).map(({ name }) => name),
  }));
  return {
    world,
    shots,
    truth,
    scene: backdrop(world, {
      flankY: flankY - 7,
      archMm: archMm - 2,
      archZ: 10,
      sillZ: -170,
      groundZ,
      tireMm,
      rimMm: 218,
    }),
    round: {
      format: 'vexlo/photo-round',
      version: 1,
      side: 'left',
      plate: { outboardMm: OUTBOARD_MM },
      focal35Mm: 27,
      obstacles: named,
      states,
    },
  };
}
