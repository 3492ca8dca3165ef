import type { Assessment } from '../assess';
import type { Build } from '../format/build';
import { contour } from '../clearance/contour';
import { sweepCorner, sweepInputOf } from '../clearance/corner';
import { foldCorner, type FoldWindow } from '../clearance/fold';
import { mountedProfile, tireOutline } from '../clearance/profile';
import { showRounded, type UnitSystem } from '../units/quantity';
import { closed, type Sketch, type Stroke } from './paper';

/** Wide enough for every wheel that is fitted; the same for all, so that they stand on one scale. */
const WINDOW: FoldWindow = { aMm: [-330, 250], rMm: [140, 580], cellMm: 5 };
/** A degree of lock is drawn as long as this many mm of travel. */
const MM_PER_DEG = 5;
const MAP = { deg: 42, mm: 170, leftMm: 96, belowMm: 60 } as const;

/** The edge of what the front wheel could meet, and the tire's half section in it: sideways from the hub face, and radius. */
export function sectionSketch(build: Build, caption: string, units: UnitSystem): Sketch {
  const { vehicle, package: pack, use } = build;
  const corner = sweepCorner(sweepInputOf({ vehicle, package: pack, use }, 'front'));
  const rank = Uint8Array.from([0, ...corner.corner.obstacles.map(() => 1)]);
  const fold = foldCorner(corner, WINDOW, rank);
  const rows = Array.from({ length: fold.rows }, (_, row) =>
    Array.from({ length: fold.columns }, (_, column) =>
      fold.cells[row * fold.columns + column] === 0 ? -1 : 1,
    ),
  );
  const at = (x: number, y: number): readonly [number, number] => [
    fold.aMm + (x + 0.5) * fold.cellMm,
    fold.rMm + (y + 0.5) * fold.cellMm,
  ];
  const edge = contour(rows, 0).map(([x0, y0, x1, y1]): Stroke => ({
    weight: 'thin',
    points: [at(x0, y0), at(x1, y1)],
  }));
  const now = mountedProfile(pack, pack.spacerMm);
  return {
    caption,
    from: [WINDOW.aMm[0], WINDOW.rMm[0]],
    to: [WINDOW.aMm[1], WINDOW.rMm[1]],
    strokes: [
      ...edge,
      { weight: 'dash', points: closed(tireOutline(mountedProfile(vehicle.stock, 0))) },
      { weight: 'bold', points: closed(tireOutline(now)) },
    ],
    labels: [
      // Between the beads and the tread: no line of the tire as delivered runs through it there.
      {
        at: [now.centreMm, (now.tireInnerMm + now.tireOuterMm) / 2],
        words: showRounded(2 * now.tireOuterMm, 'length', units),
      },
    ],
  };
}

/** Where the front wheel touches over lock (inside to the right) and travel (up): the line of contact bold, the margin dashed. */
export function lockMapSketch(
  { use: { marginMm } }: Build,
  { fit: { front } }: Assessment,
  caption: string,
  units: UnitSystem,
): Sketch {
  const { lockDeg, travelMm, clearanceMm } = front.map;
  const between = (values: readonly number[], place: number): number => {
    const low = Math.floor(place);
    const [a = 0, b = a] = [values[low], values[low + 1]];
    return a + (b - a) * (place - low);
  };
  const at = (x: number, y: number): readonly [number, number] => [
    between(lockDeg, x) * MM_PER_DEG,
    between(travelMm, y),
  ];
  const lines = (level: number, weight: Stroke['weight']): Stroke[] =>
    contour(clearanceMm, level).map(([x0, y0, x1, y1]) => ({ weight, points: [at(x0, y0), at(x1, y1)] }));
  const [left = 0, right = 0] = [lockDeg[0], lockDeg.at(-1)];
  const [low = 0, high = 0] = [travelMm[0], travelMm.at(-1)];
  const frame: Stroke = {
    weight: 'thin',
    points: closed([
      [left * MM_PER_DEG, low],
      [right * MM_PER_DEG, low],
      [right * MM_PER_DEG, high],
      [left * MM_PER_DEG, high],
    ]),
  };
  const ride: Stroke = {
    weight: 'thin',
    points: [
      [left * MM_PER_DEG, 0],
      [right * MM_PER_DEG, 0],
    ],
  };
  return {
    caption,
    from: [-MAP.deg * MM_PER_DEG - MAP.leftMm, -MAP.mm - MAP.belowMm],
    to: [MAP.deg * MM_PER_DEG, MAP.mm],
    strokes: [frame, ride, ...lines(marginMm, 'dash'), ...lines(0, 'bold')],
    labels: [
      ...[left, 0, right].map((deg) => ({
        at: [deg * MM_PER_DEG, low - MAP.belowMm / 2] as const,
        words: `${Math.abs(deg).toFixed(0)}°${deg < 0 ? ' out' : deg > 0 ? ' in' : ''}`,
        small: true as const,
      })),
      ...[low, 0, high]
        .filter((mm, i, all) => all.indexOf(mm) === i)
        .map((mm) => ({
          at: [left * MM_PER_DEG - MAP.leftMm * 0.55, mm] as const,
          words: mm === 0 ? 'ride' : showRounded(mm, 'length', units),
          small: true as const,
        })),
    ],
  };
}
