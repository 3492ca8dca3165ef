import {
  CARD_KINDS,
  CORNER_SIGNS,
  kindOfCard,
  measuredPoint,
  PLATE_CENTRES,
} from '../../core/photogrammetry/cards';
import { cross, dot, minus, times as scaled, unit, type Vec } from '../../core/geometry/vec';
import type { Side } from '../../core/format/names';
import type { PhotoRound } from '../../core/format/photoRound';
import type { RoundPicture } from '../../core/photogrammetry/roundInput';

/**
 * A well with cards in it and a camera before it, drawn by rules of its own (nothing of the adjustment's is used): what a photo
 * round must find. Axes of a corner: x forward, y outboard, z up, mm, origin on the hub's mounting face.
 */
export type Rigid = { turn: readonly [Vec, Vec, Vec]; shift: Vec };
export type WorldCard = { id: number; carrier: 'body' | 'floor'; right: Vec; up: Vec; at: Vec };
export type Shot = { name: string; state: string; eye: Vec; target: Vec; roll: number };

export const seeded = (seed: number): (() => number) => {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), a | 1);
    t = (t + Math.imul(t ^ (t >>> 7), t | 61)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
};
/** A normal draw (Box and Muller). */
export const normal = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

export const plus = (...all: Vec[]): Vec => all.reduce((a, b) => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]);

/** The turn by an angle about an axis (Rodrigues), rows. */
export function turnAbout(axis: Vec, rad: number): [Vec, Vec, Vec] {
  const [x, y, z] = unit(axis);
  const [c, s] = [Math.cos(rad), Math.sin(rad)];
  const k = 1 - c;
  return [
    [c + x * x * k, x * y * k - z * s, x * z * k + y * s],
    [y * x * k + z * s, c + y * y * k, y * z * k - x * s],
    [z * x * k - y * s, z * y * k + x * s, c + z * z * k],
  ];
}
const apply = ({ turn, shift }: Rigid, p: Vec): Vec => [
  dot(turn[0], p) + shift[0],
  dot(turn[1], p) + shift[1],
  dot(turn[2], p) + shift[2],
];
export const STILL: Rigid = {
  turn: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  shift: [0, 0, 0],
};
/** About an axis through a point. */
export function turnRound(axis: Vec, through: Vec, rad: number): Rigid {
  const turn = turnAbout(axis, rad);
  return { turn, shift: minus(through, apply({ turn, shift: [0, 0, 0] }, through)) };
}

export type World = {
  side: Side;
  outboardMm: number;
  camberDeg: number;
  /** How the hub moves from the first state to each. */
  states: Record<string, Rigid>;
  cards: WorldCard[];
  camera: { width: number; height: number; focalPx: number; cx: number; cy: number; k1: number; k2: number };
  /** Corners are drawn inward by so much, mm. */
  insetMm: number;
  /** σ of a corner's pixel. */
  noisePx: number;
};

/** The axes of a right corner are mirrored: what is across two directions points the other way in them. */
export const across = (side: Side, a: Vec, b: Vec): Vec => scaled(cross(a, b), side === 'left' ? 1 : -1);

/** A card on the body that faces `out`, its arrow as near to `up` as it goes, its measured point at `point`. */
export const stuck = (side: Side, id: number, point: Vec, out: Vec, up: Vec): WorldCard => {
  const face = unit(out);
  const above = unit(minus(up, scaled(face, dot(up, face))));
  const right = across(side, above, face);
  const [mx, my] = measuredPoint(id);
  return {
    id,
    carrier: 'body',
    right,
    up: above,
    at: minus(point, plus(scaled(right, mx), scaled(above, my))),
  };
};

/** A card that lies on the ground, turned by an angle, rad. */
export const floorCard = (side: Side, id: number, at: Vec, turned: number): WorldCard => {
  const up: Vec = [-Math.sin(turned), Math.cos(turned), 0];
  return { id, carrier: 'floor', right: across(side, up, [0, 0, 1]), up, at };
};

/**
 * A front corner: the lip with tips round the arch, liner and seam with spots, floor cards before and behind. `handMm` is how far off
 * each is stuck, `times` how many times as many there are.
 */
export function wellCards(
  random: () => number,
  side: Side = 'left',
  handMm = 0.15,
  times = 1,
): { cards: WorldCard[]; truth: Map<number, Vec>; obstacles: PhotoRound['obstacles'] } {
  const truth = new Map<number, Vec>();
  const obstacles: PhotoRound['obstacles'] = [];
  const cards: WorldCard[] = [];
  const add = (
    obstacle: string,
    ids: number[],
    place: (share: number) => { point: Vec; out: Vec; up: Vec },
  ): void => {
    obstacles.push({ obstacle, ids });
    ids.forEach((id, i) => {
      const { point, out, up } = place(ids.length > 1 ? i / (ids.length - 1) : 0);
      truth.set(id, point);
      const off: Vec = [0, 1, 2].map(() => normal(random) * handMm) as unknown as Vec;
      const askew = (v: Vec): Vec => plus(v, [0, 1, 2].map(() => normal(random) * 0.06) as unknown as Vec);
      cards.push(stuck(side, id, plus(point, off), askew(out), askew(up)));
    });
  };
  let [tip, spot] = [CARD_KINDS.tip.from as number, CARD_KINDS.spot.from as number];
  const tips = (count: number): number[] => Array.from({ length: count * times }, () => tip++);
  const spots = (count: number): number[] => Array.from({ length: count * times }, () => spot++);
  add('lip', tips(15), (share) => {
    const angle = Math.PI * (0.02 + 0.96 * share);
    return {
      point: [430 * Math.cos(angle), 95, 30 + 440 * Math.sin(angle)],
      out: [0.2 * Math.cos(angle), 1, 0.1],
      up: [0, 0, 1],
    };
  });
  add('valance', tips(6), (share) => ({
    point: [520 - 40 * share, 90 - 200 * share, -205],
    out: [0.5, 0.9, -0.1],
    up: [0, 0, 1],
  }));
  add('liner', spots(7), (share) => {
    const angle = Math.PI * (0.15 + 0.7 * share);
    return {
      point: [450 * Math.cos(angle), -60, 60 + 430 * Math.sin(angle)],
      out: [-Math.cos(angle), 0.9, -Math.sin(angle)],
      up: [0, 0.3, 1],
    };
  });
  add('seam', spots(4), (share) => ({
    point: [-420, -40 - 160 * share, 120 - 120 * share],
    out: [1, 0.8, 0.1],
    up: [0, 0, 1],
  }));
  [
    [700, 350],
    [-650, 420],
    [100, 780],
    [-250, 250],
    [420, 520],
  ].forEach(([x = 0, y = 0], i) => cards.push(floorCard(side, 8 + i, [x, y, -370], i)));
  return { cards, truth, obstacles };
}

export const PHONE: World['camera'] = {
  width: 3000,
  height: 2250,
  focalPx: 2265,
  cx: 1507,
  cy: 1117,
  k1: 0.06,
  k2: -0.09,
};

/** Places round the wheel, as a person walks them: low, level, high; `phase` begins elsewhere. */
export function walkRound(random: () => number, count: number, state = 'straight', phase = 0): Shot[] {
  return Array.from({ length: count }, (_, i) => {
    const share = count > 1 ? i / (count - 1) : 0.5;
    const angle = (-55 + 14 * phase + (110 - 28 * phase) * share) * (Math.PI / 180);
    const far = 1150 + 250 * random();
    const high = ([-120, 250, 620][(i + phase) % 3] ?? 0) + 80 * random();
    return {
      name: `${state}-${i}.jpg`,
      state,
      eye: [far * Math.sin(angle), far * Math.cos(angle) + 60, high],
      target: [60 * (random() - 0.5), 0, 60 + 80 * (random() - 0.5)],
      roll: (random() - 0.5) * 0.2,
    };
  });
}

export type Eye = { ahead: Vec; right: Vec; down: Vec; eye: Vec };
export function eyeOf({ eye, target, roll }: Shot, side: Side = 'left'): Eye {
  const ahead = unit(minus(target, eye));
  // Ahead × up is to the right, seen in axes in which x × y = z.
  const level = unit(across(side, ahead, [0, 0, 1]));
  const below = across(side, ahead, level);
  const [c, s] = [Math.cos(roll), Math.sin(roll)];
  return {
    ahead,
    right: plus(scaled(level, c), scaled(below, s)),
    down: minus(scaled(below, c), scaled(level, s)),
    eye,
  };
}

/** Where a point falls in the picture; undefined where it is behind. */
export function pixelOf(
  { camera }: World,
  { ahead, right, down, eye }: Eye,
  p: Vec,
): [u: number, v: number] | undefined {
  const v = minus(p, eye);
  const z = dot(v, ahead);
  if (z < 50) return undefined;
  const [x, y] = [dot(v, right) / z, dot(v, down) / z];
  const r2 = x * x + y * y;
  const bend = 1 + camera.k1 * r2 + camera.k2 * r2 * r2;
  return [camera.focalPx * bend * x + camera.cx, camera.focalPx * bend * y + camera.cy];
}

/** A printed square in the world: its middle, its right and up, and half its side. */
export type Square = {
  id: number;
  at: Vec;
  right: Vec;
  up: Vec;
  half: number;
  carrier: 'body' | 'floor' | 'plate';
};

/** All squares of a state, in the axes of the left side. */
export function squaresOf(world: World, state: string): Square[] {
  const camber = turnAbout([1, 0, 0], (-world.camberDeg * Math.PI) / 180);
  const hub = world.states[state] ?? STILL;
  const spin = (v: Vec): Vec => [dot(hub.turn[0], v), dot(hub.turn[1], v), dot(hub.turn[2], v)];
  const tip = (v: Vec): Vec => [dot(camber[0], v), dot(camber[1], v), dot(camber[2], v)];
  const plate = PLATE_CENTRES.map(([x, y], id): Square => {
    // The plate's right is rearward on the left side, forward on the right.
    const forward = world.side === 'left' ? -1 : 1;
    const at = apply(hub, tip([forward * x, world.outboardMm, y]));
    return {
      id,
      at,
      right: spin(tip([forward, 0, 0])),
      up: spin(tip([0, 0, 1])),
      half: CARD_KINDS.plate.sideMm / 2,
      carrier: 'plate',
    };
  });
  return [
    ...plate,
    ...world.cards
      .filter(({ carrier }) => carrier === 'body' || state === 'straight')
      .map(({ id, at, right, up, carrier }): Square => ({
        id,
        at,
        right,
        up,
        carrier,
        half: CARD_KINDS[kindOfCard(id) ?? 'spot'].sideMm / 2,
      })),
  ];
}

/** What a perfect eye finds in a picture, with noise: squares that face it, whole inside the picture, large enough. */
export function sightOf(world: World, shot: Shot, random: () => number): RoundPicture {
  const eye = eyeOf(shot, world.side);
  const { width, height } = world.camera;
  const found = squaresOf(world, shot.state).flatMap(({ id, at, right, up, half }) => {
    const toward = minus(shot.eye, at);
    if (dot(toward, across(world.side, right, up)) < 0.3 * Math.hypot(...toward)) return [];
    const corners = CORNER_SIGNS.map(([sx, sy]) => {
      const reach = half - world.insetMm;
      return pixelOf(world, eye, plus(at, scaled(right, sx * reach), scaled(up, sy * reach)));
    });
    if (corners.some((c) => !c || c[0] < 8 || c[1] < 8 || c[0] > width - 8 || c[1] > height - 8)) return [];
    return [
      { id, corners: corners.flatMap((c) => (c ?? []).map((one) => one + world.noisePx * normal(random))) },
    ];
  });
  return { name: shot.name, width, height, found };
}
