import type { ItemKind } from '../core/format/names';
import type { Result } from '../core/result';
import { csvOf } from './csvText';
import { decimalOf, delimiterOf, plainNumber, rowsOfList } from './listText';
import { guessColumns, headsOf, recordsOf, WHEEL_SIZE } from './supplierList';
import { faultsOf, type Fault } from '../core/format/fields';
import type { ListColumns } from '../core/format/listColumns';
import { putDotted } from '../core/dotted';
import { NO_LIFT } from '../core/vehicle/asDelivered';
import { itemSchemas, offerSchema, type CatalogItem } from '../core/format/catalog';

/** A row of a file: what it says, and on which line. */
export type CatalogRow<K extends ItemKind = ItemKind> = CatalogItem<K> & { line: number };
export type CatalogRead<K extends ItemKind = ItemKind> = Result<CatalogRow<K>[], { faults: Fault[] }>;
/** A column; a dot in its key is a place within the item. */
type Cell = { key: string; as: 'text' | 'number' | 'range' };

const text = (key: string): Cell => ({ key, as: 'text' });
const number = (key: string): Cell => ({ key, as: 'number' });
const LIFT = Object.keys(NO_LIFT);

const COLUMNS: Record<ItemKind, readonly Cell[]> = {
  tire: [
    text('code'),
    text('pattern'),
    number('overallDiameterMm'),
    number('sectionWidthMm'),
    number('treadWidthMm'),
    number('measuringRimIn'),
    { key: 'approvedRimIn', as: 'range' },
    number('massKg'),
    number('maxPressureKpa'),
    number('revsPerKm'),
  ],
  wheel: [
    number('diameterIn'),
    number('widthIn'),
    number('offsetMm'),
    number('boreMm'),
    number('studs'),
    number('pcdMm'),
    text('seat'),
    number('loadRatingKg'),
    number('massKg'),
    text('material'),
    text('bead'),
  ],
  spacer: [number('spacerMm'), text('spacerKind'), number('studs'), number('pcdMm'), number('massKg')],
  lift: [
    text('platform'),
    ...LIFT.map((key) => number(`front.${key}`)),
    ...LIFT.map((key) => number(`rear.${key}`)),
    number('massKg'),
  ],
  gears: [text('platform'), number('axleRatio'), number('massKg')],
  axle: [text('platform'), text('part'), text('steel'), number('peakNm'), number('massKg')],
  nuts: [text('thread'), text('seat'), number('massKg')],
};
const OFFER: readonly Cell[] = [number('price'), number('days'), text('supplier'), text('source')];
/** Texts that may be empty, and then are so. */
const MAY_BE_EMPTY: ReadonlySet<string> = new Set(['platform', 'source', 'supplier']);

/** A cell as the schema takes it. What is no number stays text, so that the schema can refuse it by name. */
function valueOf(cell: string, as: Cell['as'], decimal: ',' | '.'): unknown {
  if (as === 'text') return cell;
  const numeric = (part: string): unknown => {
    const plain = plainNumber(part, decimal).trim();
    return plain !== '' && Number.isFinite(Number(plain)) ? Number(plain) : part;
  };
  // 6-7.5, and not a number below nothing.
  return as === 'range' ? cell.split(/(?<=\d)\s*-\s*/).map(numeric) : numeric(cell);
}

type Tree = { [key: string]: unknown };

function treeOf(record: Record<string, string>, cells: readonly Cell[], decimal: ',' | '.'): Tree {
  const tree: Tree = {};
  for (const { key, as } of cells) {
    const cell = record[key] ?? '';
    if (cell === '' && !MAY_BE_EMPTY.has(key)) continue;
    putDotted(tree, key, valueOf(cell, as, decimal));
  }
  return tree;
}

/** The columns of a kind as they stand in a file of the catalog's own. */
export const headerOf = (kind: ItemKind): string[] => [
  'maker',
  'model',
  ...[...COLUMNS[kind], ...OFFER].map(({ key }) => key),
];

/** A list before anybody said what its columns are: its heads, its first rows, and what the heads are taken for. */
export type ListHead = { heads: string[]; rows: string[][]; lines: number; guessed: ListColumns['of'] };
const SHOWN_ROWS = 4;

export function headOfList(kind: ItemKind, text: string): ListHead {
  const { rows } = rowsOfList(text, delimiterOf(text));
  const heads = headsOf(rows[0]);
  return {
    heads,
    rows: rows.slice(1, 1 + SHOWN_ROWS).map(({ cells }) => cells),
    lines: Math.max(0, rows.length - 1),
    guessed: guessColumns(kind, heads, headerOf(kind)),
  };
}

const MISSING = /^line \d+, column (.+)$/;
/** What no column holds is missing in every line: it is told once, and not as often as the list has lines. */
function missingOnce(faults: readonly Fault[], given: ReadonlySet<string>): Fault[] {
  const told = new Set<string>();
  return faults.flatMap((fault) => {
    const [, key = ''] = MISSING.exec(fault.path) ?? [];
    if (!fault.message.startsWith('is missing') || given.has(key)) return [fault];
    if (told.has(key)) return [];
    told.add(key);
    const range = fault.message.replace(/^is missing(; )?/, '');
    return [
      {
        path: `line 1, column ${key}`,
        message: `is in no column; say which one it is, or give it for every line${range ? `: ${range}` : ''}`,
      },
    ];
  });
}

/**
 * Things of one kind as CSV with a header line, parted by comma, semicolon or tab, with decimal point or comma; columns may stand
 * in any order and be left out. `columns` says which is which where they are not called as the catalog calls them. Each fault says
 * its line and column, all of them at once; where there is one, nothing is read.
 */
export function readCatalog<K extends ItemKind>(kind: K, csv: string, columns?: ListColumns): CatalogRead<K> {
  const { rows: lines, faults } = rowsOfList(csv, delimiterOf(csv));
  const known = headerOf(kind);
  const heads = headsOf(lines[0]);
  const ofIts = columns ?? { of: Object.fromEntries(heads.map((head) => [head, head])), fixed: {} };
  faults.push(
    ...Object.entries(ofIts.of)
      .filter(([, key]) => key !== '' && key !== WHEEL_SIZE && !known.includes(key))
      .map(([head, key]) => ({
        path: `line 1, column ${head}`,
        message: `${columns ? `is taken for ${key}, which ` : ''}is no column of this catalog; the columns are ${known.join(', ')}`,
      })),
  );
  const read = recordsOf(lines, ofIts);
  faults.push(...read.faults);
  const decimal = decimalOf(lines);
  const rows: CatalogRow<K>[] = [];
  const schema = itemSchemas[kind];
  for (const { record, line } of read.records) {
    const item = schema.safeParse(treeOf(record, COLUMNS[kind], decimal));
    const offer = offerSchema.safeParse({
      maker: record['maker'] ?? '',
      model: record['model'] ?? '',
      ...treeOf(record, OFFER, decimal),
    });
    const wrong = [
      ...(offer.success ? [] : faultsOf(offerSchema, offer.error.issues)),
      ...(item.success ? [] : faultsOf(schema, item.error.issues)),
    ];
    faults.push(...wrong.map(({ path, message }) => ({ path: `line ${line}, column ${path}`, message })));
    if (item.success && offer.success)
      rows.push({ ...offer.data, kind, item: item.data as CatalogItem<K>['item'], line });
  }
  const given = new Set([
    ...Object.values(ofIts.of),
    ...Object.keys(ofIts.fixed),
    ...read.records.flatMap(({ record }) => Object.keys(record)),
  ]);
  const lineOf = ({ path }: Fault): number => Number(/\d+/.exec(path)?.[0] ?? 0);
  return faults.length > 0
    ? { ok: false, faults: missingOnce(faults, given).sort((a, b) => lineOf(a) - lineOf(b)) }
    : { ok: true, value: rows };
}

function cellOf(tree: unknown, { key, as }: Cell): string | number {
  const value = key.split('.').reduce<unknown>((at, one) => (at as Tree | undefined)?.[one], tree);
  if (value === undefined || value === null) return '';
  // A lift's figures are 0 where nothing is said: an empty cell reads back as the same.
  if (key.includes('.') && value === 0) return '';
  return as === 'range' ? (value as number[]).join('-') : (value as string | number);
}

/** The same as CSV, one line a thing, in the order given: what `readCatalog` reads back as it was. */
export function writeCatalog(kind: ItemKind, rows: readonly CatalogItem[]): string {
  return csvOf([
    headerOf(kind),
    ...rows.map((row) => [
      row.maker,
      row.model,
      ...COLUMNS[kind].map((cell) => cellOf(row.item, cell)),
      ...OFFER.map((cell) => cellOf(row, cell)),
    ]),
  ]);
}
