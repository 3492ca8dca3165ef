import { addDays } from 'date-fns';
import type { z } from 'zod';
import type { fleetLinkBody } from '../core/people/customerLink';
import type { Due } from '../core/log/due';
import { addCustomerLink, fleetLinksOf, noteSeen } from '../data/customerLinks';
import { customerById } from '../data/customers';
import { noteDeed } from './accounts/deeds';
import { hashOfSecret, newSecret } from './accounts/entry';
import { commonOf } from './fitsAll';
import type { Context } from './context';
import { anyOpened, ENDED, linkLineOf, type CustomerLinkLine } from './customer';
import { customerFleet, type CustomerFleet, type FleetLineOf } from './customers';
import { done, missing, refused, type Outcome } from './errors';

export async function listFleetLinks(ctx: Context, customerId: number): Promise<Outcome<CustomerLinkLine[]>> {
  return (await customerById(ctx.db, customerId))
    ? done((await fleetLinksOf(ctx.db, customerId)).map(linkLineOf))
    : missing('customer');
}

/** A link for a customer with many vehicles; its secret is told once. */
export async function makeFleetLink(
  ctx: Context,
  customerId: number,
  { days }: z.output<typeof fleetLinkBody>,
): Promise<Outcome<{ link: CustomerLinkLine; secret: string }>> {
  if (!(await customerById(ctx.db, customerId))) return missing('customer');
  const secret = newSecret();
  const row = await addCustomerLink(ctx.db, {
    customerId,
    shows: ['fleet'],
    quoteId: null,
    secretHash: hashOfSecret(secret),
    madeBy: ctx.person.name,
    madeAt: ctx.now,
    expiresAt: addDays(ctx.now, days),
  });
  await noteDeed(ctx, 'made a customer’s link', `customer ${customerId}: all their vehicles`);
  return done({ link: linkLineOf(row), secret });
}

/** What the link shows of one vehicle: nothing by which another page of the shop could be asked for. */
export type FleetViewLine = {
  label: string;
  on: FleetLineOf['on'];
  due: Due[];
  jobs: { number: string; title: string; status: string }[];
};
export type FleetView = {
  shop: string;
  place: string;
  /** As the shop's papers have them. */
  units: 'metric' | 'inch';
  customer: string;
  expiresAt: string;
  vehicles: FleetViewLine[];
  years: CustomerFleet['years'];
  /** What all of them take; null where it was not worked out. */
  common: { askedAt: string; tires: { words: string; wheel: string | null; lifted: number }[] } | null;
};

export async function fleetView(outside: Context, secret: string): Promise<Outcome<FleetView>> {
  const found = await anyOpened(outside, secret);
  if (!found.ok) return found;
  const { ctx, link } = found.value;
  if (link.customerId === null) return refused({ status: 404, message: ENDED });
  const fleet = await customerFleet(ctx, link.customerId);
  if (!fleet.ok) return fleet;
  await noteSeen(ctx.db, link.id, ctx.now);
  const { customer, vehicles, years } = fleet.value;
  const common = await commonOf(ctx.db, customer.id);
  return done({
    shop: ctx.shop.name,
    place: ctx.shop.place,
    units: ctx.shop.settings.units,
    customer: customer.name,
    expiresAt: link.expiresAt.toISOString(),
    vehicles: vehicles.map(({ label, on, due, jobs }) => ({
      label,
      on,
      due,
      jobs: jobs.map(({ number, title, status }) => ({ number, title, status })),
    })),
    years,
    common:
      common.askedAt !== null && common.known === vehicles.length
        ? {
            askedAt: common.askedAt,
            tires: common.tires.map(({ words, wheel, lifted }) => ({ words, wheel, lifted })),
          }
        : null,
  });
}
