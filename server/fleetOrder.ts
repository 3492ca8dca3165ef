import type { z } from 'zod';
import { reaches } from '../core/clearance/grade';
import type { Build } from '../core/format/build';
import { NO_WORK } from '../core/work/noWork';
import { readBuild } from '../core/format/read';
import { builtWith, type VehicleFit } from '../core/search/fitsAll';
import { asDelivered } from '../core/vehicle/asDelivered';
import { takenInto } from '../core/work/jobWork';
import { workOf } from '../core/work/needs';
import { itemsByIds } from '../data/catalog';
import type { Queryable } from '../data/client';
import { changeHeads } from '../data/changes';
import { customerLinksOf, photosOfJob } from '../data/customerLinks';
import { customerById } from '../data/customers';
import { deleteStage, stageById, stagesOfJob } from '../data/documents';
import { addFleetOrder, fleetOrdersOf, takeBackFleetOrder, type FleetOrderRow } from '../data/fleetOrders';
import type { FleetPlaced } from '../data/fleetTables';
import { deleteJob, jobsOfVehicle } from '../data/jobs';
import { logOfJob } from '../data/log';
import type { StageDocument } from '../data/schema';
import type { VehicleWithFits } from '../data/vehicleFits';
import { quotesOfJob, workOfJob, writeWork } from '../data/work';
import { chosenOf } from './chosen';
import { dayOf } from './clock';
import { fitsFor, namesOf, type fleetOrderBody } from './fitsAll';
import type { Context } from './context';
import { done, faulty, missing, refused, type Outcome } from './errors';
import { addJob, addStage } from './jobs';
import { buildFileOf, type Columns } from './judge/columns';
import { inTransaction } from './inTransaction';
import { judgedTransaction } from './judge/transaction';
import { offersOf } from './offers';
import { followPlace } from './place';

/** An order for many as it is shown: what was begun on each vehicle. */
export type FleetOrdered = {
  id: number;
  what: string;
  madeBy: string;
  madeAt: string;
  each: Pick<FleetPlaced, 'vehicleId' | 'jobId' | 'job' | 'stageId'>[];
};
/** As many of the last orders are shown, and can be taken back. */
const SHOWN = 3;

const shown = ({ id, what, madeBy, madeAt, placed }: FleetOrderRow): FleetOrdered => ({
  id,
  what,
  madeBy,
  madeAt: madeAt.toISOString(),
  each: placed.map(({ vehicleId, jobId, job, stageId }) => ({ vehicleId, jobId, job, stageId })),
});

/** The last orders for a customer's vehicles that stand. */
export async function fleetOrders(
  { db }: Pick<Context, 'db'>,
  customerId: number,
): Promise<Outcome<FleetOrdered[]>> {
  if (!(await customerById(db, customerId))) return missing('customer');
  return done((await fleetOrdersOf(db, customerId, SHOWN)).map(shown));
}

type Planned = { vehicle: VehicleWithFits; build: Build; document: StageDocument; delivered: StageDocument };

/** The stage that a vehicle gets: as it was delivered but for what was chosen for the fleet. */
async function plannedOn(
  { db, shop }: Context,
  { vehicle, fit }: { vehicle: VehicleWithFits; fit: VehicleFit },
): Promise<Outcome<Planned>> {
  const rows = await itemsByIds(
    db,
    [fit.tire, fit.wheel, fit.lift].filter((id) => id !== 0),
  );
  const { studs, pcdMm } = vehicle.document.hub;
  const offers = offersOf(
    rows.filter(({ active }) => active),
    { platform: vehicle.platform, studs, pcdMm },
  );
  const build = builtWith(vehicle.document, offers, fit);
  if (!build) return missing('part of it in the catalog; ask anew what fits');
  const use = { rules: shop.settings.rules };
  const label = `Fleet: ${build.package.tire.code}`;
  const delivered = asDelivered(vehicle.document);
  const { tire, wheel, lift, spacerMm } = build.package;
  const document: StageDocument = {
    package: { ...delivered, tire, wheel, lift, spacerMm, label },
    use,
  };
  const read = readBuild(buildFileOf(vehicle.document, document));
  return read.ok
    ? done({ vehicle, build: read.value, document, delivered: { package: delivered, use } })
    : faulty(read.faults);
}

/** The newest job of a vehicle that is open and has nothing in work: what is begun there is not lost by what is ordered now. */
async function openJob(
  db: Queryable,
  vehicleId: number,
): Promise<{ id: number; number: string } | undefined> {
  const open = (await jobsOfVehicle(db, vehicleId)).filter(({ status }) => status !== 'done');
  for (const job of open.reverse())
    if (((await workOfJob(db, job.id))?.document.stageId ?? null) === null) return job;
  return undefined;
}

/**
 * One order for many: each vehicle gets a stage with the tire, on its newest job that has nothing in work or on a new one, and it is taken
 * into work, so that its parts are wanted and stand together under Parts. All of them or none.
 */
export async function orderForFleet(
  ctx: Context,
  customerId: number,
  body: z.output<typeof fleetOrderBody>,
): Promise<Outcome<FleetOrdered>> {
  const fits = await fitsFor(ctx.db, customerId, body);
  if (!fits.ok) return fits;
  const nameOf = await namesOf(ctx.db, [body.tire]);
  const all: Planned[] = [];
  for (const one of fits.value) {
    const planned = await plannedOn(ctx, one);
    if (!planned.ok) return planned;
    all.push(planned.value);
  }
  return judgedTransaction(ctx.db, async (tx, judge): Promise<Outcome<FleetOrdered>> => {
    const reads = judge(
      all.flatMap(({ vehicle, document, delivered }) => [
        { vehicle: vehicle.document, document: delivered },
        { vehicle: vehicle.document, document },
      ]),
    );
    const placed: FleetPlaced[] = [];
    for (const [i, planned] of all.entries()) {
      const [asIs, read] = [reads[2 * i], reads[2 * i + 1]];
      const { label } = planned.vehicle;
      if (!asIs?.ok || !read?.ok)
        return faulty([{ path: `vehicles.${i}`, message: `${label} cannot be read; open its job` }]);
      // As it was when it was worked out.
      if (!reaches(read.value.grade, 'close'))
        return refused({
          status: 400,
          message: `${label} does not take it any more: it or the catalog was changed. Ask anew what fits all of them.`,
        });
      const one = await begun(ctx, tx, planned, asIs.value, read.value);
      if (!one.ok) return one;
      placed.push(one.value);
    }
    const order = await addFleetOrder(tx, {
      customerId,
      what: nameOf(body.tire),
      placed,
      madeBy: ctx.person.name,
      madeAt: ctx.now,
    });
    return done(shown(order));
  });
}

async function begun(
  ctx: Context,
  tx: Queryable,
  { vehicle, build, document, delivered }: Planned,
  asIs: Columns,
  columns: Columns,
): Promise<Outcome<FleetPlaced>> {
  const { id: vehicleId, platform } = vehicle;
  const open = await openJob(tx, vehicleId);
  const job =
    open ?? (await addJob(tx, ctx, { vehicleId, title: columns.label, openedAt: ctx.now }, delivered, asIs));
  const stage = await addStage(tx, job.id, document, columns, ctx);
  const chosen = await chosenOf(tx, build, { platform });
  const lines = workOf(build, ctx.shop.settings.workRules, { chosen });
  const row = await workOfJob(tx, job.id);
  const before = row?.document ?? NO_WORK;
  const stored = await writeWork(
    tx,
    job.id,
    row?.version ?? 0,
    takenInto(before, stage.id, lines, dayOf(ctx.now)),
  );
  if (!stored)
    return refused({
      status: 400,
      message: `Somebody changed the work of ${job.number} just now; order once more.`,
    });
  await followPlace(tx, job.id);
  return done({
    vehicleId,
    jobId: job.id,
    job: job.number,
    stageId: stage.id,
    made: open === undefined,
    work: stored.version,
    before,
  });
}

/** Of an order that was taken back, the jobs on which it is gone, and those on which somebody went on with it. */
export type FleetTakenBack = { back: string[]; kept: string[] };

/** Whether nothing is on a job but its vehicle as delivered. */
async function isBare(tx: Queryable, jobId: number): Promise<boolean> {
  const stages = await stagesOfJob(tx, jobId);
  const besides = [
    await changeHeads(tx, 'job', jobId),
    await logOfJob(tx, jobId),
    await quotesOfJob(tx, jobId),
    await photosOfJob(tx, jobId),
    await customerLinksOf(tx, jobId),
  ];
  return stages.length === 1 && besides.every((all) => all.length === 0);
}

/** Takes what an order put on one vehicle back; false where somebody went on with it, and then nothing of it is changed. */
async function takenBack(
  tx: Queryable,
  { jobId, stageId, made, work, before }: FleetPlaced,
): Promise<boolean> {
  if ((await stageById(tx, stageId))?.version !== 1) return false;
  // First of all: from here on nobody ticks on what is going.
  if (!(await writeWork(tx, jobId, work, before))) return false;
  await deleteStage(tx, stageId);
  if (made && (await isBare(tx, jobId))) await deleteJob(tx, jobId);
  else await followPlace(tx, jobId);
  return true;
}

/**
 * Takes an order for many back in one step: its stages go, the work on their jobs is what it was, and a job that was made for it and has
 * nothing else on it goes too. Where somebody went on since (ticked, bought, changed), that vehicle is left as it is.
 */
export async function takeBackOrder(ctx: Context, id: number): Promise<Outcome<FleetTakenBack>> {
  const { db, person, now } = ctx;
  return inTransaction(db, async (tx): Promise<Outcome<FleetTakenBack>> => {
    const order = await takeBackFleetOrder(tx, id, { by: person.name, at: now });
    if (!order) return missing('order that stands');
    const taken: FleetTakenBack = { back: [], kept: [] };
    for (const placed of order.placed)
      taken[(await takenBack(tx, placed)) ? 'back' : 'kept'].push(placed.job);
    return taken.back.length > 0
      ? done(taken)
      : refused({
          status: 400,
          message: `Somebody went on with all of it (${taken.kept.join(', ')}); take it back on their sheets.`,
        });
  });
}
