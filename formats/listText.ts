import { parse } from 'csv-parse/browser/esm/sync';
import { isPlainText } from '../core/format/plainText';
import type { Fault } from '../core/format/fields';
import { undefused } from './csvText';

export type Encoding = 'UTF-8' | 'UTF-16' | 'Windows-1252';
export const DELIMITERS = [',', ';', '\t'] as const;
export type Delimiter = (typeof DELIMITERS)[number];

const decoded = (bytes: Uint8Array, label: string, fatal = false): string =>
  new TextDecoder(label, { fatal }).decode(bytes);

/** Of the first bytes of a text, so many are looked at. */
const SAMPLE = 4000;

/**
 * A list as its supplier saved it, as text: UTF-16 by its mark or by every other byte being none, UTF-8 where it is, else
 * Windows-1252, in which any bytes are some text.
 */
export function textOf(bytes: Uint8Array): { text: string; encoding: Encoding } {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return { text: decoded(bytes, 'utf-16le'), encoding: 'UTF-16' };
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return { text: decoded(bytes, 'utf-16be'), encoding: 'UTF-16' };
  const sample = bytes.subarray(0, SAMPLE);
  const noneAt = (odd: number): number => sample.filter((byte, i) => i % 2 === odd && byte === 0).length;
  if (sample.length > 8 && noneAt(1) > sample.length / 4)
    return { text: decoded(bytes, 'utf-16le'), encoding: 'UTF-16' };
  if (sample.length > 8 && noneAt(0) > sample.length / 4)
    return { text: decoded(bytes, 'utf-16be'), encoding: 'UTF-16' };
  try {
    return { text: decoded(bytes, 'utf-8', true), encoding: 'UTF-8' };
  } catch {
    return { text: decoded(bytes, 'windows-1252'), encoding: 'Windows-1252' };
  }
}

/** What parts the cells of a line outside of quotes: of the three the one that stands equally often in the first lines, and there at all. */
export function delimiterOf(text: string): Delimiter {
  const lines = text.split(/\r?\n/, 30).filter((line) => line.trim() !== '');
  const counts = (delimiter: Delimiter): number[] =>
    lines.map((line) => line.replace(/"[^"]*"/g, '').split(delimiter).length - 1);
  const worth = (delimiter: Delimiter): number => {
    const [first = 0, ...rest] = counts(delimiter);
    if (first === 0) return 0;
    return (
      rest.filter((count) => count === first).length / Math.max(1, rest.length) + Math.min(first, 30) / 100
    );
  };
  const [best = ','] = [...DELIMITERS].sort((a, b) => worth(b) - worth(a));
  return best;
}

export type ListRow = { cells: string[]; line: number };

/** A quoted cell goes on over so many lines at most; what is open after that was never closed. */
const LONGEST_CELL = 12;

/** How a line leaves the quotes: whether one is open at its end, given whether one was at its beginning. */
function openAfter(line: string, open: boolean): boolean {
  let is = open;
  for (const sign of line) if (sign === '"') is = !is;
  return is;
}

/**
 * The lines of a list as rows of cells, each with the line it begins on. A quote that is opened and never closed is told with its
 * line and costs that line alone: what stands below it is read.
 */
export function rowsOfList(text: string, delimiter: Delimiter): { rows: ListRow[]; faults: Fault[] } {
  const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\n|\r/);
  const faults: Fault[] = [];
  const records: { text: string; line: number }[] = [];
  for (let at = 0; at < lines.length;) {
    const first = lines[at] ?? '';
    if (first.trim() === '') {
      at++;
      continue;
    }
    let open = openAfter(first, false);
    let end = at + 1;
    while (open && end < lines.length && end - at < LONGEST_CELL) open = openAfter(lines[end++] ?? '', true);
    if (open) {
      faults.push({
        path: `line ${at + 1}`,
        message: 'opens a quote that is never closed; close it, or take it out',
      });
      at++;
      continue;
    }
    const record = lines.slice(at, end).join('\n');
    if (isPlainText(record)) records.push({ text: record, line: at + 1 });
    else
      faults.push({
        path: `line ${at + 1}`,
        message: 'holds half a character or a NUL; write the line again',
      });
    at = end;
  }
  const read = (some: readonly { text: string }[]): string[][] =>
    parse(some.map((one) => one.text).join('\n'), {
      delimiter,
      trim: true,
      relax_column_count: true,
      skip_empty_lines: true,
    });
  const rows: ListRow[] = [];
  const take = (cells: readonly string[], line: number): void => {
    rows.push({ cells: cells.map((cell) => undefused(cell)), line });
  };
  // Record by record takes ten times as long: only in pieces that hold a fault.
  const PIECE = 1000;
  for (let from = 0; from < records.length; from += PIECE) {
    const piece = records.slice(from, from + PIECE);
    let all: string[][] | undefined;
    try {
      all = read(piece);
    } catch {
      all = undefined;
    }
    if (all?.length === piece.length) all.forEach((cells, i) => take(cells, piece[i]?.line ?? 0));
    else
      for (const one of piece)
        try {
          for (const cells of read([one])) take(cells, one.line);
        } catch (error) {
          faults.push({
            path: `line ${one.line}`,
            message: `cannot be cut into cells: ${error instanceof Error ? error.message : String(error)}`,
          });
        }
  }
  return { rows, faults };
}

/** Whether a list writes 1,5 or 1.5: by what most of its cells with a sign and one or two digits behind it do. */
export function decimalOf(rows: readonly ListRow[]): ',' | '.' {
  let [commas, points] = [0, 0];
  for (const { cells } of rows.slice(0, 500))
    for (const cell of cells) {
      if (/^[^\d]{0,4}[\d. ]*\d,\d{1,2}(\D{0,4})$/.test(cell)) commas++;
      else if (/^[^\d]{0,4}[\d, ]*\d\.\d{1,2}(\D{0,4})$/.test(cell)) points++;
    }
  return commas > points ? ',' : '.';
}

/** A number as a list writes it, without its thousands and currency, with a point: `1.234,50 cr` is `1234.50`. What is none stays as it is. */
export function plainNumber(cell: string, decimal: ',' | '.'): string {
  const bare = cell.replace(/[\s\u00a0\u202f'’]/g, '').replace(/^[^\d,.+-]{1,4}|[^\d,.]{1,4}$/g, '');
  const thousands = decimal === ',' ? /\.(?=\d{3}(\D|$))/g : /,(?=\d{3}(\D|$))/g;
  const plain = bare.replace(thousands, '').replace(',', '.');
  return /^[+-]?\d+(\.\d+)?$/.test(plain) ? plain : cell;
}
