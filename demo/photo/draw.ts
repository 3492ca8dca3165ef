import { dot, minus, times, type Vec } from '../../core/geometry/vec';
import { kindOfCard } from '../../core/photogrammetry/cards';
import { TAG_CELLS, whiteCell } from '../../core/photogrammetry/tagCodes';
import { backdrop, type Backdrop } from './backdrop';
import {
  across,
  eyeOf,
  normal,
  pixelOf,
  plus,
  seeded,
  squaresOf,
  type Eye,
  type Shot,
  type Square,
  type World,
} from './world';

/** How a picture comes out of a phone: blur (σ of a Gaussian, pixels), noise (σ of a level of 255). */
export type Lens = { blurPx: number; noise: number };
export const PHONE_LENS: Lens = { blurPx: 0.7, noise: 2.5 };

/** Pixels are cut into so many a side where a card is drawn. */
const FINE = 4;

/** White round a marker, in half sides; below a tip card there is room for its arrow. */
const MARGIN = 1.34;

/** What is printed at a place of a card, mm right and up of its marker's centre: white 1, black 0, undefined beside the card. */
export function printedAt(id: number, half: number, x: number, y: number): number | undefined {
  const tip = kindOfCard(id) === 'tip';
  const reach = half * MARGIN;
  // A tip card narrows below to a point 25 mm under its marker's centre: what is measured.
  if (Math.abs(x) > reach || y > reach) return undefined;
  if (y < -reach && !(tip && y > -25 && Math.abs(x) < (25 + y) * 1.6)) return undefined;
  if (Math.abs(x) < half && Math.abs(y) < half) {
    const column = Math.floor(((x + half) / (2 * half)) * TAG_CELLS);
    const row = Math.floor(((half - y) / (2 * half)) * TAG_CELLS);
    return whiteCell(id, column, row) ? 1 : 0;
  }
  if (tip && y < -half * 1.15) return Math.abs(x) < (25 + y) * 0.8 ? 0 : 1;
  return 1;
}

/** The plate is one board; its cards stand on it, with a cross where the axle is and an arrow up. */
function onPlate(x: number, y: number): number | undefined {
  if (Math.abs(x) > 105 || Math.abs(y) > 138) return undefined;
  if (Math.abs(x) < 1 && Math.abs(y) < 22) return 0;
  if (Math.abs(y) < 1 && Math.abs(x) < 22) return 0;
  if (y > 40 && y < 62 && Math.abs(x) < (62 - y) * 0.5) return 0;
  return 1;
}

type Sheet = {
  square: Square;
  print: (x: number, y: number) => number | undefined;
  reach: [number, number, number, number];
};

function sheetsOf(world: World, shot: Shot): Sheet[] {
  const squares = squaresOf(world, shot.state);
  const [first, second, third] = squares;
  const board: Sheet[] = [];
  if (first && second && third) {
    // Middle and axes of the board from three of its markers.
    const at: Vec = [0, 1, 2].map((i) => ((second.at[i] ?? 0) + (third.at[i] ?? 0)) / 2) as unknown as Vec;
    board.push({ square: { ...first, at }, print: onPlate, reach: [-106, 106, -139, 139] });
  }
  const cards = squares.map((square): Sheet => {
    const reach = square.half * MARGIN;
    return {
      square,
      print: (x, y) => printedAt(square.id, square.half, x, y),
      reach: [-reach, reach, kindOfCard(square.id) === 'tip' ? -26 : -reach, reach],
    };
  });
  const far = ({ square }: Sheet): number => Math.hypot(...minus(square.at, shot.eye));
  const plate = cards.filter(({ square }) => square.carrier === 'plate');
  // From behind to before; what is on the board after the board.
  return [
    ...cards.filter(({ square }) => square.carrier !== 'plate').sort((a, b) => far(b) - far(a)),
    ...board,
    ...plate,
  ];
}

/** Blurs one channel by a Gaussian, along rows and then along columns. */
function blurred(levels: Float32Array, width: number, height: number, sigma: number): Float32Array {
  const reach = Math.ceil(sigma * 3);
  const kernel = Float32Array.from({ length: 2 * reach + 1 }, (_, i) =>
    Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)),
  );
  const sum = kernel.reduce((a, b) => a + b, 0);
  const along = (
    from: Float32Array,
    step: number,
    count: number,
    lines: number,
    lineStep: number,
  ): Float32Array => {
    const out = new Float32Array(from.length);
    for (let line = 0; line < lines; line++)
      for (let i = 0; i < count; i++) {
        let value = 0;
        for (let k = -reach; k <= reach; k++) {
          const at = i + k < 0 ? 0 : i + k >= count ? count - 1 : i + k;
          value += (kernel[k + reach] ?? 0) * (from[line * lineStep + at * step] ?? 0);
        }
        out[line * lineStep + i * step] = value / sum;
      }
    return out;
  };
  return along(along(levels, 1, width, height, width), width, height, width, 1);
}

/** The directions of a camera's pixels, the lens taken off: writes to `out`, nothing is made. */
function raysOf(
  { camera }: World,
  { ahead, right, down }: Eye,
): (u: number, v: number, out: Float64Array) => void {
  const { focalPx, cx, cy, k1, k2 } = camera;
  return (u, v, out) => {
    const x0 = (u - cx) / focalPx;
    const y0 = (v - cy) / focalPx;
    let x = x0;
    let y = y0;
    for (let i = 0; i < 3; i++) {
      const r2 = x * x + y * y;
      const bend = 1 + r2 * (k1 + k2 * r2);
      x = x0 / bend;
      y = y0 / bend;
    }
    out[0] = ahead[0] + x * right[0] + y * down[0];
    out[1] = ahead[1] + x * right[1] + y * down[1];
    out[2] = ahead[2] + x * right[2] + y * down[2];
  };
}

/** Draws one sheet over what is there. */
function drawSheet(
  { square, print, reach }: Sheet,
  world: World,
  shot: Shot,
  eye: Eye,
  scene: Backdrop,
  channels: readonly Float32Array[],
): void {
  const { width, height } = world.camera;
  const { at, right, up } = square;
  const face = across(world.side, right, up);
  const toward = minus(shot.eye, at);
  if (dot(toward, face) <= 0) return;
  const corners = [reach[0], reach[1]].flatMap((x) =>
    [reach[2], reach[3]].map((y) => pixelOf(world, eye, plus(at, times(right, x), times(up, y)))),
  );
  if (corners.some((one) => !one)) return;
  const along = (axis: 0 | 1): number[] => corners.map((one) => one?.[axis] ?? 0);
  const [us, vs] = [along(0), along(1)];
  const light = 0.72 + 0.28 * Math.max(0, dot(face, [0.25, 0.8, 0.55]));
  const ray = new Float64Array(3);
  const rayOf = raysOf(world, eye);
  const height0 = dot(toward, face);
  const [rightOff, upOff] = [dot(toward, right), dot(toward, up)];
  for (
    let v = Math.max(0, Math.floor(Math.min(...vs)));
    v <= Math.min(height - 1, Math.ceil(Math.max(...vs)));
    v++
  )
    for (
      let u = Math.max(0, Math.floor(Math.min(...us)));
      u <= Math.min(width - 1, Math.ceil(Math.max(...us)));
      u++
    ) {
      let covered = 0;
      let white = 0;
      for (let k = 0; k < FINE * FINE; k++) {
        rayOf(u - 0.5 + ((k % FINE) + 0.5) / FINE, v - 0.5 + (Math.floor(k / FINE) + 0.5) / FINE, ray);
        const [x, y, z] = ray as unknown as [number, number, number];
        const away = -height0 / (x * face[0] + y * face[1] + z * face[2]);
        const shown = print(
          rightOff + away * (x * right[0] + y * right[1] + z * right[2]),
          upOff + away * (x * up[0] + y * up[1] + z * up[2]),
        );
        if (shown === undefined || (square.carrier === 'body' && scene.hides(shot, ray, away))) continue;
        covered++;
        white += shown;
      }
      if (covered === 0) continue;
      const share = covered / (FINE * FINE);
      const level = (22 + 214 * (white / covered)) * light;
      for (const channel of channels) {
        const i = v * width + u;
        channel[i] = (channel[i] ?? 0) * (1 - share) + level * share;
      }
    }
}

/** Draws of a normal, made once: a picture takes millions. */
const DRAWS = 1 << 16;

/** The picture of a shot: RGB bytes, rows from above. The same seed draws the same picture. */
export function drawPhoto(
  world: World,
  shot: Shot,
  seed: number,
  lens: Lens = PHONE_LENS,
  scene: Backdrop = backdrop(world),
): Uint8Array {
  const { width, height } = world.camera;
  const eye = eyeOf(shot, world.side);
  const channels = [0, 1, 2].map(() => new Float32Array(width * height));
  const color = new Float32Array(3);
  const ray = new Float64Array(3);
  const rayOf = raysOf(world, eye);
  for (let v = 0; v < height; v++)
    for (let u = 0; u < width; u++) {
      rayOf(u, v, ray);
      scene.shade(shot, ray, color);
      channels.forEach((channel, c) => (channel[v * width + u] = color[c] ?? 0));
    }
  for (const sheet of sheetsOf(world, shot)) drawSheet(sheet, world, shot, eye, scene, channels);
  const random = seeded(seed);
  const draws = Float32Array.from({ length: DRAWS }, () => lens.noise * normal(random));
  const out = new Uint8Array(width * height * 3);
  channels.forEach((levels, c) => {
    const soft = blurred(levels, width, height, lens.blurPx);
    let at = Math.floor(random() * DRAWS);
    for (let i = 0; i < soft.length; i++) {
      // Steps of differing length, so that no pattern shows.
      at = (at + 1 + (i & 7) + c) % DRAWS;
      out[i * 3 + c] = Math.min(255, Math.max(0, Math.round((soft[i] ?? 0) + (draws[at] ?? 0))));
    }
  });
  return out;
}
