import {
  degrees,
  lineTo,
  moveTo,
  PDFDocument,
  popGraphicsState,
  pushGraphicsState,
  setDashPattern,
  setLineWidth,
  StandardFonts,
  stroke,
  type PDFFont,
  type PDFPage,
} from 'pdf-lib';
import type { Flat } from '../core/cutting/develop';
import { latin } from './latin';
import { PAPERS, type Paper } from './paper';
import { STROKES } from './templateSvg';
import type { TemplateSheet } from './template';

/** Points per millimetre. */
const PT = 72 / 25.4;
const MARGIN_MM = 10;
const FOOT_MM = 29;
/** Neighbouring pages show this much of each other; crosses in it are laid on each other. */
export const OVERLAP_MM = 12;

type Tile = { column: number; row: number; uMm: number; vMm: number };

/** How a drawing falls onto pages of a window size, each step leaving the overlap. */
export function tilesOf(
  widthMm: number,
  heightMm: number,
  windowMm: readonly [number, number],
): { tiles: Tile[]; columns: number; rows: number } {
  const count = (whole: number, window: number): number =>
    Math.max(1, Math.ceil((whole - OVERLAP_MM) / (window - OVERLAP_MM)));
  const columns = count(widthMm, windowMm[0]);
  const rows = count(heightMm, windowMm[1]);
  const tiles = Array.from({ length: columns * rows }, (_, i): Tile => {
    const [column, row] = [i % columns, Math.floor(i / columns)];
    return {
      column,
      row,
      uMm: column * (windowMm[0] - OVERLAP_MM),
      vMm: row * (windowMm[1] - OVERLAP_MM),
    };
  });
  return { tiles, columns, rows };
}

/** The part of a straight line inside a box from (0, 0) to `size`; undefined where there is none (Liang and Barsky). */
function clipped([a, b]: readonly [Flat, Flat], size: readonly [number, number]): [Flat, Flat] | undefined {
  let [t0, t1] = [0, 1];
  for (const axis of [0, 1] as const) {
    const d = b[axis] - a[axis];
    for (const [p, q] of [
      [-d, a[axis]],
      [d, size[axis] - a[axis]],
    ] as const) {
      if (p === 0 && q < 0) return undefined;
      if (p < 0) t0 = Math.max(t0, q / p);
      if (p > 0) t1 = Math.min(t1, q / p);
    }
  }
  if (t0 > t1) return undefined;
  const at = (t: number): Flat => [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t];
  return [at(t0), at(t1)];
}

/** The template at true size on as many pages as it needs, turned wide, each with its own check bar and its place. */
export async function templatePdf(sheet: TemplateSheet, paper: Paper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(latin(sheet.title.join(' · ')));
  const font = await pdf.embedFont(StandardFonts.Helvetica);
  const [narrow, wide] = [...PAPERS[paper]].sort((a, b) => a - b) as [number, number];
  const pageMm = [wide / PT, narrow / PT] as const;
  const windowMm = [pageMm[0] - 2 * MARGIN_MM, pageMm[1] - 2 * MARGIN_MM - FOOT_MM] as const;
  const { tiles, columns, rows } = tilesOf(sheet.widthMm, sheet.heightMm, windowMm);
  for (const tile of tiles) {
    const page = pdf.addPage([wide, narrow]);
    drawTile(page, font, sheet, tile, windowMm);
    const name = `${String.fromCharCode(65 + tile.row)}${tile.column + 1}`;
    drawFoot(page, font, sheet.title, `page ${name} of ${rows} x ${columns}`);
  }
  return pdf.save();
}

function line(page: PDFPage, a: Flat, b: Flat, widthMm: number): void {
  page.drawLine({
    start: { x: a[0] * PT, y: a[1] * PT },
    end: { x: b[0] * PT, y: b[1] * PT },
    thickness: widthMm * PT,
  });
}

/** What a page shows of a line: each stretch as one path, and how far along the line it begins. */
function pathsIn(
  points: readonly Flat[],
  windowMm: readonly [number, number],
): { path: Flat[]; fromMm: number }[] {
  const paths: { path: Flat[]; fromMm: number }[] = [];
  let walked = 0;
  let open: Flat[] | undefined;
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1], points[i]];
    if (!a || !b) continue;
    const part = clipped([a, b], windowMm);
    if (!part) open = undefined;
    else {
      const enters = part[0][0] !== a[0] || part[0][1] !== a[1];
      if (!open || enters) {
        open = [part[0]];
        paths.push({ path: open, fromMm: walked + Math.hypot(part[0][0] - a[0], part[0][1] - a[1]) });
      }
      open.push(part[1]);
      if (part[1][0] !== b[0] || part[1][1] !== b[1]) open = undefined;
    }
    walked += Math.hypot(b[0] - a[0], b[1] - a[1]);
  }
  return paths;
}

/** One path for a whole line: its dashes run on round its corners, and over from page to page. */
function polyline(
  page: PDFPage,
  points: readonly Flat[],
  widthMm: number,
  dash: readonly number[],
  fromMm: number,
): void {
  const [first, ...rest] = points;
  if (!first) return;
  page.pushOperators(
    pushGraphicsState(),
    setLineWidth(widthMm * PT),
    setDashPattern(
      dash.map((one) => one * PT),
      fromMm * PT,
    ),
    moveTo(first[0] * PT, first[1] * PT),
    ...rest.map(([x, y]) => lineTo(x * PT, y * PT)),
    stroke(),
    popGraphicsState(),
  );
}

function drawTile(
  page: PDFPage,
  font: PDFFont,
  sheet: TemplateSheet,
  { uMm, vMm }: Tile,
  windowMm: readonly [number, number],
): void {
  const onPage = ([u, v]: Flat): Flat => [u + MARGIN_MM, v + MARGIN_MM + FOOT_MM];
  for (const { layer, points } of sheet.lines) {
    const { widthMm, dash } = STROKES[layer];
    const shifted = points.map(([u, v]): Flat => [u - uMm, v - vMm]);
    for (const { path, fromMm } of pathsIn(shifted, windowMm))
      polyline(page, path.map(onPage), widthMm, dash, fromMm);
  }
  for (const { at, text, heightMm, angleDeg } of sheet.labels) {
    const [u, v] = [at[0] - uMm, at[1] - vMm];
    if (u < 0 || v < 0 || u > windowMm[0] || v > windowMm[1]) continue;
    const [x, y] = onPage([u, v]);
    page.drawText(latin(text), {
      x: x * PT,
      y: y * PT,
      size: heightMm * PT * 0.9,
      font,
      rotate: degrees(angleDeg),
    });
  }
  // Crosses at the corners of the overlap: the same places of the drawing on both pages.
  for (const u of [OVERLAP_MM / 2, windowMm[0] - OVERLAP_MM / 2])
    for (const v of [OVERLAP_MM / 2, windowMm[1] - OVERLAP_MM / 2]) {
      const [x, y] = onPage([u, v]);
      line(page, [x - 3, y], [x + 3, y], 0.15);
      line(page, [x, y - 3], [x, y + 3], 0.15);
    }
}

function drawFoot(page: PDFPage, font: PDFFont, title: readonly string[], place: string): void {
  const write = (text: string, x: number, y: number, size: number): void =>
    page.drawText(latin(text), { x: x * PT, y: y * PT, size, font });
  title.forEach((text, i) => write(text, MARGIN_MM, MARGIN_MM + FOOT_MM - 7 - i * 4.5, 9));
  write(
    `${place} · thin: edge, thick: cut, dash and dot: fold · print at 100 %, check the bar`,
    MARGIN_MM,
    MARGIN_MM + FOOT_MM - 7 - title.length * 4.5,
    8,
  );
  const y = MARGIN_MM - 1;
  line(page, [MARGIN_MM, y], [MARGIN_MM + 100, y], 0.4);
  for (const x of [0, 100]) line(page, [MARGIN_MM + x, y - 1.5], [MARGIN_MM + x, y + 1.5], 0.4);
  write('100 mm', MARGIN_MM + 102, y - 1, 8);
  line(page, [MARGIN_MM + 120, y], [MARGIN_MM + 221.6, y], 0.4);
  for (const x of [120, 221.6]) line(page, [MARGIN_MM + x, y - 1.5], [MARGIN_MM + x, y + 1.5], 0.4);
  write('4 in', MARGIN_MM + 223.6, y - 1, 8);
}
