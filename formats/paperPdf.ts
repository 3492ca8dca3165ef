import { PDFDocument, rgb, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib';
import type { Block, PaperSheet, Sketch } from '../core/paper/paper';
import { latin } from './latin';
import { INK, PAPERS, QUIET, type Paper } from './paper';

const MARGIN = 42;
const FOOT = 26;
const LEADING = 12.4;
const SIZE = 9;
const LINE = rgb(0.78, 0.77, 0.73);

/** A text broken into lines that are no wider than asked for; a word that is wider stands alone. */
export function wrapped(text: string, width: number, measure: (text: string) => number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(/\s+/)) {
    const longer = line === '' ? word : `${line} ${word}`;
    if (line !== '' && measure(longer) > width) {
      lines.push(line);
      line = word;
    } else line = longer;
  }
  return line === '' && lines.length > 0 ? lines : [...lines, line];
}

/** Writes from the top of a page down, and begins another where one is full. */
class Press {
  page: PDFPage;
  y = 0;
  readonly width: number;
  private readonly size: readonly [number, number];

  constructor(
    readonly pdf: PDFDocument,
    readonly plain: PDFFont,
    readonly bold: PDFFont,
    paper: Paper,
    /** Drawn larger than the paper by so much, and shrunk onto it at the end. */
    readonly shrink: number,
  ) {
    const [width, height] = PAPERS[paper];
    this.size = [width * shrink, height * shrink];
    this.width = this.size[0] - 2 * MARGIN;
    this.page = this.turn();
  }

  turn(): PDFPage {
    this.page = this.pdf.addPage([...this.size]);
    this.y = this.size[1] - MARGIN;
    return this.page;
  }

  /** Makes sure that so many points are left on the page. */
  need(points: number): void {
    if (this.y - points < MARGIN + FOOT) this.turn();
  }

  lines(text: string, width: number, bold = false, size = SIZE): string[] {
    const font = bold ? this.bold : this.plain;
    return wrapped(latin(text), width, (part) => font.widthOfTextAtSize(part, size));
  }

  put(
    text: string,
    x: number,
    y: number,
    { bold = false, size = SIZE, quiet = false, right = 0 } = {},
  ): void {
    const font = bold ? this.bold : this.plain;
    const plain = latin(text);
    const at = right > 0 ? x + right - font.widthOfTextAtSize(plain, size) : x;
    this.page.drawText(plain, { x: MARGIN + at, y, size, font, color: quiet ? QUIET : INK });
  }

  rule(thickness = 0.5, colour = LINE): void {
    this.page.drawLine({
      start: { x: MARGIN, y: this.y },
      end: { x: MARGIN + this.width, y: this.y },
      thickness,
      color: colour,
    });
  }

  text(words: string, { bold = false, x = 0, size = SIZE, quiet = false } = {}): void {
    for (const line of this.lines(words, this.width - x, bold, size)) {
      this.need(LEADING);
      this.y -= LEADING;
      this.put(line, x, this.y, { bold, size, quiet });
    }
  }
}

/** One row of cells, broken into as many lines as its fullest cell needs. */
function row(
  press: Press,
  cells: readonly string[],
  widths: readonly number[],
  { bold = false, right = [] as readonly number[] },
): void {
  const starts = widths.map((_, i) => widths.slice(0, i).reduce((sum, one) => sum + one, 0) * press.width);
  const broken = cells.map((cell, i) => press.lines(cell, (widths[i] ?? 0) * press.width - 8, bold));
  const height = Math.max(...broken.map((lines) => lines.length)) * LEADING;
  press.need(height + 3);
  broken.forEach((lines, i) =>
    lines.forEach((line, k) =>
      press.put(line, starts[i] ?? 0, press.y - LEADING * (k + 1) + 1, {
        bold,
        ...(right.includes(i) ? { right: (widths[i] ?? 0) * press.width - 8 } : {}),
      }),
    ),
  );
  press.y -= height + 3;
  press.rule(0.4);
}

const SKETCH_GAP = 14;

function sketches(press: Press, items: readonly Sketch[]): void {
  const each = (press.width - SKETCH_GAP * (items.length - 1)) / items.length;
  const scale = Math.min(...items.map(({ from, to }) => each / (to[0] - from[0])));
  const height = Math.max(...items.map(({ from, to }) => (to[1] - from[1]) * scale));
  press.need(height + LEADING * 2);
  press.y -= LEADING + 6;
  items.forEach(({ caption }, i) => press.put(caption, i * (each + SKETCH_GAP), press.y, { bold: true }));
  const floor = press.y - 4 - height;
  items.forEach(({ from, strokes, labels }, i) => {
    const left = MARGIN + i * (each + SKETCH_GAP);
    const at = (point: readonly [number, number]) => ({
      x: left + (point[0] - from[0]) * scale,
      y: floor + (point[1] - from[1]) * scale,
    });
    for (const { points, weight } of strokes)
      points.slice(1).forEach((point, k) =>
        press.page.drawLine({
          start: at(points[k] ?? point),
          end: at(point),
          thickness: weight === 'bold' ? 1.4 : 0.6,
          color: weight === 'bold' ? INK : QUIET,
          ...(weight === 'dash' ? { dashArray: [3, 2] } : {}),
        }),
      );
    for (const { at: place, words, small } of labels) {
      const { x, y } = at(place);
      const size = small ? 6 : 7.5;
      press.put(words, x - MARGIN - press.plain.widthOfTextAtSize(latin(words), size) / 2, y - 3, { size });
    }
  });
  press.y = floor - 4;
}

/** Photographs are so wide at the most, of the page: larger ones would push what is to be read off it. */
const PICTURE_SHARE = 0.4;

async function pictures(press: Press, items: Extract<Block, { kind: 'pictures' }>['items']): Promise<void> {
  const all = await Promise.all(items.map(({ jpeg }) => press.pdf.embedJpg(jpeg)));
  const wide = Math.min(PICTURE_SHARE, 1 / items.length) * press.width;
  const height = Math.max(...all.map((one) => (wide * one.height) / one.width));
  const captions = items.map(({ caption }) => press.lines(caption, wide, true));
  const head = Math.max(...captions.map((lines) => lines.length)) * LEADING;
  press.need(height + head + 8);
  press.y -= 4;
  captions.forEach((lines, i) =>
    lines.forEach((line, k) =>
      press.put(line, i * (wide + SKETCH_GAP), press.y - LEADING * (k + 1) + 2, { bold: true }),
    ),
  );
  press.y -= head + 4;
  all.forEach((one, i) => {
    const high = (wide * one.height) / one.width;
    press.page.drawImage(one, {
      x: MARGIN + i * (wide + SKETCH_GAP),
      y: press.y - high,
      width: wide,
      height: high,
    });
  });
  press.y -= height + 4;
}

/** Side of a code on paper, points: about 25 mm, which a phone reads at arm's length. */
const CODE_POINTS = 72;
/** Empty cells around it, without which it is not found. */
const QUIET_CELLS = 4;

function code(press: Press, { words, cells }: Extract<Block, { kind: 'code' }>): void {
  press.need(CODE_POINTS + 8);
  const cell = CODE_POINTS / (cells.length + 2 * QUIET_CELLS);
  const top = press.y - 4 - QUIET_CELLS * cell;
  cells.forEach((row, r) => {
    // Neighbours in a row are one rectangle: no light shows between them.
    for (const { index, 0: run } of row.matchAll(/1+/g))
      press.page.drawRectangle({
        x: MARGIN + (QUIET_CELLS + index) * cell,
        y: top - (r + 1) * cell,
        width: run.length * cell,
        height: cell,
        color: INK,
      });
  });
  press
    .lines(words, press.width - CODE_POINTS - 10)
    .forEach((line, i) => press.put(line, CODE_POINTS + 10, press.y - 16 - i * LEADING));
  press.y -= CODE_POINTS + 6;
}

async function block(press: Press, one: Block): Promise<void> {
  switch (one.kind) {
    case 'heading':
      // A heading is never left alone at the foot of a page.
      press.need(LEADING * 4);
      press.y -= 7;
      press.text(one.words, { bold: true, size: 11 });
      press.y -= 3;
      press.rule(0.9, INK);
      return;
    case 'text':
      press.y -= 2;
      press.text(one.words, { bold: one.strong ?? false });
      return;
    case 'list':
      for (const item of one.items) {
        press.need(LEADING);
        press.put('-', 2, press.y - LEADING);
        press.text(item, { x: 12 });
      }
      return;
    case 'rows':
      for (const [label, value] of one.rows) row(press, [label, value], [0.3, 0.7], {});
      return;
    case 'table': {
      const right = one.right ?? [];
      if (one.head.some(Boolean)) row(press, one.head, one.widths, { bold: true, right });
      for (const cells of one.rows) row(press, cells, one.widths, { right });
      return;
    }
    case 'checks':
      for (const { words, done } of one.items) {
        const lines = press.lines(words, press.width * 0.62 - 18);
        press.need(lines.length * LEADING + 3);
        const top = press.y - LEADING;
        press.page.drawRectangle({
          x: MARGIN + 1,
          y: top - 1,
          width: 8,
          height: 8,
          borderColor: INK,
          borderWidth: 0.8,
        });
        if (done) press.put('x', 3, top, { bold: true });
        lines.forEach((line, k) => press.put(line, 16, top - k * LEADING));
        press.put(done ?? '________________________________', press.width * 0.64, top, { quiet: true });
        press.y -= lines.length * LEADING + 2;
      }
      return;
    case 'sketches':
      sketches(press, one.items);
      return;
    case 'pictures':
      await pictures(press, one.items);
      return;
    case 'code':
      code(press, one);
  }
}

/** How much a sheet that stands on one page may be shrunk until it does. */
const SHRINKS = [1, 1.08, 1.16, 1.25, 1.35, 1.5] as const;

async function printed(sheet: PaperSheet, paper: Paper, shrink: number): Promise<PDFDocument> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(latin([sheet.title, ...sheet.under].join(' · ')));
  const press = new Press(
    pdf,
    await pdf.embedFont(StandardFonts.Helvetica),
    await pdf.embedFont(StandardFonts.HelveticaBold),
    paper,
    shrink,
  );
  press.y -= 6;
  press.text(sheet.title, { bold: true, size: 17 });
  press.y -= 3;
  for (const words of sheet.under) press.text(words, { quiet: true });
  for (const one of sheet.blocks) await block(press, one);
  const pages = pdf.getPages();
  pages.forEach((page, i) => {
    press.page = page;
    press.put([sheet.title, ...sheet.under].join(' · '), 0, MARGIN - 10, { size: 7.5, quiet: true });
    press.put(`${i + 1} of ${pages.length}`, 0, MARGIN - 10, { size: 7.5, quiet: true, right: press.width });
    page.scale(1 / shrink, 1 / shrink);
  });
  return pdf;
}

/**
 * A sheet of the job's papers as a PDF, on as many pages as it needs, each with its title and number at the foot; one that
 * is for so many pages is drawn smaller until it stands on them.
 */
export async function paperPdf(sheet: PaperSheet, paper: Paper): Promise<Uint8Array> {
  let pdf = await printed(sheet, paper, 1);
  for (const shrink of SHRINKS.slice(1)) {
    if (pdf.getPageCount() <= (sheet.mostPages ?? Infinity)) break;
    pdf = await printed(sheet, paper, shrink);
  }
  return pdf.save();
}
