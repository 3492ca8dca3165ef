import DxfParser from 'dxf-parser';
import { XMLParser } from 'fast-xml-parser';
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { beforeAll, describe, expect, test } from 'vitest';
import { demoBuild, demoTexts } from '../tests/example';
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
    const marks = svg.g.find(({ id }) => id === 'MARKS')?.polyline ?? [];
    const lengths = [2, 1].map((back) => span(pointsOf('MARKS', marks.length - back))[0]);
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
        // Its origin is the front end of the edge.
        expect(Math.abs((lines[i]?.vertices[k]?.x ?? NaN) - (u - sheet.origin[0]))).toBeLessThan(0.1);
        expect(Math.abs((lines[i]?.vertices[k]?.y ?? NaN) - (v - sheet.origin[1]))).toBeLessThan(0.1);
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

/** The two ends of an edge on the vehicle, and how they lie on paper: what is drawn is what is seen from outside. */
describe('which way up and round a template lies', () => {
  type Ends = { forward: number; up: number };
  /** How much further forward and higher the last place of an edge is than the first, on the vehicle and in a drawing. */
  const onVehicle = ({ samples }: EdgeCut): Ends => ({
    forward: (samples.at(-1)?.point[0] ?? 0) - (samples[0]?.point[0] ?? 0),
    up: (samples.at(-1)?.point[2] ?? 0) - (samples[0]?.point[2] ?? 0),
  });
  const onPaper = (points: readonly (readonly [number, number])[]): [number, number] => [
    (points.at(-1)?.[0] ?? 0) - (points[0]?.[0] ?? 0),
    (points.at(-1)?.[1] ?? 0) - (points[0]?.[1] ?? 0),
  ];
  const agrees = ([u, v]: [number, number], { forward, up }: Ends, side: 'left' | 'right'): void => {
    // On the left side the front is to the left; up is up on both.
    if (Math.abs(forward) > 20) expect(Math.sign(u)).toBe(Math.sign(side === 'left' ? -forward : forward));
    if (Math.abs(up) > 20) expect(Math.sign(v)).toBe(Math.sign(up));
  };
  const sheets = Object.keys(demoTexts)
    .slice(0, 5)
    .flatMap((name) => {
      const one = demoBuild(name);
      const uncut = { ...one, package: { ...one.package, cuts: [] } };
      return cutPlanOf(uncut, 60)
        .filter(({ samples }) => samples.length > 3)
        .flatMap((edge) =>
          (['left', 'right'] as const).map((side) => ({
            edge,
            side,
            paper: templateSheet(edge, markingOf(uncut, edge), {
              vehicle: 'Any',
              stage: 'One',
              side,
              date: '2026-11-28',
            }),
          })),
        );
    });

  test('there are some to look at', () => expect(sheets.length).toBeGreaterThan(8));

  test('the new edge lies away from the tire, on the same side as on the vehicle', () => {
    for (const { edge, side, paper } of sheets) {
      const line = edgeOf(paper);
      agrees(onPaper(line), onVehicle(edge), side);
      const deepest = edge.samples.reduce(
        (a, b, i) => (b.depthMm > (edge.samples[a]?.depthMm ?? 0) ? i : a),
        0,
      );
      const sample = edge.samples[deepest];
      const newLine = paper.lines.find(({ layer }) => layer === 'CUT' || layer === 'FOLD')?.points ?? [];
      const from = Math.max(0, edge.samples.findIndex(({ depthMm }) => depthMm > 0.05) - 1);
      const [u = 0, v = 0] = newLine[deepest - from] ?? [];
      const [eu = 0, ev = 0] = line[deepest] ?? [];
      const out = side === 'left' ? -1 : 1;
      expect(u - eu).toBeCloseTo(out * (sample?.away[0] ?? 0) * (sample?.depthMm ?? 0), 6);
      expect(v - ev).toBeCloseTo((sample?.away[2] ?? 0) * (sample?.depthMm ?? 0), 6);
    }
  });

  test('SVG, DXF and PDF read back lie the same way, and say so in words', async () => {
    // Those that one page shows whole.
    const small = sheets.filter(({ paper }) => paper.widthMm < 260 && paper.heightMm < 160);
    const some = [...small, ...sheets.filter(({ paper }) => paper.heightMm < 330)].slice(0, 4);
    expect(some).toHaveLength(4);
    for (const { edge, side, paper } of some) {
      const svg = templateSvg(paper);
      const [, points = ''] = /<g id="EDGE"[^>]*>\s*<polyline points="([^"]+)"/.exec(svg) ?? [];
      const drawn = points.split(' ').map((pair) => {
        const [x = 0, y = 0] = pair.split(',').map(Number);
        // Down is positive in SVG.
        return [x, -y] as const;
      });
      agrees(onPaper(drawn), onVehicle(edge), side);
      for (const words of ['FRONT', 'UP', 'THIS SIDE TOWARDS YOU', `${side.toUpperCase()} SIDE`])
        expect(svg).toContain(words);
      expect(svg).toMatch(/>(CUT|FOLD)</);

      const dxf = new DxfParser().parseSync(templateDxf(paper));
      const entities = (dxf?.entities ?? []) as unknown as {
        type: string;
        layer: string;
        text?: string;
        vertices?: { x: number; y: number }[];
      }[];
      const line = entities.find(({ layer, type }) => layer === 'EDGE' && type === 'LWPOLYLINE');
      const vertices = (line?.vertices ?? []).map(({ x, y }) => [x, y] as const);
      agrees(onPaper(vertices), onVehicle(edge), side);
      // The front end is the origin.
      const ends = [vertices[0], vertices.at(-1)].map((end) => Math.hypot(end?.[0] ?? 9, end?.[1] ?? 9));
      expect(Math.min(...ends)).toBeCloseTo(0, 6);
      expect(entities.filter(({ layer }) => layer === 'TEXT').map(({ text }) => text)).toEqual(
        expect.arrayContaining(['FRONT', 'UP', `${side.toUpperCase()} SIDE`]),
      );

      const page = await (
        await getDocument({ data: await templatePdf(paper, 'a4'), useSystemFonts: true }).promise
      ).getPage(1);
      const words = (await page.getTextContent()).items.map((one) => ('str' in one ? one.str : '')).join(' ');
      expect(words).toContain(`${side} ${edge.axle}`);
      const { fnArray, argsArray } = await page.getOperatorList();
      const paths = fnArray.flatMap((op, i) => {
        if (op !== OPS.constructPath) return [];
        const [, numbers] = argsArray[i] as [number[], number[]];
        return [
          Array.from(
            { length: numbers.length / 2 },
            (_, k) => [numbers[2 * k] ?? 0, numbers[2 * k + 1] ?? 0] as const,
          ),
        ];
      });
      // The edge is the path of most places: one for the whole line.
      const [longest = []] = paths.sort((a, b) => b.length - a.length);
      expect(longest.length).toBeGreaterThan(3);
      if (small.some((one) => one.paper === paper) || Math.abs(onVehicle(edge).up) > 150)
        agrees(onPaper(longest), onVehicle(edge), side);
    }
  });
});
