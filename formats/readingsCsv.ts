import type { Result } from '../core/result';
import { readCsv } from './csvText';
import { stringify } from 'csv-stringify/browser/esm/sync';
import { AXLES, type AxleName } from '../core/format/names';
import type { Vehicle } from '../core/format/build';
import { faultsOf, type Fault } from '../core/format/fields';
import { gapSchema, readingSchema, type GapReading, type TapeReading } from '../core/format/measured';
import { readLength } from '../core/units/length';

/** What was read off a vehicle, one row each: a reading of the round, or a gap with a wheel on. */
export type ReadingRow = { axle: AxleName; line: number } & (
  { kind: 'tape'; reading: TapeReading } | { kind: 'gap'; gap: GapReading }
);

const COLUMNS = [
  'axle',
  'side',
  'kind',
  'name',
  'value',
  'error',
  'lockDeg',
  'travel',
  'tire',
  'pattern',
  'tireDiameter',
  'tireWidth',
  'rimIn',
  'rimWidthIn',
  'offset',
  'spacer',
] as const;
type Column = (typeof COLUMNS)[number];
type Cells = Partial<Record<Column, string | number>>;

/** Every reading of a vehicle as CSV, lengths in mm. */
export function writeReadings(vehicle: Vehicle): string {
  const rows = AXLES.flatMap((axle): Cells[] => {
    const { readings = [], gaps = [] } = vehicle.corners[axle].measured ?? {};
    return [
      ...readings.map(({ side, reading, valueMm, errorMm }) => ({
        axle,
        side,
        kind: 'tape',
        name: reading,
        value: valueMm,
        ...(errorMm === undefined ? {} : { error: errorMm }),
      })),
      ...gaps.map(({ side, obstacle, gapMm, errorMm, lockDeg, travelMm, mounted }) => ({
        axle,
        side,
        kind: 'gap',
        name: obstacle,
        value: gapMm,
        error: errorMm,
        lockDeg,
        travel: travelMm,
        ...(mounted
          ? {
              tire: mounted.tire.code,
              pattern: mounted.tire.pattern,
              ...(mounted.tire.overallDiameterMm === undefined
                ? {}
                : { tireDiameter: mounted.tire.overallDiameterMm }),
              ...(mounted.tire.sectionWidthMm === undefined
                ? {}
                : { tireWidth: mounted.tire.sectionWidthMm }),
              rimIn: mounted.wheel.diameterIn,
              rimWidthIn: mounted.wheel.widthIn,
              offset: mounted.wheel.offsetMm,
              spacer: mounted.spacerMm,
            }
          : {}),
      })),
    ];
  });
  return stringify(rows, { header: true, columns: [...COLUMNS] });
}

type Read = Result<ReadingRow[], { faults: Fault[] }>;
type CellReader = {
  text: (column: Column) => string;
  /** A length as a tape reads it: `365`, `14 3/8 in`; undefined where the cell is empty. */
  length: (column: Column) => number | undefined;
  number: (column: Column) => number | undefined;
};

const PLACES: Record<string, Column> = {
  reading: 'name',
  obstacle: 'name',
  valueMm: 'value',
  gapMm: 'value',
  errorMm: 'error',
  travelMm: 'travel',
  lockDeg: 'lockDeg',
  side: 'side',
  mounted: 'tire',
};

/**
 * Readings from CSV with a header line. Lengths are mm, or inches where they are written so; what was mounted is
 * the wheel as delivered with what the row says otherwise. Each fault says its line and column.
 */
export function readReadings(text: string, stock: Vehicle['stock']): Read {
  const read = readCsv(text);
  if (!read.ok) return read;
  const records = read.value;
  if (records.length === 0) return { ok: false, faults: [{ path: 'line 1', message: 'holds no reading' }] };
  const known = new Set<string>(COLUMNS);
  const faults: Fault[] = Object.keys(records[0]?.record ?? {})
    .filter((key) => !known.has(key))
    .map((key) => ({
      path: `line 1, column ${key}`,
      message: `is no column of readings; the columns are ${COLUMNS.join(', ')}`,
    }));
  const rows = records.flatMap(({ record, line }): ReadingRow[] => {
    const fault = (column: string, message: string): void => {
      faults.push({ path: `line ${line}, column ${column}`, message });
    };
    const before = faults.length;
    const cells: CellReader = {
      text: (column) => record[column] ?? '',
      length: (column) => {
        const typed = record[column] ?? '';
        if (typed === '') return undefined;
        const read = readLength(typed, 'mm');
        if (!read.ok) fault(column, read.message);
        return read.ok ? read.value : undefined;
      },
      number: (column) => {
        const typed = record[column] ?? '';
        if (typed === '') return undefined;
        const value = Number(typed);
        if (!Number.isFinite(value)) fault(column, `"${typed}" is not a number`);
        return Number.isFinite(value) ? value : undefined;
      },
    };
    const axle = AXLES.find((one) => one === cells.text('axle'));
    if (!axle) fault('axle', `"${cells.text('axle')}" is not one of ${AXLES.join(', ')}`);
    const kind = cells.text('kind') || 'tape';
    if (kind !== 'tape' && kind !== 'gap') fault('kind', `"${kind}" is not one of tape, gap`);
    const schema = kind === 'gap' ? gapSchema : readingSchema;
    const item = kind === 'gap' ? gapOf(cells, stock) : tapeOf(cells);
    if (faults.length > before) return [];
    const result = schema.safeParse(item);
    if (!result.success)
      faultsOf(schema, result.error.issues).forEach(({ path, message }) =>
        fault(PLACES[path.split('.')[0] ?? ''] ?? path, message),
      );
    if (!axle || !result.success) return [];
    return kind === 'gap'
      ? [{ line, axle, kind, gap: result.data as GapReading }]
      : [{ line, axle, kind: 'tape', reading: result.data as TapeReading }];
  });
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: rows };
}

const given = <T extends object>(values: T): Partial<T> =>
  Object.fromEntries(Object.entries(values).filter(([, value]) => value !== undefined)) as Partial<T>;

function tapeOf({ text, length }: CellReader): unknown {
  return given({
    reading: text('name'),
    side: text('side') || 'left',
    valueMm: length('value'),
    errorMm: length('error'),
  });
}

function gapOf({ text, length, number }: CellReader, stock: Vehicle['stock']): unknown {
  const { wheel } = stock;
  const mounted = {
    tire: given({
      code: text('tire'),
      pattern: text('pattern') || stock.tire.pattern,
      overallDiameterMm: length('tireDiameter'),
      sectionWidthMm: length('tireWidth'),
    }),
    wheel: {
      ...wheel,
      diameterIn: number('rimIn') ?? wheel.diameterIn,
      widthIn: number('rimWidthIn') ?? wheel.widthIn,
      offsetMm: length('offset') ?? wheel.offsetMm,
    },
    spacerMm: length('spacer') ?? 0,
  };
  return given({
    obstacle: text('name'),
    side: text('side') || 'left',
    gapMm: length('value'),
    errorMm: length('error'),
    lockDeg: number('lockDeg') ?? 0,
    travelMm: length('travel'),
    mounted: text('tire') === '' ? undefined : mounted,
  });
}
