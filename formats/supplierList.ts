import type { ItemKind } from '../core/format/names';
import type { Fault } from '../core/format/fields';
import type { ListColumns } from '../core/format/listColumns';
import type { ListRow } from './listText';

/** Cells of a list that hold several figures at once, such as `7.5Jx17 ET35 6x139.7 106.1`. */
export const WHEEL_SIZE = 'wheel size';

/** What columns are called in lists, beside the catalog's own names: small letters, without signs. */
const ALSO: Readonly<Record<string, readonly string[]>> = {
  maker: ['brand', 'manufacturer', 'make', 'hersteller', 'marke'],
  model: ['pattern name', 'profile', 'design', 'article', 'description', 'name', 'modell', 'bezeichnung'],
  code: ['size', 'tire size', 'tyre size', 'dimension', 'groesse', 'größe', 'reifengröße'],
  pattern: ['type', 'tread', 'season'],
  overallDiameterMm: ['diameter', 'overall diameter', 'od', 'od mm'],
  sectionWidthMm: ['section width', 'section', 'width mm'],
  treadWidthMm: ['tread width'],
  massKg: ['weight', 'mass', 'kg', 'gewicht'],
  price: ['price', 'net', 'net price', 'cost', 'unit price', 'preis', 'ek', 'netto'],
  days: ['lead time', 'delivery', 'delivery days', 'lieferzeit', 'tage'],
  supplier: ['supplier', 'lieferant'],
  source: ['source', 'quelle'],
  loadRatingKg: ['load rating', 'load', 'max load', 'traglast'],
  boreMm: ['bore', 'centre bore', 'center bore', 'cb'],
  offsetMm: ['offset', 'et'],
  pcdMm: ['pcd', 'bolt circle'],
  studs: ['holes', 'studs', 'lugs'],
  seat: ['seat'],
  thread: ['thread', 'gewinde'],
  axleRatio: ['ratio', 'axle ratio'],
};

/** What the columns are called where a person chooses among them; those that are not here by their own name. */
const WORDS: Readonly<Record<string, string>> = {
  maker: 'maker',
  model: 'model',
  code: 'size code',
  pattern: 'tread: road, all-terrain, mud',
  overallDiameterMm: 'diameter, mm',
  sectionWidthMm: 'section width, mm',
  treadWidthMm: 'tread width, mm',
  measuringRimIn: 'measuring rim, in',
  approvedRimIn: 'approved rims, in',
  massKg: 'mass, kg',
  maxPressureKpa: 'highest pressure, kPa',
  revsPerKm: 'turns a km',
  diameterIn: 'rim diameter, in',
  widthIn: 'rim width, in',
  offsetMm: 'offset, mm',
  boreMm: 'bore, mm',
  studs: 'studs',
  pcdMm: 'bolt circle, mm',
  loadRatingKg: 'load rating, kg',
  spacerMm: 'thickness, mm',
  spacerKind: 'bolt-on or slip-on',
  platform: 'body it is for',
  axleRatio: 'ratio',
  peakNm: 'peak torque, N·m',
  days: 'days to deliver',
};
export const columnWords = (key: string): string => WORDS[key] ?? key;

const bare = (text: string): string =>
  text
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();

/** Guesses which column is which by its head: the catalog's own name, then what lists call it. Each of the catalog's at most once. */
export function guessColumns(
  kind: ItemKind,
  heads: readonly string[],
  keys: readonly string[],
): ListColumns['of'] {
  const of: Record<string, string> = {};
  const free = new Set(keys);
  const give = (head: string, key: string | undefined): void => {
    if (key === undefined || !free.has(key) || of[head]) return;
    of[head] = key;
    free.delete(key);
  };
  for (const head of heads)
    give(
      head,
      keys.find((key) => key === head || bare(key) === bare(head)),
    );
  for (const head of heads)
    give(
      head,
      keys.find((key) => ALSO[key]?.includes(bare(head))),
    );
  if (kind === 'wheel' && !Object.values(of).includes('diameterIn')) {
    const size = heads.find(
      (head) =>
        !of[head] && ['size', 'dimension', 'wheel size', 'größe', 'groesse', 'felge'].includes(bare(head)),
    );
    if (size) of[size] = WHEEL_SIZE;
  }
  return of;
}

const DECIMAL = String.raw`(\d+(?:[.,]\d+)?)`;

/** The figures of a wheel from one cell: width and rim, offset, studs and bolt circle, bore, in any order; null where there is no size. */
export function wheelFigures(text: string): Record<string, string> | null {
  const tidy = text.toUpperCase().replace(/[×*]/g, 'X').replace(/\s+/g, ' ');
  const found: Record<string, string> = {};
  const put = (key: string, value: string | undefined): void => {
    if (value !== undefined) found[key] = value.replace(',', '.');
  };
  // No circle is smaller than this: 18x8.5 is a rim and a width.
  const LEAST_CIRCLE_MM = 80;
  const circle = [...tidy.matchAll(new RegExp(String.raw`\b(\d{1,2})[X/]${DECIMAL}\b`, 'g'))].find(
    ([, , mm = '']) => Number(mm.replace(',', '.')) >= LEAST_CIRCLE_MM,
  );
  put('studs', circle?.[1]);
  put('pcdMm', circle?.[2]);
  const widthFirst = new RegExp(String.raw`\b${DECIMAL}\s?J{0,2}\s?X\s?(1\d|2\d)(?:\b|J)`).exec(tidy);
  const rimFirst = new RegExp(String.raw`\b(1\d|2\d)\s?X\s?${DECIMAL}\s?J{0,2}\b`).exec(tidy);
  const [width, rim] =
    widthFirst && Number(widthFirst[1]?.replace(',', '.')) < 14
      ? [widthFirst[1], widthFirst[2]]
      : rimFirst && Number(rimFirst[2]?.replace(',', '.')) < 14
        ? [rimFirst[2], rimFirst[1]]
        : [];
  if (width === undefined) return null;
  put('widthIn', width);
  put('diameterIn', rim);
  put('offsetMm', /\b(?:ET|OFFSET) ?([+-]?\d+(?:[.,]\d+)?)/.exec(tidy)?.[1]);
  put('boreMm', /\b(?:CB|ML|BORE|DIA) ?(\d+(?:[.,]\d+)?)/.exec(tidy)?.[1]);
  return found;
}

/**
 * Rows of a list as records of the catalog's columns. The first row is the head; two columns of one head are told apart by their
 * place. A row of another length than the head is a fault.
 */
export function recordsOf(
  [head, ...rows]: readonly ListRow[],
  columns: ListColumns,
): { records: { record: Record<string, string>; line: number }[]; faults: Fault[] } {
  const faults: Fault[] = [];
  const keys = headsOf(head).map((name) => columns.of[name] ?? '');
  const records = rows.flatMap(({ cells, line }) => {
    const extra = cells.slice(keys.length).some((cell) => cell !== '');
    if (extra || cells.length < keys.length) {
      faults.push({
        path: `line ${line}`,
        message: `has ${cells.length} cells, the head ${keys.length}; a cell with the sign that parts them in it has to stand in quotes`,
      });
      return [];
    }
    const record: Record<string, string> = { ...columns.fixed };
    keys.forEach((key, i) => {
      const cell = cells[i] ?? '';
      if (key === '' || cell === '') return;
      if (key !== WHEEL_SIZE) {
        record[key] = cell;
        return;
      }
      const figures = wheelFigures(cell);
      if (figures) for (const [name, value] of Object.entries(figures)) record[name] ??= value;
      else
        faults.push({
          path: `line ${line}, column ${WHEEL_SIZE}`,
          message: `"${cell}" is no size of a wheel; write 7.5x17, with ET35, 6x139.7 and CB106.1 behind it where they are known`,
        });
    });
    return [{ record, line }];
  });
  return { records, faults };
}

/** The heads of a list, each once: a second column of the same name carries its place. */
export function headsOf(head: ListRow | undefined): string[] {
  const seen = new Set<string>();
  return (head?.cells ?? []).map((name, i) => {
    const own = name === '' || seen.has(name) ? `${name || 'column'} (${i + 1})` : name;
    seen.add(own);
    return own;
  });
}
