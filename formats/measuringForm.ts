import { PDFDocument, StandardFonts, type PDFFont, type PDFPage } from 'pdf-lib';
import type { AxleName } from '../core/format/names';
import { roundFor, type RoundReading } from '../core/measure/round';
import { latin } from './latin';
import { INK, PAPERS, QUIET, type Paper } from './paper';

export type FormHead = { vehicle: string; job: string; axle: AxleName; stockTire: string; shop: string };

const MARGIN = 40;
const ROW = 17.5;

type Pen = { page: PDFPage; plain: PDFFont; bold: PDFFont; width: number; height: number };

function write(pen: Pen, text: string, x: number, y: number, size = 9, bold = false, colour = INK): void {
  pen.page.drawText(latin(text), { x, y, size, font: bold ? pen.bold : pen.plain, color: colour });
}

function line(pen: Pen, x0: number, y0: number, x1: number, y1: number, thickness = 0.6): void {
  pen.page.drawLine({ start: { x: x0, y: y0 }, end: { x: x1, y: y1 }, thickness, color: INK });
}

/** The well from the left side with its clock: where a tape is held for each reading of the lip. */
function clock(pen: Pen, cx: number, cy: number, radius: number): void {
  const at = (hour: number, r: number): [number, number] => [
    cx + r * Math.sin((hour * Math.PI) / 6),
    cy + r * Math.cos((hour * Math.PI) / 6),
  ];
  pen.page.drawCircle({ x: cx, y: cy, size: radius * 0.8, borderColor: QUIET, borderWidth: 0.6 });
  pen.page.drawCircle({ x: cx, y: cy, size: radius * 0.44, borderColor: QUIET, borderWidth: 0.6 });
  let before = at(-4, radius);
  for (let hour = -4; hour <= 4.001; hour += 0.25) {
    const next = at(hour, radius);
    line(pen, ...before, ...next, 1.4);
    before = next;
  }
  for (let hour = -4; hour <= 4; hour++) {
    line(pen, cx, cy, ...at(hour, radius), 0.4);
    const [x, y] = at(hour, radius + 9);
    write(pen, String(((hour + 11) % 12) + 1), x - 4, y - 3, 8, true);
  }
  write(pen, 'front', cx - radius - 30, cy - 3, 8, false, QUIET);
}

const COLUMNS = [
  ['Left', 0.6],
  ['Right', 0.73],
  ['+/-', 0.86],
] as const;

function head(pen: Pen, { vehicle, job, axle, stockTire, shop }: FormHead, page: number): number {
  let y = pen.height - MARGIN - 4;
  write(pen, `Measuring form, ${axle} axle`, MARGIN, y, 15, true);
  write(pen, `${shop}  ·  ${job}  ·  sheet ${page}`, pen.width - MARGIN - 190, y, 9, false, QUIET);
  y -= 15;
  write(
    pen,
    `${vehicle}; ${stockTire} on it, at ride height, wheels straight. Unit: mm / in (strike one out).`,
    MARGIN,
    y,
  );
  y -= 13;
  write(
    pen,
    'Measured by: ______________________   Date: ______________   Load: ______________________',
    MARGIN,
    y,
  );
  return y - 10;
}

function heads(pen: Pen, y: number): number {
  write(pen, 'Reading', MARGIN, y, 8, true, QUIET);
  for (const [words, share] of COLUMNS) write(pen, words, pen.width * share + 4, y, 8, true, QUIET);
  line(pen, MARGIN, y - 4, pen.width - MARGIN, y - 4, 1);
  return y - 4 - ROW;
}

function row(pen: Pen, reading: Pick<RoundReading, 'label' | 'words'>, y: number): number {
  write(pen, reading.label, MARGIN, y + 7.5, 9, true);
  write(pen, reading.words, MARGIN, y - 0.5, 6.6, false, QUIET);
  for (const [, share] of COLUMNS)
    pen.page.drawRectangle({
      x: pen.width * share,
      y: y - 2,
      width: pen.width * 0.115,
      height: ROW - 3,
      borderColor: QUIET,
      borderWidth: 0.5,
    });
  line(pen, MARGIN, y - 3.5, pen.width - MARGIN, y - 3.5, 0.25);
  return y - ROW;
}

const GAP_COLUMNS = [
  ['To what', 0],
  ['Side', 0.24],
  ['Lock (straight, 1/4, 1/2, full or degrees; in or out)', 0.31],
  ['Ride or loaded', 0.62],
  ['Gap', 0.76],
  ['Tire on it', 0.86],
] as const;

function gapTable(pen: Pen, from: number): void {
  let y = from - 14;
  write(pen, 'Gaps with the wheel on', MARGIN, y, 11, true);
  y -= 12;
  const width = pen.width - 2 * MARGIN;
  for (const [words, share] of GAP_COLUMNS) write(pen, words, MARGIN + share * width + 2, y, 7, true, QUIET);
  line(pen, MARGIN, y - 3, pen.width - MARGIN, y - 3, 1);
  for (y -= 3 + ROW; y > MARGIN + 24; y -= ROW) line(pen, MARGIN, y, pen.width - MARGIN, y, 0.35);
}

/**
 * A form to take to the bay: every reading of the round with room for both sides and its accuracy, and a table of
 * gaps. PDF bytes; A4 or Letter.
 */
export async function measuringForm(form: FormHead, paper: Paper): Promise<Uint8Array> {
  const pdf = await PDFDocument.create();
  pdf.setTitle(latin(`Measuring form, ${form.axle}, ${form.vehicle}`));
  const [plain, bold] = await Promise.all([
    pdf.embedFont(StandardFonts.Helvetica),
    pdf.embedFont(StandardFonts.HelveticaBold),
  ]);
  const [width, height] = PAPERS[paper];
  let sheets = 0;
  const sheet = (): { pen: Pen; y: number } => {
    const pen: Pen = { page: pdf.addPage([width, height]), plain, bold, width, height };
    sheets++;
    const y = head(pen, form, sheets);
    write(
      pen,
      'Wheels chocked; never under a vehicle on a jack alone. Any reading may be skipped.',
      MARGIN,
      MARGIN - 14,
      7.5,
      false,
      QUIET,
    );
    return { pen, y };
  };
  let { pen, y } = sheet();
  clock(pen, width / 2, y - 78, 60);
  y = heads(pen, y - 124);
  for (const reading of roundFor(form.axle, 'left')) {
    if (y < MARGIN + 8) {
      ({ pen, y } = sheet());
      y = heads(pen, y - 8);
    }
    y = row(pen, reading, y);
  }
  if (y < height * 0.35) ({ pen, y } = sheet());
  gapTable(pen, y);
  return pdf.save();
}
