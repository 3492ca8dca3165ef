import type { CardPlan, PlannedCard } from '../core/photogrammetry/cardPlan';
import { CARD_KINDS, measuredPoint, PLATE_CENTRES, type CardKind } from '../core/photogrammetry/cards';
import { TAG_CELLS, whiteCell } from '../core/photogrammetry/tagCodes';
import { PAPERS, type Paper } from './paper';

type Flat = readonly [x: number, y: number];

/** What stands on one sheet of cards, mm from its lower left corner: nothing is scaled when it is drawn. */
export type CardSheet = {
  name: string;
  widthMm: number;
  heightMm: number;
  /** Filled black: x, y, width, height. */
  black: (readonly [x: number, y: number, width: number, height: number])[];
  /** Filled black outlines. */
  shapes: Flat[][];
  lines: { from: Flat; to: Flat; dashed: boolean }[];
  texts: { at: Flat; size: number; words: string; bold: boolean }[];
};

const MARGIN_MM = 10;
const FOOT_MM = 14;
/** White round a marker, of its side. */
const BORDER = 1 / 6;
const BAR_MM = 100;

/** A marker's black cells, its centre at a place, rows joined along. */
function markerAt(id: number, sideMm: number, [cx, cy]: Flat): CardSheet['black'] {
  const cell = sideMm / TAG_CELLS;
  const out: CardSheet['black'] = [];
  for (let row = 0; row < TAG_CELLS; row++) {
    let from = 0;
    while (from < TAG_CELLS) {
      let to = from;
      while (to < TAG_CELLS && !whiteCell(id, to, row)) to++;
      if (to > from)
        out.push([
          cx - sideMm / 2 + from * cell,
          cy + sideMm / 2 - (row + 1) * cell,
          (to - from) * cell,
          cell,
        ]);
      from = Math.max(to, from + 1);
    }
  }
  return out;
}

const line = (from: Flat, to: Flat, dashed = false): CardSheet['lines'][number] => ({ from, to, dashed });
const box = (x: number, y: number, w: number, h: number): CardSheet['lines'] => {
  const [a, b, c, d]: Flat[] = [
    [x, y],
    [x + w, y],
    [x + w, y + h],
    [x, y + h],
  ] as [Flat, Flat, Flat, Flat];
  return [line(a, b, true), line(b, c, true), line(c, d, true), line(d, a, true)];
};

function emptySheet(name: string, paper: Paper): CardSheet {
  const [widthMm, heightMm] = PAPERS[paper].map((pt) => (pt * 25.4) / 72) as [number, number];
  const y = MARGIN_MM;
  const bar = [line([MARGIN_MM, y], [MARGIN_MM + BAR_MM, y])];
  for (let mm = 0; mm <= BAR_MM; mm += 10)
    bar.push(line([MARGIN_MM + mm, y], [MARGIN_MM + mm, y + (mm % 50 === 0 ? 3.5 : 2)]));
  return {
    name,
    widthMm,
    heightMm,
    black: [],
    shapes: [],
    lines: bar,
    texts: [
      {
        at: [MARGIN_MM + BAR_MM + 4, y - 0.5],
        size: 7.5,
        words: `100 mm: hold a rule to it. Print at 100 %, not fitted. ${name}`,
        bold: false,
      },
    ],
  };
}

/** One sheet for a stiff board: the four markers, the cross where the axle is, the arrow up. */
function plateSheet(paper: Paper): CardSheet {
  const sheet = emptySheet('Plate', paper);
  // A little above the middle: the check bar is below.
  const centre: Flat = [sheet.widthMm / 2, sheet.heightMm / 2 + 6];
  const at = (x: number, y: number): Flat => [centre[0] + x, centre[1] + y];
  PLATE_CENTRES.forEach(([x, y], id) => sheet.black.push(...markerAt(id, CARD_KINDS.plate.sideMm, at(x, y))));
  sheet.lines.push(line(at(-24, 0), at(24, 0)), line(at(0, -24), at(0, 24)));
  sheet.shapes.push([at(0, 64), at(-9, 46), at(9, 46)]);
  sheet.texts.push(
    { at: at(-13, 36), size: 9, words: 'UP', bold: true },
    {
      at: at(-29, -34),
      size: 8,
      words: 'Cross on the axle’s line. Glue to a stiff, flat board.',
      bold: false,
    },
  );
  return sheet;
}

const SIZES: Record<Exclude<CardKind, 'plate'>, { widthMm: number; aboveMm: number; belowMm: number }> = {
  floor: { widthMm: 82, aboveMm: 45, belowMm: 40 },
  tip: { widthMm: 42, aboveMm: 27, belowMm: 25 },
  spot: { widthMm: 42, aboveMm: 27, belowMm: 21 },
};

function cardAt(
  sheet: CardSheet,
  kind: Exclude<CardKind, 'plate'>,
  id: number,
  name: string,
  [cx, cy]: Flat,
): void {
  const { sideMm } = CARD_KINDS[kind];
  const { widthMm, aboveMm, belowMm } = SIZES[kind];
  sheet.black.push(...markerAt(id, sideMm, [cx, cy]));
  sheet.lines.push(...box(cx - widthMm / 2, cy - belowMm, widthMm, aboveMm + belowMm));
  const top = cy + sideMm / 2 + sideMm * BORDER - 0.5;
  sheet.texts.push({ at: [cx - widthMm / 2 + 2, top + 1], size: 7, words: name, bold: true });
  if (kind !== 'tip') return;
  const [tx, ty] = measuredPoint(id);
  sheet.shapes.push([
    [cx + tx, cy + ty],
    [cx + tx - 4.5, cy - sideMm / 2 - sideMm * BORDER],
    [cx + tx + 4.5, cy - sideMm / 2 - sideMm * BORDER],
  ]);
}

/** Cards of a kind on as many sheets as they need. */
function gridSheets(
  kind: Exclude<CardKind, 'plate'>,
  cards: readonly Pick<PlannedCard, 'id' | 'name'>[],
  words: string,
  paper: Paper,
): CardSheet[] {
  const { widthMm: across, aboveMm, belowMm } = SIZES[kind];
  const down = aboveMm + belowMm + 2;
  const first = emptySheet(words, paper);
  const columns = Math.floor((first.widthMm - 2 * MARGIN_MM + 2) / (across + 2));
  const rows = Math.floor((first.heightMm - 2 * MARGIN_MM - FOOT_MM) / down);
  const each = columns * rows;
  const count = Math.ceil(cards.length / each);
  return Array.from({ length: count }, (_, page) => {
    const sheet = emptySheet(count > 1 ? `${words}, ${page + 1} of ${count}` : words, paper);
    cards.slice(page * each, (page + 1) * each).forEach(({ id, name }, i) => {
      const x = MARGIN_MM + (i % columns) * (across + 2) + across / 2;
      const y = sheet.heightMm - MARGIN_MM - Math.floor(i / columns) * down - aboveMm;
      cardAt(sheet, kind, id, `${name}  (${id})`, [x, y]);
    });
    return sheet;
  });
}

/** Every sheet of a well's cards at true size: the plate, floor, tip and spot cards. */
export function cardSheets({ cards, floor }: CardPlan, paper: Paper): CardSheet[] {
  const lying = Array.from({ length: floor }, (_, i) => ({
    id: CARD_KINDS.floor.from + i,
    name: `floor ${i + 1}: flat on the ground`,
  }));
  const of = (kind: CardKind): PlannedCard[] => cards.filter((one) => one.kind === kind);
  return [
    plateSheet(paper),
    ...gridSheets('floor', lying, 'Floor cards', paper),
    ...gridSheets('tip', of('tip'), 'Tip cards', paper),
    ...gridSheets('spot', of('spot'), 'Spot cards', paper),
  ];
}
