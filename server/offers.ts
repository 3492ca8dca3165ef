import { madeFor } from '../core/catalog/chosen';
import type { OfferedPart } from '../core/driveline/upgrades';
import type {
  OfferedLift,
  OfferedRatio,
  OfferedSpacer,
  OfferedTire,
  OfferedWheel,
} from '../core/search/space';
import { allItems, type ItemRow } from '../data/catalog';
import type { Queryable } from '../data/client';
import { vehicleById } from '../data/documents';
import { jobById } from '../data/jobs';
import { done, missing, type Outcome } from './errors';
import type { CatalogItem } from '../core/format/catalog';

export type PickTire = { id: number; maker: string; model: string; tire: CatalogItem<'tire'>['item'] };
export type PickWheel = { id: number; maker: string; model: string; wheel: CatalogItem<'wheel'>['item'] };

/** Tires and wheels to pick from, small to large. */
export async function pickable(db: Queryable): Promise<{ tires: PickTire[]; wheels: PickWheel[] }> {
  const rows = await allItems(db, ['tire', 'wheel']);
  const of = (kind: ItemRow['kind']): ItemRow[] => rows.filter((row) => row.kind === kind);
  return {
    tires: of('tire')
      .sort((a, b) => (a.sizeMm ?? 0) - (b.sizeMm ?? 0))
      .map(({ id, maker, model, document }) => ({ id, maker, model, tire: document as PickTire['tire'] })),
    wheels: of('wheel')
      .sort((a, b) => (a.rimIn ?? 0) - (b.rimIn ?? 0) || (a.sizeMm ?? 0) - (b.sizeMm ?? 0))
      .map(({ id, maker, model, document }) => ({ id, maker, model, wheel: document as PickWheel['wheel'] })),
  };
}

/** What of a row of the catalog an offer is made of. */
export type OfferRow = Pick<
  ItemRow,
  'id' | 'kind' | 'maker' | 'model' | 'name' | 'price' | 'days' | 'supplier' | 'document'
>;
const offerOf = ({ id, maker, model, name, price, days, supplier }: OfferRow) => ({
  id,
  words: `${maker} ${model} ${name}`,
  price,
  days,
  supplier,
});

/** Axle parts and gears of the catalog that are made for a body, or for any. */
export async function partsFor(db: Queryable, platform: string): Promise<OfferedPart[]> {
  const rows = await allItems(db, ['axle', 'gears']);
  return rows.flatMap((row): OfferedPart[] => {
    if (row.kind === 'gears') {
      const { platform: made, axleRatio } = row.document as CatalogItem<'gears'>['item'];
      return madeFor(platform, made) ? [{ ...offerOf(row), part: 'gears', axleRatio }] : [];
    }
    const { platform: made, part, steel, peakNm } = row.document as CatalogItem<'axle'>['item'];
    return madeFor(platform, made) ? [{ ...offerOf(row), part, steel, peakNm }] : [];
  });
}

export type { Offers } from '../core/search/searchSpace';
type OfferLists = {
  tires: OfferedTire[];
  wheels: OfferedWheel[];
  spacers: OfferedSpacer[];
  lifts: OfferedLift[];
  ratios: OfferedRatio[];
};

/** The kit of a row where it is made for a body, or for any. */
function kitOf(row: OfferRow, platform: string): OfferedLift[] {
  const { platform: made, front, rear } = row.document as CatalogItem<'lift'>['item'];
  return madeFor(platform, made) ? [{ ...offerOf(row), lift: { front, rear } }] : [];
}

/** The lift kits of the catalog, by the body that they are for. */
export async function kitsByPlatform(db: Queryable): Promise<(platform: string) => OfferedLift[]> {
  const rows = await allItems(db, ['lift']);
  return (platform) => rows.flatMap((row) => kitOf(row, platform));
}

/** What is made for one vehicle: its body, and the studs of its hub. */
type Body = { platform: string; studs: number; pcdMm: number };

/** Everything that a search may choose from for a body; kits and gears that are made for another are left out. */
export async function offersFor(db: Queryable, body: Body): Promise<OfferLists> {
  return offersOf(await allItems(db, ['tire', 'wheel', 'spacer', 'lift', 'gears']), body);
}

/** The same from rows that were read. */
export function offersOf(rows: readonly OfferRow[], { platform, studs, pcdMm }: Body): OfferLists {
  const list: OfferLists = { tires: [], wheels: [], spacers: [], lifts: [], ratios: [] };
  for (const row of rows) {
    switch (row.kind) {
      case 'tire':
        list.tires.push({
          ...offerOf(row),
          // Whose sheet it is stays with it when a result becomes a stage.
          tire: { ...(row.document as CatalogItem<'tire'>['item']), ...{ 'x-maker': row.maker } },
        });
        break;
      case 'wheel':
        list.wheels.push({ ...offerOf(row), wheel: row.document as CatalogItem<'wheel'>['item'] });
        break;
      case 'spacer': {
        const item = row.document as CatalogItem<'spacer'>['item'];
        if (item.studs === studs && Math.abs(item.pcdMm - pcdMm) < 0.3)
          list.spacers.push({ ...offerOf(row), spacerMm: item.spacerMm });
        break;
      }
      case 'lift':
        list.lifts.push(...kitOf(row, platform));
        break;
      case 'gears': {
        const item = row.document as CatalogItem<'gears'>['item'];
        if (madeFor(platform, item.platform))
          list.ratios.push({ ...offerOf(row), axleRatio: item.axleRatio });
        break;
      }
      case 'axle':
      case 'nuts':
        break;
    }
  }
  return list;
}

/** Everything that a search on a job's vehicle may choose from. */
export async function offersForJob(db: Queryable, jobId: number): Promise<Outcome<OfferLists>> {
  const job = await jobById(db, jobId);
  const vehicle = job && (await vehicleById(db, job.vehicleId));
  if (!job || !vehicle) return missing('job');
  const { studs, pcdMm } = vehicle.document.hub;
  return done(await offersFor(db, { platform: job.platform, studs, pcdMm }));
}
