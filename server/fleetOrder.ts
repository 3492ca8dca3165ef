import type { z } from 'zod';
import { reaches } from '../core/clearance/grade';
import type { Build } from '../core/format/build';
import { NO_WORK } from '../core/format/jobWork';
import { readBuild } from '../core/format/read';
import { builtWith, type VehicleFit } from '../core/search/fitsAll';
import { asDelivered } from '../core/vehicle/asDelivered';
import { takenInto } from '../core/work/jobWork';
import { workOf } from '../core/work/needs';
import { itemsByIds } from '../data/catalog';
import type { Queryable } from '../data/client';
import { jobsOfVehicle } from '../data/jobs';
import type { StageDocument } from '../data/schema';
import type { VehicleWithFits } from '../data/vehicleFits';
import { workOfJob, writeWork } from '../data/work';
import { chosenOf } from './chosen';
import { dayOf } from './clock';
import { fitsFor, type fleetOrderBody } from './fitsAll';
import type { Context } from './context';
import { done, faulty, missing, refused, type Outcome } from './errors';
import { addJob, addStage } from './jobs';
import { buildFileOf, type Columns } from './judge/columns';
import { judgedTransaction } from './judge/transaction';
import { offersOf } from './offers';
import { followPlace } from './place';

/** What was begun on one vehicle of a fleet. */
export type FleetOrdered = { vehicleId: number; jobId: number; job: string; stageId: number };

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
): Promise<Outcome<FleetOrdered[]>> {
  const fits = await fitsFor(ctx.db, customerId, body);
  if (!fits.ok) return fits;
  const all: Planned[] = [];
  for (const one of fits.value) {
    const planned = await plannedOn(ctx, one);
    if (!planned.ok) return planned;
    all.push(planned.value);
  }
  return judgedTransaction(ctx.db, async (tx, judge): Promise<Outcome<FleetOrdered[]>> => {
    const reads = judge(
      all.flatMap(({ vehicle, document, delivered }) => [
        { vehicle: vehicle.document, document: delivered },
        { vehicle: vehicle.document, document },
      ]),
    );
    const ordered: FleetOrdered[] = [];
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
      ordered.push(one.value);
    }
    return done(ordered);
  });
}

async function begun(
  ctx: Context,
  tx: Queryable,
  { vehicle, build, document, delivered }: Planned,
  asIs: Columns,
  columns: Columns,
): Promise<Outcome<FleetOrdered>> {
  const { id: vehicleId, platform } = vehicle;
  const job =
    (await openJob(tx, vehicleId)) ??
    (await addJob(tx, ctx, { vehicleId, title: columns.label, openedAt: ctx.now }, delivered, asIs));
  const stage = await addStage(tx, job.id, document, columns, ctx);
  const chosen = await chosenOf(tx, build, { platform });
  const lines = workOf(build, ctx.shop.settings.workRules, { chosen });
  const row = await workOfJob(tx, job.id);
  const work = takenInto(row?.document ?? NO_WORK, stage.id, lines, dayOf(ctx.now));
  if (!(await writeWork(tx, job.id, row?.version ?? 0, work)))
    return refused({
      status: 400,
      message: `Somebody changed the work of ${job.number} just now; order once more.`,
    });
  await followPlace(tx, job.id);
  return done({ vehicleId, jobId: job.id, job: job.number, stageId: stage.id });
}
