import { parse } from 'csv-parse/browser/esm/sync';
import { stringify } from 'csv-stringify/browser/esm/sync';
import { isPlainText } from '../core/format/plainText';
import type { Fault } from '../core/format/fields';
import type { Result } from '../core/result';

/**
 * What a spreadsheet would take for a formula and work out: `=HYPERLINK(…)`, `@SUM(…)`, `+1+cmd…`. Plain numbers are left as
 * they are, a minus before them too.
 */
const FORMULA = /^[=+\-@\t\r]/;
const NUMBER = /^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/;
/** Also marked: a text that already begins as a marked one does, so that taking the mark away gives back what it was. */
const MARKED = /^'+[=+\-@\t\r]/;

export const defused = (text: string): string =>
  (FORMULA.test(text) && !NUMBER.test(text)) || MARKED.test(text) ? `'${text}` : text;
export const undefused = (text: string): string => (MARKED.test(text) ? text.slice(1) : text);

type Cell = string | number | boolean | null | undefined;

/** Rows as CSV, with nothing in them that a spreadsheet would run. */
export const csvOf = (rows: readonly (readonly Cell[])[]): string =>
  stringify(
    rows.map((row) =>
      row.map((cell) => (typeof cell === 'string' ? defused(cell) : cell == null ? '' : String(cell))),
    ),
  );

export type CsvRecord = { record: Record<string, string>; line: number };

/** The records of a CSV text with a header line, each with its line from 1; a broken quote or row names its line. */
export function readCsv(text: string): Result<CsvRecord[], { faults: Fault[] }> {
  const refuse = (line: number, message: string) => ({
    ok: false as const,
    faults: [{ path: `line ${line}`, message }],
  });
  if (!isPlainText(text)) {
    const line = text.split('\n').findIndex((one) => !isPlainText(one)) + 1;
    return refuse(line, 'holds half a character or a NUL; save the file as UTF-8 text again');
  }
  try {
    const records: { record: Record<string, string>; info: { lines: number } }[] = parse(text, {
      columns: true,
      bom: true,
      info: true,
      skip_empty_lines: true,
      trim: true,
      cast: (value, { header }) => (header ? value : undefused(value)),
    });
    return { ok: true, value: records.map(({ record, info }) => ({ record, line: info.lines })) };
  } catch (error) {
    const { lines } = error as { lines?: number };
    return refuse(lines ?? 1, error instanceof Error ? error.message : String(error));
  }
}
