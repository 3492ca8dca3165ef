import { PDFDocument } from 'pdf-lib';
import { expect, test } from 'vitest';
import { cardPlan, plannedObstacles } from '../core/photogrammetry/cardPlan';
import { PLATE_CENTRES } from '../core/photogrammetry/cards';
import { demoBuild } from '../tests/example';
import { cardSheets, type CardSheet } from './cardSheets';
import { cardsPdf } from './cardsPdf';
import { findCards, type Grey } from './photo/findCards';
import { openCv } from './photo/openCvNode';

const PER_MM = 6;
const plan = cardPlan(demoBuild('marten-1-tires-only').vehicle.corners.front);

/** A sheet as a scanner sees it. */
function scanned({ widthMm, heightMm, black }: CardSheet): Grey {
  const [width, height] = [Math.round(widthMm * PER_MM), Math.round(heightMm * PER_MM)];
  const levels = new Uint8Array(width * height).fill(255);
  for (const [x, y, w, h] of black)
    for (let v = Math.round((heightMm - y - h) * PER_MM); v < Math.round((heightMm - y) * PER_MM); v++)
      levels.fill(0, v * width + Math.round(x * PER_MM), v * width + Math.round((x + w) * PER_MM));
  return { width, height, levels };
}

test('a front corner: lip, liner, valance and seam get their cards, what turns with the wheel none', () => {
  const of = (name: string): number[] =>
    plannedObstacles(plan.cards).find(({ obstacle }) => obstacle === name)?.ids ?? [];
  expect([of('fender-lip').length, of('liner').length, of('seam').length, plan.floor]).toEqual([15, 7, 4, 5]);
  expect(of('valance').length).toBeGreaterThan(2);
  expect(of('caliper')).toEqual([]);
  expect(of('fender-lip')[0]).toBe(16);
  expect(of('liner').every((id) => id >= 80)).toBe(true);
  expect(plan.cards.find(({ id }) => id === 17)?.name).toMatch(/lip 2$/i);
  expect(new Set(plan.cards.map(({ id }) => id)).size).toBe(plan.cards.length);
});

test.each(['a4', 'letter'] as const)(
  'every card of the %s sheets is found where it is said to be, at its true size',
  async (paper) => {
    const { cv } = await openCv();
    const sheets = cardSheets(plan, paper);
    const found = sheets.map((sheet) => findCards(cv, scanned(sheet)));
    const ids = found.flat().map(({ id }) => id);
    expect(ids.sort((a, b) => a - b)).toEqual(
      [0, 1, 2, 3, 8, 9, 10, 11, 12, ...plan.cards.map(({ id }) => id)].sort((a, b) => a - b),
    );
    const [plate = []] = found;
    const centre = (id: number): [number, number] => {
      const corners = plate.find((one) => one.id === id)?.corners ?? [];
      const mean = (axis: number): number =>
        [0, 2, 4, 6].reduce((sum, k) => sum + (corners[k + axis] ?? NaN) / 4, 0);
      return [mean(0) / PER_MM, -mean(1) / PER_MM];
    };
    const [x0, y0] = centre(0);
    PLATE_CENTRES.forEach(([x, y], id) => {
      const [u, v] = centre(id);
      expect(u - x0).toBeCloseTo(x - (PLATE_CENTRES[0]?.[0] ?? NaN), 0);
      expect(v - y0).toBeCloseTo(y - (PLATE_CENTRES[0]?.[1] ?? NaN), 0);
    });
    // Nothing of a sheet lies off the paper or under the check bar.
    for (const { widthMm, heightMm, black } of sheets)
      for (const [x, y, w, h] of black) {
        expect(x).toBeGreaterThan(5);
        expect(x + w).toBeLessThan(widthMm - 5);
        expect(y).toBeGreaterThan(14);
        expect(y + h).toBeLessThan(heightMm - 5);
      }
  },
);

test('the PDF has the guide and a page a sheet', async () => {
  const bytes = await cardsPdf({ vehicle: 'Selk Marten', axle: 'front', shop: 'Bench' }, plan, 'a4');
  const pdf = await PDFDocument.load(bytes);
  expect(pdf.getPageCount()).toBe(1 + cardSheets(plan, 'a4').length);
});
