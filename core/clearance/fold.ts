import { sectionClearance, type Profile } from './profile';
import type { SweepCorner } from './corner';
import { POSE_STRIDE } from './poses';

/**
 * The wheel's-eye section as a grid of cells in the (a, r) plane: `cells[row * columns + column]` is 0 where
 * nothing ever stands and 1 + the index of an obstacle where one does in some pose of the zone. Column 0 is
 * at `aMm`, row 0 at `rMm`; both grow. Where obstacles overlap, the one of the later material stays.
 */
export type Fold = {
  aMm: number;
  rMm: number;
  cellMm: number;
  columns: number;
  rows: number;
  cells: Uint8Array;
};
export type FoldWindow = { aMm: [number, number]; rMm: [number, number]; cellMm: number };

/** Fills a triangle; a sliver thinner than a cell still marks the cells of its corners. */
function triangle(
  fold: Fold,
  value: number,
  rank: Uint8Array,
  ax: number,
  ay: number,
  bx: number,
  by: number,
  cx: number,
  cy: number,
): void {
  const { columns, rows, cells } = fold;
  const mark = (x: number, y: number): void => {
    if (x < 0 || y < 0 || x >= columns || y >= rows) return;
    const at = y * columns + x;
    if (rank[cells[at]!]! <= rank[value]!) cells[at] = value;
  };
  mark(Math.floor(ax), Math.floor(ay));
  mark(Math.floor(bx), Math.floor(by));
  mark(Math.floor(cx), Math.floor(cy));
  const x0 = Math.max(0, Math.floor(Math.min(ax, bx, cx)));
  const x1 = Math.min(columns - 1, Math.floor(Math.max(ax, bx, cx)));
  const y0 = Math.max(0, Math.floor(Math.min(ay, by, cy)));
  const y1 = Math.min(rows - 1, Math.floor(Math.max(ay, by, cy)));
  if (x1 - x0 <= 1 && y1 - y0 <= 1) return;
  const area = (bx - ax) * (cy - ay) - (by - ay) * (cx - ax);
  if (Math.abs(area) < 1e-9) return;
  const sign = area > 0 ? 1 : -1;
  for (let y = y0; y <= y1; y++)
    for (let x = x0; x <= x1; x++) {
      const px = x + 0.5;
      const py = y + 0.5;
      if (sign * ((bx - ax) * (py - ay) - (by - ay) * (px - ax)) < 0) continue;
      if (sign * ((cx - bx) * (py - by) - (cy - by) * (px - bx)) < 0) continue;
      if (sign * ((ax - cx) * (py - cy) - (ay - cy) * (px - cx)) < 0) continue;
      mark(x, y);
    }
}

/**
 * Folds every obstacle point in every pose of the zone into the wheel's own section plane. Points between
 * neighbouring poses are filled in, so that white is free space and not a gap in the grid.
 * `rank[1 + i]` orders obstacle i (0 for empty); the higher stays on top.
 */
export function foldCorner(corner: SweepCorner, frame: FoldWindow, rank: Uint8Array): Fold {
  const { flat, grid, inZone, poseSets, passed } = corner;
  const { cellMm } = frame;
  const columns = Math.ceil((frame.aMm[1] - frame.aMm[0]) / cellMm);
  const rows = Math.ceil((frame.rMm[1] - frame.rMm[0]) / cellMm);
  const fold: Fold = {
    aMm: frame.aMm[0],
    rMm: frame.rMm[0],
    cellMm,
    columns,
    rows,
    cells: new Uint8Array(columns * rows),
  };
  const locks = grid.lockDeg.length;
  const travels = grid.hubMm.length;
  const a = new Float64Array(locks * travels);
  const r = new Float64Array(locks * travels);
  const column = (mm: number): number => (mm - fold.aMm) / cellMm;
  const row = (mm: number): number => (mm - fold.rMm) / cellMm;

  /** What turns with the hub stands in one place of the section: its own line there. */
  const still = (i: number): void => {
    for (let q = flat.start[i]! * 3; q < flat.start[i + 1]! * 3; q += 3) {
      const x = column(flat.xyz[q + 1]!);
      const y = row(Math.hypot(flat.xyz[q]!, flat.xyz[q + 2]!));
      const more = q + 3 < flat.start[i + 1]! * 3;
      const toX = more ? column(flat.xyz[q + 4]!) : x;
      const toY = more ? row(Math.hypot(flat.xyz[q + 3]!, flat.xyz[q + 5]!)) : y;
      const steps = Math.max(1, Math.ceil(Math.max(Math.abs(toX - x), Math.abs(toY - y))));
      for (let k = 0; k < steps; k++) {
        const px = x + ((toX - x) * k) / steps;
        const py = y + ((toY - y) * k) / steps;
        triangle(fold, i + 1, rank, px, py, px, py, px, py);
      }
    }
  };

  /** One point in every pose of one set: a sheet of quadrilaterals between neighbouring poses. */
  const moving = (i: number, q: number, poses: Float64Array): void => {
    for (let pose = 0, p = 0; pose < a.length; pose++, p += POSE_STRIDE) {
      const vx = flat.xyz[q]! - poses[p]!;
      const vy = flat.xyz[q + 1]! - poses[p + 1]!;
      const vz = flat.xyz[q + 2]! - (poses[p + 2]! - flat.rise[i]! - flat.follow[i]! * poses[p + 6]!);
      const along = vx * poses[p + 3]! + vy * poses[p + 4]! + vz * poses[p + 5]!;
      a[pose] = column(along);
      r[pose] = row(Math.sqrt(Math.max(0, vx * vx + vy * vy + vz * vz - along * along)));
    }
    for (let t = 0; t < travels; t++)
      for (let l = 0; l < locks; l++) {
        const p00 = t * locks + l;
        if (inZone[p00] !== 1) continue;
        const right = l + 1 < locks && inZone[p00 + 1] === 1 ? p00 + 1 : p00;
        const above = t + 1 < travels && inZone[p00 + locks] === 1 ? p00 + locks : p00;
        const both = right !== p00 && above !== p00 && inZone[above + 1] === 1 ? above + 1 : above;
        triangle(fold, i + 1, rank, a[p00]!, r[p00]!, a[right]!, r[right]!, a[above]!, r[above]!);
        if (both !== above)
          triangle(fold, i + 1, rank, a[both]!, r[both]!, a[right]!, r[right]!, a[above]!, r[above]!);
      }
  };

  for (let i = 0; i < flat.count; i++)
    if (flat.upright[i] === 1) still(i);
    else
      poseSets.forEach((poses, way) => {
        if (passed[way]?.[i] === 1) return;
        for (let q = flat.start[i]! * 3; q < flat.start[i + 1]! * 3; q += 3) moving(i, q, poses);
      });
  return fold;
}

/** Least distance in mm from the wheel's section to any filled cell's centre: what the drawing shows. */
export function foldClearance(fold: Fold, profile: Profile): number {
  let least = Infinity;
  for (let at = 0; at < fold.cells.length; at++)
    if (fold.cells[at] !== 0)
      least = Math.min(
        least,
        sectionClearance(
          profile,
          fold.aMm + ((at % fold.columns) + 0.5) * fold.cellMm,
          fold.rMm + (Math.floor(at / fold.columns) + 0.5) * fold.cellMm,
        ),
      );
  return least;
}
