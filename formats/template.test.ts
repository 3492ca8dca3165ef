import DxfParser from 'dxf-parser';
import { XMLParser } from 'fast-xml-parser';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { beforeAll, describe, expect, test } from 'vitest';
import { demoBuild } from '../tests/example';
import { cutPlanOf, type EdgeCut } from '../core/cutting/cutPlan';
import type { Flat } from '../core/cutting/develop';
import { markingOf } from '../core/cutting/marking';
import { LAYERS, templateSheet, type TemplateSheet } from './template';
import { templateDxf } from './templateDxf';
import { OVERLAP_MM, templatePdf, tilesOf } from './templatePdf';
import { templateSvg } from './templateSvg';

const build = demoBuild('halyard-1-tall-and-narrow');
let cut: EdgeCut;
let sheet: TemplateSheet;
beforeAll(() => {
  const found = cutPlanOf(build, 60).find(({ samples, refused }) => samples.length > 20 && refused === null);
  if (!found) throw new Error('the demo needs an edge to cut');
  cut = found;
  sheet = templateSheet(cut, markingOf(build, cut), {
    vehicle: build.vehicle.label,
    stage: 'Tall and narrow',
    side: 'left',
    date: '2026-11-25',
  });
});

const span = (points: readonly Flat[]): [number, number] => [
  Math.max(...points.map(([u]) => u)) - Math.min(...points.map(([u]) => u)),
  Math.max(...points.map(([, v]) => v)) - Math.min(...points.map(([, v]) => v)),
];
const edgeOf = ({ lines }: TemplateSheet): Flat[] =>
  lines.find(({ layer }) => layer === 'EDGE')?.points ?? [];

describe('a template, read back by another reader', () => {
  test('SVG: millimetres, a group for each layer, the edge to 0.1 mm, a bar of 100 mm', () => {
    const parser = new XMLParser({
      ignoreAttributes: false,
      attributeNamePrefix: '',
      isArray: (tag) => ['g', 'polyline', 'text'].includes(tag),
    });
    const { svg } = parser.parse(templateSvg(sheet)) as {
      svg: { width: string; viewBox: string; g: { id: string; polyline?: { points: string }[] }[] };
    };
    expect(svg.width).toBe(`${sheet.widthMm.toFixed(3)}mm`);
    expect(Number(svg.viewBox.split(' ')[2])).toBeCloseTo(sheet.widthMm, 3);
    const pointsOf = (layer: string, i: number): Flat[] =>
      (svg.g.find(({ id }) => id === layer)?.polyline?.[i]?.points ?? '')
        .split(' ')
        .map((pair) => pair.split(',').map(Number) as unknown as Flat);
    const [w, h] = span(pointsOf('EDGE', 0));
    const [wantW, wantH] = span(edgeOf(sheet));
    expect(w).toBeCloseTo(wantW, 1);
    expect(h).toBeCloseTo(wantH, 1);
    const bars = svg.g.find(({ id }) => id === 'REFERENCES')?.polyline?.slice(-2) ?? [];
    const lengths = bars.map(
      (_, i) =>
        span(
          pointsOf(
            'REFERENCES',
            (svg.g.find(({ id }) => id === 'REFERENCES')?.polyline?.length ?? 0) - 2 + i,
          ),
        )[0],
    );
    expect(lengths[0]).toBeCloseTo(100, 2);
    expect(lengths[1]).toBeCloseTo(101.6, 2);
  });

  test('DXF: millimetres, the named layers, every vertex to 0.1 mm', () => {
    const read = new DxfParser().parseSync(templateDxf(sheet));
    expect(read?.header['$INSUNITS']).toBe(4);
    const layers = Object.keys((read?.tables as { layer: { layers: object } }).layer.layers);
    expect(layers).toEqual(expect.arrayContaining([...LAYERS]));
    const lines = (read?.entities ?? []).filter(({ type }) => type === 'LWPOLYLINE') as unknown as {
      layer: string;
      vertices: { x: number; y: number }[];
    }[];
    expect(lines).toHaveLength(sheet.lines.length);
    sheet.lines.forEach(({ layer, points }, i) => {
      expect(lines[i]?.layer).toBe(layer);
      points.forEach(([u, v], k) => {
        expect(Math.abs((lines[i]?.vertices[k]?.x ?? NaN) - u)).toBeLessThan(0.1);
        expect(Math.abs((lines[i]?.vertices[k]?.y ?? NaN) - v)).toBeLessThan(0.1);
      });
    });
  });

  test.each(['a4', 'letter'] as const)(
    'PDF on %s: the check bar is 100 mm, and the pages tile',
    async (paper) => {
      const bytes = await templatePdf(sheet, paper);
      const pdf = await getDocument({ data: bytes, useSystemFonts: true }).promise;
      expect(pdf.numPages).toBeGreaterThan(0);
      const page = await pdf.getPage(1);
      const [, , width = 0, height = 0] = page.view;
      const mm = [width, height].map((pt) => (pt / 72) * 25.4);
      expect(mm[0]).toBeCloseTo(paper === 'a4' ? 297 : 279.4, 0);
      const { fnArray, argsArray } = await page.getOperatorList();
      // Every line is its own path: a move and a line in points.
      const lengths = fnArray.flatMap((op, i) => {
        if (op !== OPS.constructPath) return [];
        const [, numbers] = argsArray[i] as [number[], number[]];
        const [x0 = 0, y0 = 0, x1 = 0, y1 = 0] = numbers.slice(-4);
        return [(Math.hypot(x1 - x0, y1 - y0) / 72) * 25.4];
      });
      expect(lengths.some((length) => Math.abs(length - 100) < 0.1)).toBe(true);
      expect(lengths.some((length) => Math.abs(length - 101.6) < 0.1)).toBe(true);
      // All lines of the edge together are as long as the edge, where one page holds it.
      if (pdf.numPages === 1)
        expect(lengths.reduce((a, b) => a + b, 0)).toBeGreaterThan(span(edgeOf(sheet))[0]);
      const words = (await page.getTextContent()).items.map((one) => ('str' in one ? one.str : '')).join(' ');
      expect(words).toContain('Orrin Halyard');
      expect(words).toContain('left front');
      expect(words).toContain('2026-11-25');
    },
  );
});

describe('tiles', () => {
  test('cover the whole drawing and show the overlap twice', () => {
    const window = [260, 160] as const;
    const { tiles, columns, rows } = tilesOf(700, 300, window);
    expect([columns, rows]).toEqual([3, 2]);
    const last = tiles.at(-1);
    expect((last?.uMm ?? 0) + window[0]).toBeGreaterThanOrEqual(700);
    expect((last?.vMm ?? 0) + window[1]).toBeGreaterThanOrEqual(300);
    expect((tiles[0]?.uMm ?? 0) + window[0] - (tiles[1]?.uMm ?? 0)).toBe(OVERLAP_MM);
    expect(tilesOf(100, 100, window).tiles).toHaveLength(1);
  });
});

test('marks go along the edge in the order of a hand, with a depth at each', () => {
  const { marks, frontEnd, reference } = markingOf(build, cut);
  expect(frontEnd).toContain(cut.label);
  expect(reference?.words).toContain('the upper end of');
  expect(marks.length).toBeGreaterThan(2);
  marks.forEach((mark, i) => {
    expect(mark.number).toBe(i + 1);
    expect(mark.alongMm).toBeGreaterThan(marks[i - 1]?.alongMm ?? -1);
    expect(mark.depthMm).toBeGreaterThan(0);
  });
  expect(Math.max(...marks.map(({ depthMm }) => depthMm))).toBeCloseTo(cut.deepestMm, 6);
});

test('the right side is the mirror of the left', () => {
  const right = templateSheet(cut, markingOf(build, cut), {
    vehicle: build.vehicle.label,
    stage: 'Tall and narrow',
    side: 'right',
    date: '2026-11-25',
  });
  expect(span(edgeOf(right))[0]).toBeCloseTo(span(edgeOf(sheet))[0], 6);
  const [first] = edgeOf(sheet);
  const [other] = edgeOf(right);
  const whole = span(edgeOf(sheet))[0];
  expect((first?.[0] ?? 0) + (other?.[0] ?? 0)).toBeCloseTo(
    whole + 2 * Math.min(...edgeOf(sheet).map(([u]) => u)),
    3,
  );
  expect(right.title[1]).toContain('right front');
});
