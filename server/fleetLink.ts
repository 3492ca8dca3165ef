import type { z } from 'zod';
import type { fleetLinkBody } from '../core/people/customerLink';
import type { Due } from '../core/log/due';
import { fleetLinksOf, noteSeen, type CustomerLinkRow } from '../data/customerLinks';
import { customerById } from '../data/customers';
import { commonOf } from './fitsAll';
import type { Context } from './context';
import {
  anyOpened,
  customerView,
  isOfJob,
  linkLineOf,
  storeLink,
  type CustomerLinkLine,
  type CustomerView,
} from './customer';
import { customerFleet, type CustomerFleet, type FleetLineOf } from './customers';
import { done, missing, type Outcome } from './errors';

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
  const about = `customer ${customerId}: all their vehicles`;
  return done(await storeLink(ctx, { customerId, shows: ['fleet'] }, days, about));
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

async function fleetView(
  ctx: Context,
  { id, expiresAt }: CustomerLinkRow,
  customerId: number,
): Promise<Outcome<FleetView>> {
  const fleet = await customerFleet(ctx, customerId);
  if (!fleet.ok) return fleet;
  await noteSeen(ctx.db, id, ctx.now);
  const { customer, vehicles, years } = fleet.value;
  const common = await commonOf(ctx.db, customer.id);
  return done({
    shop: ctx.shop.name,
    place: ctx.shop.place,
    units: ctx.shop.settings.units,
    customer: customer.name,
    expiresAt: expiresAt.toISOString(),
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

/** What a link shows: of a job, or of all that a customer has. */
export type LinkView = { is: 'job'; view: CustomerView } | { is: 'fleet'; view: FleetView };

export async function linkView(outside: Context, secret: string): Promise<Outcome<LinkView>> {
  const found = await anyOpened(outside, secret);
  if (!found.ok) return found;
  const { ctx, link } = found.value;
  if (isOfJob(link)) {
    const shown = await customerView(ctx, link);
    return shown.ok ? done({ is: 'job', view: shown.value }) : shown;
  }
  const shown = await fleetView(ctx, link, link.customerId ?? 0);
  return shown.ok ? done({ is: 'fleet', view: shown.value }) : shown;
}
