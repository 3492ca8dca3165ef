import { sayDate } from '../time/wallClock';

/** A line of a drawing on paper, in mm of the thing drawn: across and up. */
export type Stroke = {
  points: readonly (readonly [number, number])[];
  weight: 'thin' | 'bold' | 'dash';
};

/** A line that comes back to where it begins. */
export const closed = (points: Stroke['points']): Stroke['points'] => {
  const [first] = points;
  return first ? [...points, first] : [];
};
/** A circle about a place, mm. */
export const circle = ([x, z]: readonly [number, number], radius: number): Stroke['points'] =>
  Array.from({ length: 73 }, (_, i) => {
    const angle = (i * 5 * Math.PI) / 180;
    return [x + radius * Math.cos(angle), z + radius * Math.sin(angle)];
  });

export type Sketch = {
  caption: string;
  /** The part of the world that is shown, mm. Sketches side by side have the same, and so the same scale. */
  from: readonly [number, number];
  to: readonly [number, number];
  strokes: readonly Stroke[];
  labels: readonly { at: readonly [number, number]; words: string; small?: true }[];
};

/** What stands on a sheet of paper, from top to bottom; drawn alike on the page and in the PDF. */
export type Block =
  | { kind: 'heading'; words: string }
  | { kind: 'text'; words: string; strong?: boolean }
  | { kind: 'list'; items: readonly string[] }
  | { kind: 'rows'; rows: readonly (readonly [label: string, value: string])[] }
  | {
      kind: 'table';
      head: readonly string[];
      rows: readonly (readonly string[])[];
      /** Shares of the width, adding up to 1. */
      widths: readonly number[];
      /** Columns of figures. */
      right?: readonly number[];
    }
  /** Boxes to tick by hand; what is ticked already says by whom and when. */
  | { kind: 'checks'; items: readonly { words: string; done: string | null }[] }
  | { kind: 'sketches'; items: readonly Sketch[] }
  /** Photographs side by side, as JPEG in base64. */
  | { kind: 'pictures'; items: readonly { caption: string; jpeg: string }[] }
  /** A code that a phone's camera reads, row by row, dark cells as 1; what it leads to in words beside it. */
  | { kind: 'code'; words: string; cells: readonly string[] };

export type PaperSheet = {
  title: string;
  under: readonly string[];
  blocks: readonly Block[];
  /** It is for so many pages: smaller, rather than on more. */
  mostPages?: 1 | 2;
};

/** What heads every paper of a job. */
export type Heading = {
  shop: string;
  job: string;
  vehicle: string;
  stage: string;
  customer: string;
  date: string;
};

export const underTitle = ({ shop, job, vehicle, stage, customer, date }: Heading): string[] => [
  [vehicle, stage].filter(Boolean).join(' · '),
  [job, customer, shop, sayDate(date)].filter(Boolean).join(' · '),
];
