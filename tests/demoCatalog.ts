import { ITEM_KINDS } from '../core/format/names';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { itemName } from '../core/catalog/items';
import type { Listed } from '../core/catalog/chosen';
import type { CatalogItem } from '../core/format/catalog';
import type { Build } from '../core/format/build';
import { readCatalog } from '../formats/catalogCsv';
import { offersOf, type Offers, type OfferRow } from '../server/offers';

const FOLDER = join(import.meta.dirname, '..', 'demo', 'catalog');

/** The demo shop's catalog, as it would be in the database. */
export function demoItems(): Listed[] {
  let id = 0;
  return ITEM_KINDS.flatMap((kind) => {
    const read = readCatalog(kind, readFileSync(join(FOLDER, `${kind}.csv`), 'utf8'));
    if (!read.ok) throw new Error(read.faults.map(({ message }) => message).join('\n'));
    return read.value.map((row): Listed => ({ ...(row as CatalogItem), id: ++id }));
  });
}

/** What a search on a build may choose from of those items. */
export function demoOffers(build: Build, platform: string, items = demoItems()): Offers {
  const rows = items.map(({ item, price = null, days = null, ...rest }): OfferRow => ({
    ...rest,
    price,
    days,
    document: item,
    name: itemName(rest.kind, item),
  }));
  const { studs, pcdMm } = build.vehicle.hub;
  return offersOf(rows, { platform, studs, pcdMm });
}
