import type { EdgeCut } from '../core/cutting/cutPlan';
import { CUT_KINDS } from '../core/cutting/kinds';
import { developed, mirrored, type Flat } from '../core/cutting/develop';
import type { Marking } from '../core/cutting/marking';

/** Layers of a template, the same in every format: what a line is, is said by its layer and its dashes, never by colour. */
export const LAYERS = ['EDGE', 'CUT', 'FOLD', 'HOLES', 'REFERENCES'] as const;
export type Layer = (typeof LAYERS)[number];

export type Line = { layer: Layer; points: Flat[] };
export type Label = { at: Flat; text: string; heightMm: number };

/** A template as lines and words in mm, v up, everything at u ≥ 0 and v ≥ 0. */
export type TemplateSheet = {
  title: string[];
  lines: Line[];
  labels: Label[];
  widthMm: number;
  heightMm: number;
};

export type TemplateWords = { vehicle: string; stage: string; side: 'left' | 'right'; date: string };

/** Two bars that say whether a print came out at true size, mm. */
export const CHECK_BARS = [
  { lengthMm: 100, words: '100 mm' },
  { lengthMm: 101.6, words: '4 in' },
] as const;
const GAP_MM = 14;
const TICK_MM = 4;

/** Lays a cut out as a template for one side. The vehicle's data are those of the left side; the right is its mirror. */
export function templateSheet(cut: EdgeCut, marking: Marking, words: TemplateWords): TemplateSheet {
  const left = developed(cut.samples);
  const template = words.side === 'left' ? left : mirrored(left);
  const cutting = cut.samples.map(({ depthMm }) => depthMm > 0.05);
  // The new line runs from where it leaves the edge to where it comes back.
  const from = Math.max(0, cutting.indexOf(true) - 1);
  const to = Math.min(cutting.length - 1, cutting.lastIndexOf(true) + 1);
  const layer: Layer = cut.kind === 'fold' ? 'FOLD' : 'CUT';
  const lines: Line[] = [
    { layer: 'EDGE', points: template.edge },
    { layer, points: template.cut.slice(from, to + 1) },
  ];
  const labels: Label[] = [];
  for (const mark of marking.marks) {
    const [u, v] = template.cut[mark.sample] ?? [0, 0];
    lines.push({
      layer: 'REFERENCES',
      points: [
        [u, v],
        [u, v + TICK_MM],
      ],
    });
    labels.push({ at: [u, v + TICK_MM + 1], text: String(mark.number), heightMm: 4 });
  }
  const all = lines.flatMap(({ points }) => points);
  const [lowU, lowV] = [Math.min(...all.map(([u]) => u)), Math.min(...all.map(([, v]) => v))];
  // Check bars stand under the drawing.
  const bars = CHECK_BARS.map(({ lengthMm, words: text }, i) => ({ lengthMm, text, v: i * (GAP_MM - 4) }));
  const base = bars.length * (GAP_MM - 4) + GAP_MM;
  const move = ([u, v]: Flat): Flat => [u - lowU, v - lowV + base];
  const moved = lines.map(({ layer: one, points }) => ({ layer: one, points: points.map(move) }));
  for (const { lengthMm, v } of bars)
    moved.push({
      layer: 'REFERENCES',
      points: [
        [0, v + 3],
        [0, v],
        [lengthMm, v],
        [lengthMm, v + 3],
      ],
    });
  const placed = [
    ...labels.map((label) => ({ ...label, at: move(label.at) })),
    ...bars.map(({ text, lengthMm, v }) => ({ at: [lengthMm + 3, v] as Flat, text, heightMm: 4 })),
  ];
  const points = moved.flatMap((line) => line.points);
  return {
    title: [
      `${words.vehicle}, ${words.stage}`,
      `${words.side} ${cut.axle}: ${cut.label}, ${cut.kind ? CUT_KINDS[cut.kind].words : ''}`,
      `${words.date} · edge ${template.unrolledMm.toFixed(0)} mm unrolled (${template.sideViewMm.toFixed(0)} mm in side view) · deepest ${cut.deepestMm.toFixed(1)} mm`,
    ],
    lines: moved,
    labels: placed,
    widthMm: Math.max(...points.map(([u]) => u)) + 12,
    heightMm: Math.max(...points.map(([, v]) => v)) + 10,
  };
}
