import { parse } from 'csv-parse/sync';
import type { z } from 'zod';
import { faultsOf, type Fault } from '../core/contract';
import { tireSchema } from '../core/tire/schema';
import { wheelSchema } from '../core/wheel/schema';

export type CatalogRow<T> = { maker: string; model: string; item: T };
type Read<T> = { ok: true; rows: CatalogRow<T>[] } | { ok: false; faults: Fault[] };
type Cell = { key: string; as: 'text' | 'number' | 'range' };

const TIRE_COLUMNS: Cell[] = [
  { key: 'code', as: 'text' },
  { key: 'pattern', as: 'text' },
  { key: 'overallDiameterMm', as: 'number' },
  { key: 'sectionWidthMm', as: 'number' },
  { key: 'treadWidthMm', as: 'number' },
  { key: 'measuringRimIn', as: 'number' },
  { key: 'approvedRimIn', as: 'range' },
  { key: 'massKg', as: 'number' },
  { key: 'maxPressureKpa', as: 'number' },
  { key: 'revsPerKm', as: 'number' },
];
const WHEEL_COLUMNS: Cell[] = [
  { key: 'diameterIn', as: 'number' },
  { key: 'widthIn', as: 'number' },
  { key: 'offsetMm', as: 'number' },
  { key: 'boreMm', as: 'number' },
  { key: 'studs', as: 'number' },
  { key: 'pcdMm', as: 'number' },
  { key: 'seat', as: 'text' },
  { key: 'loadRatingKg', as: 'number' },
  { key: 'massKg', as: 'number' },
  { key: 'material', as: 'text' },
  { key: 'bead', as: 'text' },
];

/** A cell as the schema takes it. What is no number stays text, so that the schema can refuse it by name. */
function valueOf(text: string, as: Cell['as']): unknown {
  const number = (part: string): unknown =>
    part.trim() !== '' && Number.isFinite(Number(part)) ? Number(part) : part;
  if (as === 'text') return text;
  return as === 'range' ? text.split('-').map(number) : number(text);
}

/** Rows of a catalog as CSV with a header line; each fault says its line and column. */
function readRows<T>(text: string, columns: Cell[], schema: z.ZodType<T>): Read<T> {
  let records: { record: Record<string, string>; info: { lines: number } }[];
  try {
    records = parse(text, { columns: true, bom: true, info: true, skip_empty_lines: true, trim: true });
  } catch (error) {
    const { lines } = error as { lines?: number };
    const message = error instanceof Error ? error.message : String(error);
    return { ok: false, faults: [{ path: `line ${lines ?? 1}`, message }] };
  }
  const known = new Set(['maker', 'model', ...columns.map(({ key }) => key)]);
  const header = Object.keys(records[0]?.record ?? {});
  const faults: Fault[] = header
    .filter((key) => !known.has(key))
    .map((key) => ({
      path: `line 1, column ${key}`,
      message: `is no column of this catalog; the columns are ${[...known].join(', ')}`,
    }));
  const rows: CatalogRow<T>[] = [];
  for (const { record, info } of records) {
    const item = Object.fromEntries(
      columns
        .filter(({ key }) => (record[key] ?? '') !== '')
        .map(({ key, as }) => [key, valueOf(record[key] ?? '', as)]),
    );
    const result = schema.safeParse(item);
    if (result.success)
      rows.push({ maker: record['maker'] ?? '', model: record['model'] ?? '', item: result.data });
    else
      faults.push(
        ...faultsOf(schema, result.error.issues).map(({ path, message }) => ({
          path: `line ${info.lines}, column ${path}`,
          message,
        })),
      );
  }
  return faults.length > 0 ? { ok: false, faults } : { ok: true, rows };
}

export const readTireCatalog = (text: string) => readRows(text, TIRE_COLUMNS, tireSchema);
export const readWheelCatalog = (text: string) => readRows(text, WHEEL_COLUMNS, wheelSchema);
