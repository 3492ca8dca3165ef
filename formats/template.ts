import type { EdgeCut } from '../core/cutting/cutPlan';
import { CUT_KINDS } from '../core/cutting/kinds';
import { developed, mirrored, type Flat } from '../core/cutting/develop';
import { runsBackwards, type Marking } from '../core/cutting/marking';
import { LEAST_CUT_MM } from '../core/cutting/realCut';

/** Layers of a template, the same in every format: what a line is, is said by its layer and its dashes, never by colour. */
export const LAYERS = ['EDGE', 'CUT', 'FOLD', 'MARKS', 'TEXT'] as const;
export type Layer = (typeof LAYERS)[number];

export type Line = { layer: Layer; points: Flat[] };
/** Words at a place, turned against the clock. */
export type Label = {
  at: Flat;
  text: string;
  heightMm: number;
  angleDeg: number;
  /** Belongs to the sheet and not to the edge: arrows, bars, what side it is. */
  ofSheet?: true;
};

/** A template as lines and words in mm, v up, everything at u ≥ 0 and v ≥ 0. */
export type TemplateSheet = {
  title: string[];
  lines: Line[];
  labels: Label[];
  /** Where the front end of the edge lies. */
  origin: Flat;
  widthMm: number;
  heightMm: number;
};

export type TemplateWords = { vehicle: string; stage: string; side: 'left' | 'right'; date: string };

/** Two bars that say whether a print came out at true size, mm. */
export const CHECK_BARS = [
  { lengthMm: 100, words: '100 mm' },
  { lengthMm: 101.6, words: '4 in' },
] as const;
/** The paper lies on the fender with this side to the eye. */
export const FACE = 'THIS SIDE TOWARDS YOU, FROM OUTSIDE';
const GAP_MM = 14;
const TICK_MM = 4;
/** The tire's side of the edge: strokes this long, this far apart. */
const HATCH_MM = 6;
const HATCH_STEP_MM = 8;
const ARROW_MM = 22;
const TEXT_MM = 4;

const plus = ([u, v]: Flat, [du, dv]: Flat, times = 1): Flat => [u + du * times, v + dv * times];

/** Strokes from the edge toward the tire, aslant, so that nobody lays the paper the wrong way up. */
function hatching(edge: readonly Flat[], towardTire: readonly Flat[]): Line[] {
  const lines: Line[] = [];
  let walked = HATCH_STEP_MM / 2;
  for (let i = 1; i < edge.length; i++) {
    const [a, b] = [edge[i - 1], edge[i]];
    const into = towardTire[i];
    if (!a || !b || !into) continue;
    const run: Flat = [b[0] - a[0], b[1] - a[1]];
    const long = Math.hypot(run[0], run[1]);
    for (; walked <= long; walked += HATCH_STEP_MM) {
      const from = plus(a, run, walked / long);
      const aslant: Flat = [into[0] + run[0] / long, into[1] + run[1] / long];
      lines.push({ layer: 'MARKS', points: [from, plus(from, aslant, HATCH_MM * Math.SQRT1_2)] });
    }
    walked -= long;
  }
  return lines;
}

/** An arrow with its word at the tip. */
function arrow(from: Flat, way: Flat, text: string): { lines: Line[]; label: Label } {
  const tip = plus(from, way, ARROW_MM);
  const side: Flat = [-way[1], way[0]];
  const barb = (to: 1 | -1): Flat => plus(plus(tip, way, -5), side, 2.5 * to);
  return {
    lines: [
      { layer: 'MARKS', points: [from, tip] },
      { layer: 'MARKS', points: [barb(1), tip, barb(-1)] },
    ],
    label: { at: plus(plus(tip, way, way[0] < 0 ? 18 : 3), [0, -1.5]), text, heightMm: TEXT_MM, angleDeg: 0 },
  };
}

/** The word that says what a line is, along the middle of it on the far side from the tire. */
function alongLine(points: readonly Flat[], away: Flat, text: string): Label[] {
  const middle = points.length >> 1;
  const [a, b] = [points[Math.max(0, middle - 1)], points[Math.min(points.length - 1, middle + 1)]];
  const at = points[middle];
  if (!a || !b || !at) return [];
  const turn = (Math.atan2(b[1] - a[1], b[0] - a[0]) * 180) / Math.PI;
  // Never upside down.
  const angleDeg = turn > 90 ? turn - 180 : turn < -90 ? turn + 180 : turn;
  // Clear of the line, whichever side of the words is toward it.
  const over =
    -Math.sin((angleDeg * Math.PI) / 180) * away[0] + Math.cos((angleDeg * Math.PI) / 180) * away[1];
  return [{ at: plus(at, away, over > 0 ? 2 : 2 + TEXT_MM), text, heightMm: TEXT_MM, angleDeg }];
}

/**
 * Lays a cut out as a template for one side, as that side is seen from outside the fender: on the left side the front is to the
 * left, on the right side to the right, and up is up. The vehicle's data are those of the left side; the right is its mirror.
 */
export function templateSheet(cut: EdgeCut, marking: Marking, words: TemplateWords): TemplateSheet {
  const out = words.side === 'left' ? -1 : 1;
  const left = developed(cut.samples);
  const template = words.side === 'left' ? left : mirrored(left);
  const cutting = cut.samples.map(({ depthMm }) => depthMm > LEAST_CUT_MM);
  // The new line runs from where it leaves the edge to where it comes back.
  const from = Math.max(0, cutting.indexOf(true) - 1);
  const to = Math.min(cutting.length - 1, cutting.lastIndexOf(true) + 1);
  const layer: Layer = cut.kind === 'fold' ? 'FOLD' : 'CUT';
  const newEdge = template.cut.slice(from, to + 1);
  const ways = cut.samples.map(({ away }): Flat => [out * away[0], away[2]]);
  const lines: Line[] = [
    { layer: 'EDGE', points: template.edge },
    { layer, points: newEdge },
    ...hatching(
      template.edge,
      ways.map(([u, v]): Flat => [-u, -v]),
    ),
  ];
  const labels: Label[] = alongLine(newEdge, ways[(from + to) >> 1] ?? [0, 1], layer);
  for (const mark of marking.marks) {
    const at = template.cut[mark.sample] ?? [0, 0];
    const way = ways[mark.sample] ?? [0, 1];
    lines.push({ layer: 'MARKS', points: [at, plus(at, way, TICK_MM)] });
    labels.push({
      at: plus(at, way, TICK_MM + 2),
      text: String(mark.number),
      heightMm: TEXT_MM,
      angleDeg: 0,
    });
  }
  const all = lines.flatMap(({ points }) => points);
  const [lowU, lowV] = [Math.min(...all.map(([u]) => u)), Math.min(...all.map(([, v]) => v))];
  const front = template.edge[runsBackwards(cut.samples).backwards ? template.edge.length - 1 : 0] ?? [0, 0];
  // Words, arrows and check bars stand under the drawing.
  const bars = CHECK_BARS.map(({ lengthMm, words: text }, i) => ({ lengthMm, text, v: i * (GAP_MM - 4) }));
  const facing = bars.length * (GAP_MM - 4) + 2;
  const base = facing + ARROW_MM + GAP_MM;
  const move = ([u, v]: Flat): Flat => [u - lowU, v - lowV + base];
  const moved = lines.map(({ layer: one, points }) => ({ layer: one, points: points.map(move) }));
  const frontward = arrow([out < 0 ? ARROW_MM + 22 : 20, facing + 4], [out, 0], 'FRONT');
  const upward = arrow([out < 0 ? ARROW_MM + 36 : 8, facing], [0, 1], 'UP');
  moved.push(...frontward.lines, ...upward.lines);
  for (const { lengthMm, v } of bars)
    moved.push({
      layer: 'MARKS',
      points: [
        [0, v + 3],
        [0, v],
        [lengthMm, v],
        [lengthMm, v + 3],
      ],
    });
  const placed: Label[] = [
    ...labels.map((label) => ({ ...label, at: move(label.at) })),
    { ...frontward.label, ofSheet: true },
    { ...upward.label, ofSheet: true },
    {
      at: [76, facing + 12],
      text: `${words.side.toUpperCase()} SIDE`,
      heightMm: 6,
      angleDeg: 0,
      ofSheet: true,
    },
    { at: [76, facing + 4], text: FACE, heightMm: TEXT_MM, angleDeg: 0, ofSheet: true },
    ...bars.map(({ text, lengthMm, v }): Label => ({
      at: [lengthMm + 3, v],
      text,
      heightMm: TEXT_MM,
      angleDeg: 0,
      ofSheet: true,
    })),
  ];
  const points = moved.flatMap((line) => line.points);
  const title = [
    `${words.vehicle}, ${words.stage}`,
    `${words.side} ${cut.axle}: ${cut.label}, ${cut.kind ? CUT_KINDS[cut.kind].words : ''}`,
    `${words.date} · edge ${template.unrolledMm.toFixed(0)} mm unrolled (${template.sideViewMm.toFixed(0)} mm in side view) · deepest ${cut.deepestMm.toFixed(1)} mm`,
    `${words.side.toUpperCase()} SIDE · ${FACE.toLowerCase()} · hatched: the tire’s side`,
  ];
  return {
    title,
    lines: moved,
    labels: placed,
    origin: move(front),
    widthMm: Math.max(
      ...points.map(([u]) => u + 12),
      FACE.length * TEXT_MM * 0.62 + 80,
      // What stands over an SVG drawing is 4.5 mm high and about half as wide a letter.
      ...title.map((words) => words.length * 2.5),
    ),
    heightMm: Math.max(...points.map(([, v]) => v)) + 10,
  };
}
