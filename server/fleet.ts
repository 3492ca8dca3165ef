import type PgBoss from 'pg-boss';
import { z } from 'zod';
import { whole } from '../core/format/fields';
import type { FleetAnswer } from '../core/search/fleet';
import { transaction, type Database, type Queryable } from '../data/client';
import type { Shops } from './context';
import { stageById } from '../data/documents';
import {
  fleetAnswersOf,
  fleetSearchById,
  openFleetSearch,
  openVehicles,
  writeFleetAnswer,
} from '../data/fleet';
import type { Actor } from './versioned';
import { MOST_ID } from './endpoint';
import { done, missing, type Outcome } from './errors';
import { exportStage } from './jobs';
import { inBackground } from './judge/pool';
import { kitsByPlatform } from './offers';
import { PATIENCE, QUEUES, within, type QueuePatience } from './queue/boss';
import { readBuild } from '../core/format/read';

/** Vehicles in a share: few, so that several processes have something to do and little is done twice. */
const SHARE = 4;
/** One that was queued before there could be several shops names none: it is of the first. */
type Share = { shopId?: number; searchId: number; vehicleIds: number[] };
const FIRST_SHOP = 1;

/** Judges the vehicles of a share that nobody judged yet, each written down as it is known. */
async function workOff(db: Database, { searchId, vehicleIds }: Omit<Share, 'shopId'>): Promise<void> {
  const search = await fleetSearchById(db, searchId);
  if (!search) return;
  const kits = await kitsByPlatform(db);
  for (const { id, platform, document } of await openVehicles(db, searchId, vehicleIds))
    await writeFleetAnswer(
      db,
      searchId,
      id,
      await inBackground('triedOn', { vehicle: document, pack: search.document, kits: kits(platform) }),
    );
}

/** Takes shares off the queue, one after the other, for as long as the process runs. */
export async function workOnFleet(boss: PgBoss, { ofShop }: Pick<Shops, 'ofShop'>): Promise<void> {
  await boss.work<Share>(QUEUES.fleet, { pollingIntervalSeconds: 0.5 }, async (jobs) => {
    for (const { data } of jobs) await workOff(ofShop(data.shopId ?? FIRST_SHOP), data);
  });
}

export const fleetBody = z.strictObject({ stageId: whole(1, MOST_ID) });

/** Puts the package of a stage into the queue, to be tried on every vehicle of the shop. */
export async function startFleetSearch(
  { db, person, now }: Actor,
  boss: PgBoss,
  { stageId }: z.output<typeof fleetBody>,
  { expireS }: QueuePatience = PATIENCE,
): Promise<Outcome<{ id: number }>> {
  const stage = await stageById(db, stageId);
  const exported = stage && (await exportStage(db, stage.id));
  const built = exported && readBuild(exported.file);
  if (!built?.ok) return missing('stage');
  const { tire, wheel, spacerMm } = built.value.package;
  const label = `${tire.code}, ${wheel.diameterIn} x ${wheel.widthIn} in, offset ${wheel.offsetMm}${spacerMm > 0 ? `, spacer ${spacerMm}` : ''}`;
  // One transaction: a search whose shares are not in the queue would never end.
  return transaction(db, async (tx) => {
    const { id, shopId, vehicleIds } = await openFleetSearch(
      tx,
      label,
      { tire, wheel, spacerMm },
      person.name,
      now,
    );
    for (let i = 0; i < vehicleIds.length; i += SHARE)
      await boss.send(
        QUEUES.fleet,
        { shopId, searchId: id, vehicleIds: vehicleIds.slice(i, i + SHARE) } satisfies Share,
        {
          expireInSeconds: expireS,
          retryLimit: 8,
          retryDelay: 1,
          db: within(tx),
        },
      );
    return done({ id });
  });
}

export type FleetLine = { vehicleId: number; vehicle: string; platform: string; answer: FleetAnswer | null };
export type FleetProgress = { id: number; label: string; done: number; total: number; lines: FleetLine[] };

/** How far a search is, and what came of it so far. */
export async function fleetProgress(db: Queryable, id: number): Promise<FleetProgress | undefined> {
  const search = await fleetSearchById(db, id);
  if (!search) return undefined;
  const lines = await fleetAnswersOf(db, id);
  return {
    id,
    label: search.label,
    done: lines.filter(({ answer }) => answer !== null).length,
    total: lines.length,
    lines,
  };
}
