import { Readable } from 'node:stream';
import { z } from 'zod';
import { words } from '../core/format/fields';
import type { Due } from '../core/log/due';
import { grouped } from '../core/grouped';
import { totalsOf } from '../core/quote/quote';
import { everythingOf } from '../data/customerExport';
import {
  acceptedOf,
  customerById,
  customersWithVehicles,
  fleetOf,
  handedOverStages,
  type CustomerRow,
  type CustomerWithVehicles,
  type FleetVehicle,
} from '../data/customers';
import { eraseCustomer } from '../data/erasing';
import { typedWords, type Page } from '../data/lists';
import { noteDeed } from './accounts/deeds';
import type { Context } from './context';
import { dueVehicles } from './due';
import { countParam } from './endpoint';
import { done, faulty, missing, type Outcome } from './errors';
import { inTransaction } from './inTransaction';

/** A vehicle of a fleet, as its owner asks for it. */
export type FleetLineOf = FleetVehicle & {
  /** What was handed over on it last; null where nothing was. */
  on: { label: string; tireCode: string; at: string } | null;
  due: Due[];
};
export type CustomerFleet = {
  customer: CustomerRow;
  vehicles: FleetLineOf[];
  /** What was accepted in each year, hundredths, with tax; the newest first. */
  years: { year: string; currency: string; quotes: number; cents: number }[];
};

/** As many customers are listed at once. */
const LISTED = 100;
export const customersQuery = z.strictObject({
  find: z.string().max(200).default('').transform(typedWords),
  from: countParam(0, 1e6, 0),
});

/** Customers who are found, by name, from a place on, and how many they are in all. */
export const customersPage = (
  { db }: Pick<Context, 'db'>,
  { find, from }: z.output<typeof customersQuery>,
): Promise<Page<CustomerWithVehicles>> => customersWithVehicles(db, { words: find, from, most: LISTED });

/** All vehicles of a customer: what each has on, what is due and what was accepted. */
export async function customerFleet(ctx: Context, id: number): Promise<Outcome<CustomerFleet>> {
  const customer = await customerById(ctx.db, id);
  if (!customer) return missing('customer');
  const fleet = await fleetOf(ctx.db, id);
  const jobIds = fleet.flatMap(({ jobs }) => jobs.map((job) => job.id));
  const [accepted, handed, due] = await Promise.all([
    acceptedOf(ctx.db, jobIds),
    handedOverStages(ctx.db, jobIds),
    dueVehicles(ctx, jobIds),
  ]);
  const paid = accepted.flatMap(({ at, option, document }) => {
    const taken = document.options[option ?? -1];
    return at && taken
      ? [
          {
            year: String(at.getFullYear()),
            currency: document.terms.currency,
            cents: totalsOf(taken, document.terms).totalCents,
          },
        ]
      : [];
  });
  const years = [...grouped(paid, ({ year, currency }) => `${year} ${currency}`).values()]
    .map(([first, ...more]) => ({
      year: first.year,
      currency: first.currency,
      quotes: 1 + more.length,
      cents: more.reduce((all, { cents }) => all + cents, first.cents),
    }))
    .sort((a, b) => b.year.localeCompare(a.year));
  const vehicles = fleet.map((vehicle): FleetLineOf => {
    const isOf = ({ jobId }: { jobId: number }): boolean => vehicle.jobs.some((job) => job.id === jobId);
    const last = handed.filter(isOf).at(-1);
    return {
      ...vehicle,
      on: last ? { label: last.label, tireCode: last.tireCode, at: last.at } : null,
      due: due.filter(isOf).flatMap((one) => one.due),
    };
  });
  return done({ customer, vehicles, years });
}

/** A row as it leaves: pictures and points as Base64, and without which shop it is of. */
function leaving(kind: string, row: object): string {
  const fields = Object.entries(row).filter(([name]) => name !== 'shopId');
  const told = fields.map(([name, value]: [string, unknown]) => [
    name,
    Buffer.isBuffer(value) ? { base64: value.toString('base64') } : value,
  ]);
  return JSON.stringify({ is: kind, ...Object.fromEntries(told) });
}

/** Everything that the shop keeps of a customer, as one JSON file that is written while it is read. */
export async function exportCustomer(ctx: Context, id: number): Promise<Outcome<Response>> {
  const customer = await customerById(ctx.db, id);
  if (!customer) return missing('customer');
  await noteDeed(ctx, 'exported a customer', `customer ${id}`);
  const head = { format: 'vexlo/customer', version: 1, madeAt: ctx.now.toISOString(), shop: ctx.shop.name };
  async function* text(): AsyncGenerator<string> {
    yield `${JSON.stringify(head).slice(0, -1)},"kept":[`;
    let comma = '\n';
    for await (const [kind, row] of everythingOf(ctx.db, customer as CustomerRow)) {
      yield comma + leaving(kind, row);
      comma = ',\n';
    }
    yield '\n]}\n';
  }
  return done(
    new Response(Readable.toWeb(Readable.from(text(), { objectMode: false })) as ReadableStream<Uint8Array>, {
      headers: {
        'content-type': 'application/json',
        'content-disposition': `attachment; filename="customer-${id}.json"`,
        'cache-control': 'no-store',
      },
    }),
  );
}

export const erasingBody = z.strictObject({
  /** As it is written, so that nobody is erased by a slip. */
  name: words(200, 1),
});

/** Takes a customer out for good; what was learned on their vehicles stays without a name. */
export async function eraseForGood(
  ctx: Context,
  id: number,
  { name }: z.output<typeof erasingBody>,
): Promise<Outcome<{ jobs: string[] }>> {
  return inTransaction(ctx.db, async (tx) => {
    const customer = await customerById(tx, id);
    if (!customer) return missing('customer');
    if (customer.name !== name.trim())
      return faulty([{ path: 'name', message: `is not “${customer.name}”; type it as it stands there` }]);
    const erased = await eraseCustomer(tx, id);
    await noteDeed(ctx, 'erased a customer', [`customer ${id}`, ...erased.jobs].join(', '), tx);
    return done(erased);
  });
}
