import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib';
import type { CardPlan } from '../core/photogrammetry/cardPlan';
import { CARD_KINDS } from '../core/photogrammetry/cards';
import { cardSheets, type CardSheet } from './cardSheets';
import { latin } from './latin';
import { INK, PAPERS, QUIET, type Paper } from './paper';

/** Points per millimetre. */
const PT = 72 / 25.4;
/** Cells of a marker overlap by this, mm, so that no printer draws a hair between them. */
const OVERLAP_MM = 0.05;
const BLACK = rgb(0, 0, 0);

export type CardsHead = { vehicle: string; axle: string; shop: string };
type Flat = readonly [x: number, y: number];

function path(points: readonly Flat[], height: number): string {
  // A drawn path has y downward from where it is put.
  return `${points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'} ${x * PT} ${height - y * PT}`).join(' ')} Z`;
}

function drawSheet(page: PDFPage, plain: PDFFont, bold: PDFFont, sheet: CardSheet): void {
  const height = page.getHeight();
  for (const [x, y, w, h] of sheet.black)
    page.drawRectangle({
      x: x * PT,
      y: y * PT,
      width: w * PT,
      height: (h + OVERLAP_MM) * PT,
      color: BLACK,
    });
  for (const shape of sheet.shapes) page.drawSvgPath(path(shape, height), { x: 0, y: height, color: INK });
  for (const { from, to, dashed } of sheet.lines)
    page.drawLine({
      start: { x: from[0] * PT, y: from[1] * PT },
      end: { x: to[0] * PT, y: to[1] * PT },
      thickness: dashed ? 0.4 : 0.8,
      color: dashed ? QUIET : INK,
      ...(dashed ? { dashArray: [2, 3] } : {}),
    });
  for (const { at, size, words, bold: thick } of sheet.texts)
    page.drawText(latin(words), {
      x: at[0] * PT,
      y: at[1] * PT,
      size,
      font: thick ? bold : plain,
      color: INK,
    });
}

/** Small drawings, each about 78 mm wide, in mm from their own lower left. */
type Figure = {
  lines: (readonly [Flat, Flat])[];
  thick: (readonly [Flat, Flat])[];
  squares: (readonly [x: number, y: number, side: number])[];
};

const frame = (x: number, y: number, w: number, h: number): (readonly [Flat, Flat])[] => [
  [
    [x, y],
    [x + w, y],
  ],
  [
    [x + w, y],
    [x + w, y + h],
  ],
  [
    [x + w, y + h],
    [x, y + h],
  ],
  [
    [x, y + h],
    [x, y],
  ],
];

const arc = (cx: number, cy: number, r: number, from: number, to: number): (readonly [Flat, Flat])[] => {
  const at = (i: number): Flat => {
    const angle = ((from + ((to - from) * i) / 24) * Math.PI) / 180;
    return [cx + r * Math.cos(angle), cy + r * Math.sin(angle)];
  };
  return Array.from({ length: 24 }, (_, i) => [at(i), at(i + 1)] as const);
};

const FIGURES: readonly { title: string; words: string[]; figure: Figure }[] = [
  {
    title: '1  Plate',
    words: [
      'Glued to a stiff board, held by two nuts on the bare hub or flat on the wheel. Cross',
      'on the axle’s line, arrow up. Lay a straightedge over its face and read how far it',
      'stands outboard of the hub’s mounting face: that figure is asked for.',
    ],
    figure: {
      thick: [...arc(39, 20, 18, 0, 360), ...frame(30, 7, 18, 26)],
      lines: [
        [
          [36, 20],
          [42, 20],
        ],
        [
          [39, 17],
          [39, 23],
        ],
      ],
      squares: [
        [31, 26, 6],
        [41, 26, 6],
        [31, 8, 6],
        [41, 8, 6],
      ],
    },
  },
  {
    title: '2  Tip cards, on edges',
    words: [
      'Stick the card on the outside, so that the tip of its arrow lies on the edge itself.',
      'Cut it off straight below the tip where it would stand over. It stays flat: where',
      'the sheet is curved, back it with card.',
    ],
    figure: {
      thick: arc(39, -16, 34, 35, 145),
      lines: [
        [
          [36, 22],
          [39, 18],
        ],
        [
          [42, 22],
          [39, 18],
        ],
        ...frame(33, 22, 12, 12),
      ],
      squares: [[35, 24, 8]],
    },
  },
  {
    title: '3  Spot cards, on surfaces',
    words: [
      'On liner and seam. The middle of the square is the point. Where the surface is curved,',
      'fold the strip with the name back and stick the card by it alone.',
    ],
    figure: {
      // The liner from the side, a card that touches it with its middle and its folded strip.
      thick: arc(30, 4, 30, 100, 160),
      lines: [
        [
          [6, 26],
          [18, 38],
        ],
        [
          [18, 38],
          [14, 36],
        ],
        ...frame(42, 10, 22, 26),
        [
          [42, 32],
          [64, 32],
        ],
      ],
      squares: [[47, 15, 12]],
    },
  },
  {
    title: '4  Floor cards, then the pictures',
    words: [
      'Flat on level ground, at least three, before, behind and beside the wheel, not in a line.',
      'Eight to twelve pictures along a half circle: low, level, high; the plate in each, every',
      'card in three or more. One camera, not zoomed.',
    ],
    figure: {
      thick: [
        [
          [14, 36],
          [64, 36],
        ],
        ...arc(39, 36, 9, 180, 360),
      ],
      lines: arc(39, 36, 36, 205, 335),
      squares: [
        [16, 26, 5],
        [36.5, 12, 5],
        [57, 26, 5],
      ],
    },
  },
];

function guide(page: PDFPage, plain: PDFFont, bold: PDFFont, head: CardsHead, plan: CardPlan): void {
  const top = page.getHeight() / PT - 18;
  const write = (words: string, x: number, y: number, size: number, thick = false): void =>
    page.drawText(latin(words), { x: x * PT, y: y * PT, size, font: thick ? bold : plain, color: INK });
  write(`Cards for the ${head.axle} well`, 12, top, 16, true);
  write(`${head.vehicle} · ${head.shop}`, 12, top - 6, 9);
  const counts = new Map<string, number>();
  for (const { name, kind } of plan.cards) {
    const part = `${name.replace(/ \d+$/, '')} (${kind})`;
    counts.set(part, (counts.get(part) ?? 0) + 1);
  }
  const listed = [
    `1 plate`,
    `${plan.floor} floor`,
    ...[...counts].map(([part, count]) => `${count} ${part}`),
  ];
  listed.forEach((words, i) => write(words, 12 + (i % 3) * 62, top - 14 - Math.floor(i / 3) * 5, 9));
  let y = top - 24 - Math.ceil(listed.length / 3) * 5;
  for (const { title, words, figure } of FIGURES) {
    const base = y - 42;
    const at = ([x, v]: Flat): { x: number; y: number } => ({ x: (x + 8) * PT, y: (v + base) * PT });
    for (const [from, to] of figure.lines)
      page.drawLine({ start: at(from), end: at(to), thickness: 0.6, color: QUIET });
    for (const [from, to] of figure.thick)
      page.drawLine({ start: at(from), end: at(to), thickness: 1.4, color: INK });
    for (const [x, v, side] of figure.squares)
      page.drawRectangle({ ...at([x, v]), width: side * PT, height: side * PT, color: INK });
    write(title, 88, base + 34, 10, true);
    words.forEach((one, i) => write(one, 88, base + 28 - i * 5, 8.5));
    y = base - 8;
  }
  write(
    `Small squares ${CARD_KINDS.tip.sideMm} mm, large ones ${CARD_KINDS.plate.sideMm} mm: all from one print. Matt paper; no film over it. Wheels chocked, vehicle on stands before anybody lies under it.`,
    12,
    y,
    7.5,
  );
}

/** The cards of a well as PDF at true size, with a page that says how they are stuck. */
export async function cardsPdf(head: CardsHead, plan: CardPlan, paper: Paper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(latin(`Cards, ${head.axle} well, ${head.vehicle}`));
  const [plain, bold] = await Promise.all([
    pdf.embedFont(StandardFonts.Helvetica),
    pdf.embedFont(StandardFonts.HelveticaBold),
  ]);
  const [width, height] = PAPERS[paper];
  guide(pdf.addPage([width, height]), plain, bold, head, plan);
  for (const sheet of cardSheets(plan, paper)) drawSheet(pdf.addPage([width, height]), plain, bold, sheet);
  return pdf.save();
}
