import type { ItemKind } from '../../../core/format/names';
import { createColumnHelper } from '@tanstack/react-table';
import { showWithUnit, type UnitSystem } from '../../../core/units/quantity';
import type { ItemRow, Sort } from '../../../data/catalog';
import type { CatalogItem } from '../../../core/format/catalog';

const column = createColumnHelper<ItemRow>();

/** A cell that can be changed where it stands: which part of the row it is, and what it holds. */
export type Editable = { of: 'offer' | 'item'; key: string; numeric: boolean };
export type ColumnMeta = { sort?: Sort; right?: boolean; edit?: Editable; width: string };
type Of = (row: ItemRow, units: UnitSystem) => string;

type Spec = { id: string; words: string; of: Of } & ColumnMeta;
const item = <K extends ItemKind>(row: ItemRow): CatalogItem<K>['item'] =>
  row.document as CatalogItem<K>['item'];
const mm = (value: number | undefined | null, units: UnitSystem): string =>
  value === undefined || value === null ? '–' : showWithUnit(value, 'length', units);

const HEAD: readonly Spec[] = [
  { id: 'maker', words: 'Maker', of: ({ maker }) => maker, sort: 'maker', width: '6.5rem' },
  { id: 'model', words: 'Model', of: ({ model }) => model, width: '9rem' },
  { id: 'name', words: 'What', of: ({ name }) => name, sort: 'name', width: 'minmax(10rem,1fr)' },
];
const MASS: Spec = {
  id: 'massKg',
  words: 'Mass',
  of: ({ massKg }, units) => (massKg === null ? '–' : showWithUnit(massKg, 'mass', units)),
  sort: 'massKg',
  right: true,
  width: '4.8rem',
};
const OFFER: readonly Spec[] = [
  {
    id: 'price',
    words: 'Price',
    of: ({ price }) => (price === null ? '–' : String(price)),
    sort: 'price',
    right: true,
    edit: { of: 'offer', key: 'price', numeric: true },
    width: '4.8rem',
  },
  {
    id: 'days',
    words: 'Days',
    of: ({ days }) => (days === null ? '–' : String(days)),
    sort: 'days',
    right: true,
    edit: { of: 'offer', key: 'days', numeric: true },
    width: '3.4rem',
  },
  {
    id: 'supplier',
    words: 'From',
    of: ({ supplier }) => supplier || '–',
    edit: { of: 'offer', key: 'supplier', numeric: false },
    width: '9.5rem',
  },
  {
    id: 'source',
    words: 'Source',
    of: ({ source }) => source || '–',
    edit: { of: 'offer', key: 'source', numeric: false },
    width: 'minmax(11.5rem,1fr)',
  },
];

const OWN: Record<ItemKind, readonly Spec[]> = {
  tire: [
    {
      id: 'size',
      words: 'Diameter',
      of: ({ sizeMm }, units) => mm(sizeMm, units),
      sort: 'sizeMm',
      right: true,
      width: '5.2rem',
    },
    {
      id: 'width',
      words: 'Section',
      of: (row, units) => mm(item<'tire'>(row).sectionWidthMm, units),
      right: true,
      width: '5.2rem',
    },
    { id: 'pattern', words: 'Tread', of: (row) => item<'tire'>(row).pattern, width: '5.2rem' },
    MASS,
  ],
  wheel: [
    {
      id: 'offset',
      words: 'Offset',
      of: ({ sizeMm }, units) => mm(sizeMm, units),
      sort: 'sizeMm',
      right: true,
      width: '4.8rem',
    },
    {
      id: 'load',
      words: 'Carries',
      of: (row, units) => showWithUnit(item<'wheel'>(row).loadRatingKg, 'mass', units),
      right: true,
      width: '5.2rem',
    },
    { id: 'material', words: 'Of', of: (row) => item<'wheel'>(row).material, width: '4.8rem' },
    MASS,
  ],
  spacer: [MASS],
  lift: [
    {
      id: 'front',
      words: 'Front',
      of: ({ sizeMm }, units) => mm(sizeMm, units),
      sort: 'sizeMm',
      right: true,
      width: '4.8rem',
    },
    {
      id: 'stop',
      words: 'Bump stop',
      of: (row, units) => mm(item<'lift'>(row).front.bumpStopMm, units),
      right: true,
      width: '4.8rem',
    },
    MASS,
  ],
  gears: [MASS],
  axle: [MASS],
  nuts: [],
};

/** The columns of a kind, for the table: what each shows, how it is sorted on the server, and whether it is changed in place. */
export function columnsOf(kind: ItemKind, units: UnitSystem) {
  return [...HEAD, ...OWN[kind], ...OFFER].map(({ id, words, of, ...meta }) =>
    column.accessor((row) => of(row, units), { id, header: words, meta: meta satisfies ColumnMeta }),
  );
}
