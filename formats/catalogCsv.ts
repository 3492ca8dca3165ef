import type { Result } from '../core/result';
import { csvOf, readCsv } from './csvText';
import { faultsOf, type Fault } from '../core/format/fields';
import { putDotted } from '../core/dotted';
import { NO_LIFT } from '../core/vehicle/asDelivered';
import { itemSchemas, offerSchema, type CatalogItem, type ItemKind } from '../core/format/catalog';

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
function valueOf(cell: string, as: Cell['as']): unknown {
  const numeric = (part: string): unknown =>
    part.trim() !== '' && Number.isFinite(Number(part)) ? Number(part) : part;
  if (as === 'text') return cell;
  return as === 'range' ? cell.split('-').map(numeric) : numeric(cell);
}

type Tree = { [key: string]: unknown };

function treeOf(record: Record<string, string>, cells: readonly Cell[]): Tree {
  const tree: Tree = {};
  for (const { key, as } of cells) {
    const cell = record[key] ?? '';
    if (cell === '' && !MAY_BE_EMPTY.has(key)) continue;
    putDotted(tree, key, valueOf(cell, as));
  }
  return tree;
}

const headerOf = (kind: ItemKind): string[] => [
  'maker',
  'model',
  ...[...COLUMNS[kind], ...OFFER].map(({ key }) => key),
];

/**
 * Things of one kind as CSV with a header line; columns may stand in any order and be left out. Each fault says its line and
 * column; where there is one, nothing is read.
 */
export function readCatalog<K extends ItemKind>(kind: K, csv: string): CatalogRead<K> {
  const read = readCsv(csv);
  if (!read.ok) return read;
  const records = read.value;
  const known = new Set(headerOf(kind));
  const faults: Fault[] = Object.keys(records[0]?.record ?? {})
    .filter((key) => !known.has(key))
    .map((key) => ({
      path: `line 1, column ${key}`,
      message: `is no column of this catalog; the columns are ${[...known].join(', ')}`,
    }));
  const rows: CatalogRow<K>[] = [];
  const schema = itemSchemas[kind];
  for (const { record, line } of records) {
    const item = schema.safeParse(treeOf(record, COLUMNS[kind]));
    const offer = offerSchema.safeParse({
      maker: record['maker'] ?? '',
      model: record['model'] ?? '',
      ...treeOf(record, OFFER),
    });
    const wrong = [
      ...(offer.success ? [] : faultsOf(offerSchema, offer.error.issues)),
      ...(item.success ? [] : faultsOf(schema, item.error.issues)),
    ];
    faults.push(...wrong.map(({ path, message }) => ({ path: `line ${line}, column ${path}`, message })));
    if (item.success && offer.success)
      rows.push({ ...offer.data, kind, item: item.data as CatalogItem<K>['item'], line });
  }
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: rows };
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
