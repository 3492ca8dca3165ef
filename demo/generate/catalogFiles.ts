import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { NO_LIFT } from '../../core/vehicle/asDelivered';
import { readCatalog, writeCatalog } from '../../formats/catalogCsv';
import { ROOT } from '../../command/paths';
import { seeded } from '../../core/statistics/seeded';
import type { CatalogItem } from "../../core/format/catalog";
import type { ItemKind } from "../../core/format/names";

/*
 * Writes demo/catalog/*.csv: an invented catalog of a size that a shop's would have, the same each time. What the demo's
 * vehicles wear (demo/tires.csv, demo/wheels.csv) stands first in it.
 */

const { uniform, pick, whole } = seeded(20_261_125);
const FOLDER = join(ROOT, 'demo', 'catalog');
const SHEET = 'maker’s sheet, invented';
/** Tires come from one depot, wheels and what goes with them from another, the rest from its makers. */
const DEPOTS: Record<string, string> = {
  ...Object.fromEntries(
    ['Fellmark', 'Quarrow', 'Brindlecote', 'Tessard', 'Harrowgill', 'Ostmere'].map((maker) => [maker, 'Hollowmere Tire Depot']),
  ),
  ...Object.fromEntries(['Kestrin', 'Pellam', 'Holtwright', 'Orlock'].map((maker) => [maker, 'Rackstane Wheels'])),
};
const supplierOf = (maker: string): string => DEPOTS[maker] ?? `${maker} direct`;
const half = (value: number): number => Math.round(value * 2) / 2;
const five = (value: number): number => Math.round(value / 5) * 5;

function base<K extends 'tire' | 'wheel'>(kind: K): CatalogItem<K>[] {
  const read = readCatalog(kind, readFileSync(join(ROOT, 'demo', `${kind}s.csv`), 'utf8'));
  if (!read.ok) throw new Error(read.faults.map(({ path, message }) => `${path} ${message}`).join('\n'));
  return read.value.map(({ line: _line, ...row }) => row as CatalogItem<K>);
}

/** Most is on the shelf within a fortnight; of some nobody knows. */
const days = (): { days?: number } => (uniform() < 0.08 ? {} : { days: uniform() < 0.35 ? 0 : whole(1, 24) });

const TIRES: readonly (readonly [
  maker: string,
  model: string,
  pattern: 'road' | 'all-terrain' | 'mud',
  price: number,
])[] = [
  ['Fellmark', 'Cairn', 'all-terrain', 1],
  ['Quarrow', 'Bogtrotter', 'mud', 1.12],
  ['Brindlecote', 'Scree', 'all-terrain', 0.92],
  ['Tessard', 'Waymark', 'road', 0.88],
  ['Harrowgill', 'Drover', 'all-terrain', 0.8],
  ['Ostmere', 'Peat', 'mud', 0.96],
  ['Fellmark', 'Cairn Winter', 'road', 1.04],
  ['Harrowgill', 'Plough', 'mud', 0.86],
];
const WIDTHS: Record<number, readonly number[]> = {
  15: [215, 225, 235, 255, 265],
  16: [215, 225, 235, 245, 255, 265, 285],
  17: [225, 235, 245, 255, 265, 275, 285],
  18: [245, 255, 265, 275, 285, 295],
};
const LOADS: readonly (readonly [width: number, index: string, range: string])[] = [
  [215, '103/100', 'D'],
  [225, '110/107', 'D'],
  [235, '113/110', 'E'],
  [245, '120/116', 'E'],
  [255, '121/118', 'E'],
  [265, '123/120', 'E'],
  [275, '125/122', 'E'],
  [285, '126/123', 'E'],
  [295, '129/126', 'E'],
];

function tires(most: number): CatalogItem<'tire'>[] {
  const list: CatalogItem<'tire'>[] = base('tire').map((row) => ({
    ...row,
    price: five(60 + ((row.item.overallDiameterMm ?? 700) - 600) * 0.9),
    ...days(),
    source: SHEET,
    supplier: supplierOf(row.maker),
  }));
  const known = new Set(list.map(({ maker, model, item }) => `${maker} ${model} ${item.code}`));
  const sizes = Object.entries(WIDTHS).flatMap(([rim, widths]) =>
    widths.flatMap((width) =>
      [65, 70, 75, 80, 85].flatMap((aspect) => {
        const nominal = (2 * width * aspect) / 100 + 25.4 * Number(rim);
        return nominal > 660 && nominal < 900 ? [{ rim: Number(rim), width, aspect, nominal }] : [];
      }),
    ),
  );
  while (list.length < most) {
    const [maker, model, pattern, share] = pick([TIRES[0] as (typeof TIRES)[number], ...TIRES.slice(1)]);
    const [first, ...rest] = sizes;
    if (!first) break;
    const { rim, width, aspect, nominal } = pick([first, ...rest]);
    const [, index, range] = LOADS.find(([from]) => from === width) ?? [width, '121/118', 'E'];
    const code = `LT${width}/${aspect}R${rim} ${index}${pattern === 'mud' ? 'Q' : 'S'} ${range}`;
    const name = `${maker} ${model} ${code}`;
    if (known.has(name)) continue;
    known.add(name);
    const overallDiameterMm = Math.round(nominal * (0.988 + 0.022 * uniform()));
    const measuringRimIn = half(width / 25.4 - 2.2);
    list.push({
      kind: 'tire',
      maker,
      model,
      item: {
        code,
        pattern,
        overallDiameterMm,
        sectionWidthMm: Math.round(width * (0.98 + 0.05 * uniform())),
        measuringRimIn,
        approvedRimIn: [measuringRimIn - 0.5, measuringRimIn + 1.5],
        massKg: Number(
          (0.000_045 * overallDiameterMm * width * (pattern === 'mud' ? 2.45 : 2.15)).toFixed(1),
        ),
        maxPressureKpa: range === 'D' ? 450 : 550,
      },
      price: five((60 + (overallDiameterMm - 600) * 0.9) * share * (0.95 + 0.1 * uniform())),
      ...days(),
      source: SHEET,
      supplier: supplierOf(maker),
    });
  }
  return list;
}

const HUBS = [
  {
    studs: 6,
    pcdMm: 139.7,
    boreMm: 106.1,
    seat: 'cone',
    rims: [16, 17, 18],
    offsets: [-20, 45],
    share: 0.55,
  },
  { studs: 6, pcdMm: 139.7, boreMm: 95.1, seat: 'cone', rims: [18], offsets: [15, 50], share: 0.12 },
  { studs: 6, pcdMm: 130, boreMm: 84.1, seat: 'ball', rims: [16, 17], offsets: [40, 70], share: 0.18 },
  { studs: 5, pcdMm: 108, boreMm: 63.4, seat: 'cone', rims: [16, 17], offsets: [25, 55], share: 0.15 },
] as const;
type WheelMake = readonly [maker: string, model: string, material: 'aluminium' | 'steel', price: number];
const WHEELS: readonly [WheelMake, ...WheelMake[]] = [
  ['Kestrin', 'Ledge', 'aluminium', 1],
  ['Kestrin', 'Volt', 'aluminium', 1.25],
  ['Pellam', 'Fleet', 'steel', 0.45],
  ['Pellam', 'Tour', 'aluminium', 0.8],
  ['Holtwright', 'Carrier', 'aluminium', 1.1],
  ['Holtwright', 'Bracken steel', 'steel', 0.55],
  ['Orlock', 'Ridge', 'aluminium', 0.95],
];

function wheels(most: number): CatalogItem<'wheel'>[] {
  const list: CatalogItem<'wheel'>[] = base('wheel').map((row) => ({
    ...row,
    price: five(row.item.material === 'steel' ? 85 : 190),
    ...days(),
    source: SHEET,
    supplier: supplierOf(row.maker),
  }));
  const nameOf = ({
    maker,
    model,
    item: { diameterIn, widthIn, offsetMm, pcdMm, boreMm },
  }: CatalogItem<'wheel'>): string => [maker, model, diameterIn, widthIn, offsetMm, pcdMm, boreMm].join();
  const known = new Set(list.map(nameOf));
  while (list.length < most) {
    let draw = uniform();
    const hub = HUBS.find(({ share }) => (draw -= share) < 0) ?? HUBS[0];
    const [maker, model, material, share] = pick(WHEELS);
    const diameterIn = pick([...hub.rims] as [number, ...number[]]);
    const widthIn = pick([6.5, 7, 7.5, 8, 8.5, 9]);
    const row: CatalogItem<'wheel'> = {
      kind: 'wheel',
      maker,
      model,
      item: {
        diameterIn,
        widthIn,
        offsetMm: five(whole(hub.offsets[0], hub.offsets[1])),
        boreMm: hub.boreMm,
        studs: hub.studs,
        pcdMm: hub.pcdMm,
        seat: hub.seat,
        loadRatingKg: hub.studs === 5 ? five(whole(700, 820)) : five(whole(1050, 1450)),
        massKg: Number(
          (diameterIn * widthIn * (material === 'steel' ? 0.118 : 0.092) * (0.95 + 0.1 * uniform())).toFixed(
            1,
          ),
        ),
        material,
        bead: 'plain',
      },
      price: five(180 * share * (diameterIn / 17) * (0.9 + 0.2 * uniform())),
      ...days(),
      source: SHEET,
      supplier: supplierOf(maker),
    };
    if (known.has(nameOf(row))) continue;
    known.add(nameOf(row));
    list.push(row);
  }
  return list;
}

const BODIES = ['Orrin Halyard', 'Haldane Rook', 'Tarn Holloway', 'Selk Marten', 'Ister Pylon'] as const;
const KITS = [
  ['Corrie', 'Load springs', 'spring'],
  ['Corrie', 'Tall springs', 'spring'],
  ['Stenhope', 'Spacer set', 'spring'],
  ['Stenhope', 'Drop brackets', 'bracket'],
  ['Ulden', 'Body blocks', 'body'],
  ['Ulden', 'Tour suspension', 'spring'],
] as const;

function lifts(): CatalogItem<'lift'>[] {
  const list: CatalogItem<'lift'>[] = [];
  for (const platform of BODIES) {
    const steps =
      platform === 'Selk Marten' ? [20, 30, 40] : platform === 'Tarn Holloway' ? [20, 35, 50] : [30, 50, 75];
    for (const [maker, model, kind] of KITS) {
      if (kind !== 'spring' && (platform === 'Selk Marten' || platform === 'Tarn Holloway')) continue;
      for (const mm of kind === 'spring'
        ? model === 'Tour suspension'
          ? steps.slice(1, 2)
          : steps.slice(0, 2 + Number(model === 'Tall springs'))
        : [mm0(kind)]) {
        const axle = (share: number) => {
          const up = five(mm * share);
          return {
            ...NO_LIFT,
            ...(kind === 'bracket' ? { bracketMm: up } : kind === 'body' ? { bodyMm: up } : { springMm: up }),
            bumpStopMm: kind === 'spring' && mm >= 50 ? 15 : 0,
            droopGainMm: kind === 'spring' && model !== 'Spacer set' ? five(mm / 3) : 0,
            casterDeltaDeg: 0,
          };
        };
        list.push({
          kind: 'lift',
          maker,
          model: `${model} ${mm}`,
          item: { platform, front: axle(1), rear: axle(kind === 'spring' ? 0.9 : 1), massKg: whole(6, 32) },
          price: five(220 + mm * (kind === 'bracket' ? 16 : model === 'Spacer set' ? 5 : 11)),
          ...days(),
          source: SHEET,
          supplier: supplierOf(maker),
        });
      }
    }
  }
  return list;
}
function mm0(kind: 'bracket' | 'body'): number {
  return kind === 'bracket' ? 40 : 30;
}

function spacers(): CatalogItem<'spacer'>[] {
  return HUBS.filter((_, i) => i !== 1).flatMap(({ studs, pcdMm }) =>
    [20, 25, 30, 38].map((spacerMm): CatalogItem<'spacer'> => ({
      kind: 'spacer',
      maker: 'Orlock',
      model: 'Stud plate',
      item: { spacerMm, spacerKind: 'bolt-on', studs, pcdMm, massKg: Number((spacerMm * 0.045).toFixed(1)) },
      price: five(35 + spacerMm * 0.7),
      ...days(),
      source: SHEET,
      supplier: supplierOf('Orlock'),
    })),
  );
}

const RATIOS: Record<(typeof BODIES)[number], readonly number[]> = {
  'Orrin Halyard': [4.3, 4.56, 4.88],
  'Haldane Rook': [4.1, 4.3],
  'Tarn Holloway': [4.36],
  'Selk Marten': [],
  'Ister Pylon': [],
};
const gears = (): CatalogItem<'gears'>[] =>
  Object.entries(RATIOS).flatMap(([platform, ratios]) =>
    ratios.map((axleRatio): CatalogItem<'gears'> => ({
      kind: 'gears',
      maker: 'Denholt',
      model: 'Ring and pinion, both axles',
      item: { platform, axleRatio, massKg: 22 },
      price: five(820 + 90 * uniform()),
      ...days(),
      source: SHEET,
      supplier: supplierOf('Denholt'),
    })),
  );
const axles = (): CatalogItem<'axle'>[] =>
  (['Orrin Halyard', 'Haldane Rook'] as const).flatMap((platform) =>
    (
      [
        ['shaft', '4340', 640],
        ['shaft', '300M', 980],
        ['joint', undefined, 310],
        ['locker', undefined, 760],
      ] as const
    ).map(([part, steel, price]): CatalogItem<'axle'> => ({
      kind: 'axle',
      maker: 'Denholt',
      model: part === 'shaft' ? 'Shaft pair' : part === 'joint' ? 'Heavy joint' : 'Locker',
      item: {
        platform,
        part,
        ...(steel ? { steel } : {}),
        ...(part === 'joint' ? { peakNm: 5200 } : {}),
        massKg: whole(6, 26),
      },
      price,
      ...days(),
      source: SHEET,
      supplier: supplierOf('Denholt'),
    })),
  );

const nuts = (): CatalogItem<'nuts'>[] =>
  (
    [
      ['M12x1.5', 'cone', 2.6],
      ['M12x1.5', 'ball', 2.9],
      ['M14x1.5', 'cone', 3.1],
      ['M14x1.5', 'ball', 3.4],
    ] as const
  ).map(([thread, seat, price]): CatalogItem<'nuts'> => ({
    kind: 'nuts',
    maker: 'Orlock',
    model: 'Closed nut',
    item: { thread, seat, massKg: 0.06 },
    price,
    days: 1,
    source: SHEET,
    supplier: supplierOf('Orlock'),
  }));

mkdirSync(FOLDER, { recursive: true });
const FILES: Record<ItemKind, CatalogItem[]> = {
  tire: tires(600),
  wheel: wheels(400),
  spacer: spacers(),
  lift: lifts(),
  gears: gears(),
  axle: axles(),
  nuts: nuts(),
};
for (const [kind, rows] of Object.entries(FILES) as [ItemKind, CatalogItem[]][])
  writeFileSync(join(FOLDER, `${kind}.csv`), writeCatalog(kind, rows));
