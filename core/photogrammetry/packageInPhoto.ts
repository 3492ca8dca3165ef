import { poseView, type PoseView } from '../clearance/contact';
import { cutDepths, type SweepCorner } from '../clearance/corner';
import type { Profile } from '../clearance/profile';
import type { Package } from '../format/build';
import type { Vec } from '../geometry/vec';
import type { PhotoMeasurement, PhotoView } from './measure';
import { archInPhoto, pixelIn, wheelInPhoto } from './wheelInPhoto';

/** One thing drawn into a picture: a path in its pixels. What is `clipped` is seen through the arch only. */
export type PhotoLayer = {
  id: 'wheel' | 'ring' | 'rim' | 'spoke' | 'out' | 'outline' | 'delivered' | 'ink' | 'gap' | 'at';
  d: string;
  fill?: string;
  opacity?: number;
  stroke?: string;
  /** Pixels. */
  line?: number;
  dash?: string;
  clipped?: boolean;
};

export type PackageInPhoto = {
  /** The arch that the fender leaves open, as a path; without one nothing hides the wheel. */
  arch: string | undefined;
  layers: PhotoLayer[];
  nearest: PoseView['nearest'];
};

type Pixel = readonly [number, number];
const path = (points: readonly Pixel[], closed = true): string =>
  `M ${points.map(([u, v]) => `${u.toFixed(1)} ${v.toFixed(1)}`).join(' L ')}${closed ? ' Z' : ''}`;

/** The edge that hides the wheel: the lip's points in their order. */
const LIP = /lip/;
const RUBBER = '#17181a';
const METAL = '#aeb2b7';
const FREE = '#ffd35a';
const MET = '#ff5a3c';

type Asked = {
  measured: Pick<PhotoMeasurement, 'camera' | 'points'>;
  view: PhotoView;
  /** The picture's width in pixels: what is drawn is as thick in a small one. */
  widthPx: number;
  corner: SweepCorner;
  profile: Profile;
  stock: Profile;
  cuts: Package['cuts'];
  lockDeg: number;
  travelMm: number;
};

/**
 * The package's wheel in a pose drawn into a picture of a round, to scale, in the order in which it is drawn: behind the fender
 * where it hides it, what stands out of the fender never hidden, as delivered as a thin line, the shortest gap marked. Undefined
 * where some of the wheel is behind the camera.
 */
export function packageInPhoto(asked: Asked): PackageInPhoto | undefined {
  const { measured, view, widthPx, corner, profile, stock, cuts, lockDeg, travelMm } = asked;
  const { camera, points } = measured;
  const pose = poseView(corner, profile, cutDepths(corner.corner.obstacles, cuts), lockDeg, travelMm);
  // The picture shows the body where it stood: a body lift moves the wheel down in it.
  const down = ([x, y, z]: readonly number[]): Vec => [x ?? 0, y ?? 0, (z ?? 0) - corner.lift.bodyMm];
  const place = { hub: down(pose.hub), spin: pose.spin };
  const lip = points
    .filter(({ obstacle }) => LIP.test(obstacle))
    .map(({ xMm, yMm, zMm }): Vec => [xMm, yMm, zMm]);
  const edgeMm = lip.length > 0 ? Math.max(...lip.map(([, y]) => y)) : Infinity;
  const wheel = wheelInPhoto(camera, view, place, profile, edgeMm);
  if (!wheel) return undefined;
  const delivered = wheelInPhoto(camera, view, place, stock);
  const arch = archInPhoto(camera, view, lip);
  const { nearest } = pose;
  const at = pixelIn(camera, view, down(nearest.at));
  const surface = pixelIn(camera, view, down(nearest.surface));
  const ink = nearest.clearanceMm < 0 ? MET : FREE;
  const line = widthPx / 500;
  const [outer = [], inner = [], rim = [], middle = []] = wheel.rings;
  const round = ([u, v]: Pixel, r: number): string =>
    `M ${(u - r).toFixed(1)} ${v.toFixed(1)} a ${r} ${r} 0 1 0 ${2 * r} 0 a ${r} ${r} 0 1 0 ${-2 * r} 0 Z`;
  // What the wheel meets, place by place, as ink would show it.
  const inked = pose.met.flatMap((point) => {
    const pixel = pixelIn(camera, view, down(point));
    return pixel ? [round(pixel, line * 2)] : [];
  });
  const layers: PhotoLayer[] = [
    {
      id: 'wheel',
      d: path(wheel.outline),
      fill: RUBBER,
      opacity: 0.9,
      stroke: '#0b0b0c',
      line,
      clipped: true,
    },
    ...[inner, outer].map((ring): PhotoLayer => ({
      id: 'ring',
      d: path(ring),
      stroke: '#5b5e63',
      line,
      clipped: true,
    })),
    { id: 'rim', d: path(rim), fill: '#3a3d41', stroke: METAL, line: line * 2, clipped: true },
    ...wheel.spokes.map((spoke): PhotoLayer => ({
      id: 'spoke',
      d: path(spoke, false),
      stroke: METAL,
      line: line * 7,
      clipped: true,
    })),
    { id: 'rim', d: path(middle), fill: '#8d9196', stroke: METAL, line, clipped: true },
    ...(wheel.out.length > 2
      ? [{ id: 'out' as const, d: path(wheel.out), fill: RUBBER, opacity: 0.75 }]
      : []),
    {
      id: 'outline',
      d: path(wheel.outline),
      stroke: '#f4f2ec',
      line,
      dash: `${line * 5} ${line * 3}`,
    },
    ...(delivered
      ? [{ id: 'delivered' as const, d: path(delivered.outline), stroke: '#7fd1ff', line: line * 0.8 }]
      : []),
    ...(inked.length > 0 ? [{ id: 'ink' as const, d: inked.join(' '), fill: MET, opacity: 0.8 }] : []),
    ...(at && surface
      ? [
          { id: 'gap' as const, d: path([at, surface], false), stroke: ink, line: line * 1.6 },
          { id: 'at' as const, d: round(at, line * 3.5), fill: ink },
        ]
      : []),
  ];
  return { arch: arch && path(arch), layers, nearest };
}

/** Where a picture was taken from, in the axes of the corner, mm: the camera's centre. */
function cameraPlace({ toCamera: m }: PhotoView): Vec {
  const t = [m[9] ?? 0, m[10] ?? 0, m[11] ?? 0];
  return [0, 1, 2].map((k) => -[0, 1, 2].reduce((sum, row) => sum + (m[row * 3 + k] ?? 0) * t[row]!, 0)) as [
    number,
    number,
    number,
  ];
}

/** The picture that looks at the wheel's face most squarely; undefined where there is none. */
export function squarest(views: readonly PhotoView[]): PhotoView | undefined {
  const squareness = (view: PhotoView): number => {
    const place = cameraPlace(view);
    return place[1] / Math.hypot(...place);
  };
  return views.toSorted((a, b) => squareness(b) - squareness(a))[0];
}
