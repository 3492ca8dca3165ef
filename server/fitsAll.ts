import type PgBoss from 'pg-boss';
import { z } from 'zod';
import type { Grade } from '../core/clearance/grade';
import { whole } from '../core/format/fields';
import { commonTo, unpacked, type CommonTire, type VehicleFit } from '../core/search/fitsAll';
import { itemsByIds } from '../data/catalog';
import { transaction, type Database, type Queryable } from '../data/client';
import { customerById } from '../data/customers';
import {
  askFits,
  fitsKnown,
  fitsOfCustomer,
  openFits,
  writeFits,
  type VehicleWithFits,
} from '../data/vehicleFits';
import type { Context, Shops } from './context';
import { MOST_ID } from './endpoint';
import { done, missing, refused, type Outcome } from './errors';
import { inBackground } from './judge/pool';
import { offersFor } from './offers';
import { QUEUES, within } from './queue/boss';

/** One vehicle of a fleet, as its owner reads how it takes a tire. */
export type CommonOn = Pick<VehicleFit, 'liftMm' | 'leastMm' | 'cost'> & {
  vehicleId: number;
  wheel: string;
  lift: string | null;
  grade: Grade;
};
export type CommonLine = Pick<CommonTire, 'tire' | 'lifted' | 'cost' | 'leastMm'> & {
  words: string;
  /** The one wheel for all; null where each has its own. */
  wheel: string | null;
  each: CommonOn[];
};
/** What all vehicles of a customer take, as far as it is known. */
export type Common = {
  vehicles: { id: number; label: string }[];
  /** When it was asked last; null where it never was, or a vehicle came since. */
  askedAt: string | null;
  /** Of how many vehicles it is known. */
  known: number;
  /** Whether the whole catalog was gone through for each of them. */
  whole: boolean;
  /** How many tires all of them take; the first of them with how. */
  count: number;
  tires: CommonLine[];
};

/** As many are worth reading. */
const LISTED = 12;
/** One vehicle may take this long in its thread, ms: a catalog of tens of thousands is not gone through to its end. */
const FITS_MS = 60_000;
/** It looks at the clock between two pieces of work, each of seconds on a slow machine. */
const LONGEST_MS = 2 * FITS_MS;
/** One that takes longer was taken by a process that is gone, s. */
const EXPIRE_S = 180;

type Share = { shopId: number; vehicleId: number };

async function workOff(db: Database, vehicleId: number): Promise<void> {
  for (const { id, platform, document } of await openFits(db, [vehicleId])) {
    const { studs, pcdMm } = document.hub;
    const { tires, wheels, lifts } = await offersFor(db, { platform, studs, pcdMm });
    await writeFits(
      db,
      id,
      await inBackground(
        'fitsOf',
        { vehicle: document, offers: { tires, wheels, lifts }, forMs: FITS_MS },
        LONGEST_MS,
      ),
    );
  }
}

/** Works out what vehicles take, one after the other, for as long as the process runs. */
export async function workOnCommon(boss: PgBoss, { ofShop }: Pick<Shops, 'ofShop'>): Promise<void> {
  await boss.work<Share>(QUEUES.common, { pollingIntervalSeconds: 0.5 }, async (jobs) => {
    for (const { data } of jobs) await workOff(ofShop(data.shopId), data.vehicleId);
  });
}

/** The words of things of the catalog, by number; what it does not hold any more is said so. */
export async function namesOf(db: Queryable, ids: readonly number[]): Promise<(id: number) => string> {
  const rows = await itemsByIds(
    db,
    [...new Set(ids)].filter((id) => id !== 0),
  );
  const byId = new Map(rows.map(({ id, maker, model, name }) => [id, `${maker} ${model} ${name}`]));
  return (id) => byId.get(id) ?? 'not in the catalog any more';
}

/** What is known of a fleet so far, null where a vehicle of it is not worked out. */
const knownOf = (fleet: readonly VehicleWithFits[]): CommonTire[] | null => {
  const all = fleet.flatMap(({ fits }) => fits ?? []);
  return all.length === fleet.length && fleet.length > 0 ? commonTo(all.map(unpacked)) : null;
};

export async function commonOf(db: Queryable, customerId: number): Promise<Common> {
  const fleet = await fitsKnown(db, customerId);
  const known = fleet.filter((one) => one.known).length;
  // It is asked for often while it is worked out: what is known of each is read once all of them are.
  const all = (known === fleet.length && knownOf(await fitsOfCustomer(db, customerId))) || [];
  const first = all.slice(0, LISTED);
  const name = await namesOf(
    db,
    first.flatMap(({ tire, each }) => [tire, ...each.flatMap(({ wheel, lift }) => [wheel, lift])]),
  );
  const wheelWords = (wheel: number): string => (wheel === 0 ? 'its own wheels' : name(wheel));
  const asked = fleet.map((one) => one.askedAt?.toISOString() ?? null);
  return {
    vehicles: fleet.map(({ id, label }) => ({ id, label })),
    askedAt: asked.includes(null) ? null : (asked.sort()[0] ?? null),
    known,
    whole: fleet.every((one) => one.whole),
    count: all.length,
    tires: first.map(({ tire, wheel, each, lifted, cost, leastMm }) => ({
      tire,
      words: name(tire),
      wheel: wheel === null ? null : wheelWords(wheel),
      lifted,
      cost,
      leastMm,
      each: each.map((fit, i) => ({
        vehicleId: fleet[i]?.id ?? 0,
        wheel: wheelWords(fit.wheel),
        lift: fit.lift === 0 ? null : name(fit.lift),
        liftMm: fit.liftMm,
        grade: fit.grade,
        leastMm: fit.leastMm,
        cost: fit.cost,
      })),
    })),
  };
}

export async function readCommon({ db }: Pick<Context, 'db'>, customerId: number): Promise<Outcome<Common>> {
  return (await customerById(db, customerId)) ? done(await commonOf(db, customerId)) : missing('customer');
}

/** A fleet of more is planned in parts. */
const MOST_VEHICLES = 200;

/** Has it worked out what every vehicle of a customer takes of the catalog as it is now. */
export async function askCommon(
  { db, shopId, now }: Pick<Context, 'db' | 'shopId' | 'now'>,
  boss: PgBoss,
  customerId: number,
): Promise<Outcome<Common>> {
  if (!(await customerById(db, customerId))) return missing('customer');
  const fleet = await fitsKnown(db, customerId);
  if (fleet.length === 0 || shopId === null) return missing('vehicle of this customer');
  if (fleet.length > MOST_VEHICLES)
    return refused({ status: 400, message: `A fleet of more than ${MOST_VEHICLES} is planned in parts.` });
  await transaction(db, async (tx) => {
    await askFits(
      tx,
      fleet.map(({ id }) => id),
      now,
    );
    for (const { id } of fleet)
      await boss.send(QUEUES.common, { shopId, vehicleId: id } satisfies Share, {
        expireInSeconds: EXPIRE_S,
        retryLimit: 4,
        retryDelay: 1,
        db: within(tx),
      });
  });
  return readCommon({ db }, customerId);
}

export const fleetOrderBody = z.strictObject({
  /** The tire, by its number in the catalog: one that all of the fleet take. */
  tire: whole(1, MOST_ID),
  vehicles: z
    .array(whole(1, MOST_ID), { error: 'is not a list of vehicles' })
    .min(1, { error: 'is empty; choose at least one vehicle' })
    .max(MOST_VEHICLES, { error: `are more than ${MOST_VEHICLES}; order in parts` }),
});

/** How the vehicles that are asked for take a tire, by what was worked out last. */
export async function fitsFor(
  db: Queryable,
  customerId: number,
  { tire, vehicles }: z.output<typeof fleetOrderBody>,
): Promise<Outcome<{ vehicle: VehicleWithFits; fit: VehicleFit }[]>> {
  if (!(await customerById(db, customerId))) return missing('customer');
  const fleet = await fitsOfCustomer(db, customerId);
  const common = knownOf(fleet)?.find((one) => one.tire === tire);
  if (!common) return missing('tire that all of them take; ask anew');
  const wanted = new Set(vehicles);
  const chosen = fleet.flatMap((vehicle, i) => {
    const fit = common.each[i];
    return fit && wanted.has(vehicle.id) ? [{ vehicle, fit }] : [];
  });
  return chosen.length === wanted.size ? done(chosen) : missing('vehicle of this customer');
}
