import { createHash } from 'node:crypto';
import { addDays, format, subDays } from 'date-fns';
import type { BuildFile } from '../core/format/build';
import { reconcile } from '../core/calibration/reconcile';
import { takeOver } from '../core/calibration/takeOver';
import type { Database } from '../data/client';
import { stageById, vehicleById } from '../data/documents';
import { jobById } from '../data/jobs';
import { faultLines } from '../formats/buildJson';
import { takeOverReadings } from '../server/takeOver';
import { buildFileOf } from '../server/stageFile';
import type { Actor } from '../server/versioned';
import { importBuild } from '../server/jobs';
import { writeLog } from '../server/log';
import { must } from './must';
import { historySchema, shiftedCorners, type PastJob } from './pastJobs';
import type { LogEntry } from '../core/format/log';
import { readBuild } from '../core/format/read';

/** The same id for the same thing in every demo shop. */
function idOf(text: string): string {
  const hex = createHash('sha256').update(text).digest('hex');
  return [
    hex.slice(0, 8),
    hex.slice(8, 12),
    `4${hex.slice(13, 16)}`,
    `8${hex.slice(17, 20)}`,
    hex.slice(20, 32),
  ].join('-');
}

/** The demo build with its well where this shop measured it, and the tire that went on. */
function fileOf(file: BuildFile, { shifts, tire, tireMaker, platform, customer }: PastJob): BuildFile {
  const named = { ...tire, 'x-maker': tireMaker };
  return {
    ...file,
    vehicle: {
      ...file.vehicle,
      label: `${platform}, ${customer}`,
      corners: shiftedCorners(file.vehicle.corners, shifts),
    },
    package: { ...file.package, tire: named },
  };
}

/** What was written down of a past job, in the order it happened. */
function entriesOf(
  past: PastJob,
  number: number,
  stageId: number,
  moment: Date,
): { fit: LogEntry[]; after: LogEntry[] } {
  const { by, daysAgo, odometerKm, kmPerDay, nutsAfterKm, readings, platform } = past;
  const opened = subDays(moment, daysAgo);
  const at = (days: number, hour: number): string =>
    format(addDays(opened, days), `yyyy-MM-dd'T'${String(hour).padStart(2, '0')}:30`);
  const head = (name: string, days: number, hour: number) => ({
    id: idOf(`${number} ${platform} ${name}`),
    at: at(days, hour),
    by,
    stageId,
  });
  const fit = readings.map((reading, i): LogEntry => ({
    ...head(`reading ${i}`, 5, 9),
    kind: 'test-fit',
    reading,
  }));
  const km = (days: number): number => odometerKm + Math.round(kmPerDay * (days - 6));
  const after: LogEntry[] = [{ ...head('handed over', 6, 15), kind: 'handed-over', odometerKm, words: '' }];
  const since = daysAgo - 6;
  // Most come back when it is due; some stay away.
  const keeps = number % 9 !== 1;
  const nutsKm = nutsAfterKm ?? (keeps ? 70 : null);
  const nutsDay = nutsKm === null ? 0 : 6 + Math.min(13, Math.max(1, Math.round(nutsKm / kmPerDay)));
  if (nutsKm !== null && nutsDay < daysAgo)
    after.push({
      ...head('nuts', nutsDay, 11),
      kind: 're-torque',
      odometerKm: odometerKm + nutsKm,
      torque: 'what is stated',
      loose: number % 7 === 3 ? 1 : 0,
    });
  // A second look at a place that was well clear: it still is.
  const clear = readings.find(({ gapMm }) => gapMm !== undefined && gapMm > 12);
  if (clear && since > 6) {
    const { gapMm: _read, ...pose } = clear;
    after.push({ ...head('look', 12, 10), kind: 'test-fit', reading: { ...pose, clear: true } });
  }
  if (since > 60)
    after.push({
      ...head('alignment', 50, 10),
      kind: 'alignment',
      odometerKm: km(50),
      before: { casterDeg: 2.9, camberDeg: -0.6, toeDeg: 0.31 },
      after: { casterDeg: 3.4, camberDeg: -0.3, toeDeg: 0.12 },
    });
  // Twice a year, and before the tires have gone too far to be moved.
  if (keeps)
    for (
      let days = Math.min(120, Math.floor(11_000 / kmPerDay));
      days < daysAgo;
      days += Math.min(170, Math.floor(11_000 / kmPerDay))
    ) {
      const worn = Math.min(7, (km(days) - odometerKm) / 9000);
      const depth = (bow: number) => ({
        inner: Number((11 - worn - bow).toFixed(1)),
        middle: Number((11 - worn).toFixed(1)),
        outer: Number((11 - worn - bow / 2).toFixed(1)),
      });
      after.push(
        {
          ...head(`tread ${days}`, days, 9),
          kind: 'tread',
          odometerKm: km(days),
          mm: {
            'front-left': depth(number % 4 === 0 ? 1.4 : 0.3),
            'front-right': depth(0.2),
            'rear-left': depth(0),
            'rear-right': depth(0.1),
          },
          rotated: 'front-to-rear',
        },
        {
          ...head(`pressures ${days}`, days, 10),
          kind: 'pressures',
          odometerKm: km(days),
          frontKpa: 250,
          rearKpa: 280,
        },
      );
    }
  return { fit, after };
}

async function loadOne(
  { db, now: moment }: Omit<Actor, 'person'>,
  file: BuildFile,
  past: PastJob,
  number: number,
): Promise<void> {
  const { by, customer, title, platform, daysAgo, takenOver, readings } = past;
  const actor: Actor = { db, person: { name: by }, now: subDays(moment, daysAgo) };
  const { jobId, stageId } = must(
    `past job ${number}`,
    await importBuild(actor, fileOf(file, past), {
      customer,
      title,
      platform,
      status: 'done',
    }),
  );
  const { fit, after } = entriesOf(past, number, stageId, moment);
  must('readings', await writeLog(actor, jobId, fit));
  if (takenOver && readings.length > 0)
    must(
      'taken over',
      await takeOverPast(actor, jobId, stageId, past, {
        id: idOf(`${number} ${platform} taken`),
        at: (fit[0]?.at ?? '').replace('T09', 'T10'),
        by,
        stageId,
      }),
    );
  must('follow-up', await writeLog(actor, jobId, after));
}

type EntryHead = Pick<LogEntry, 'id' | 'at' | 'by' | 'stageId'>;

async function takeOverPast(
  actor: Actor,
  jobId: number,
  stageId: number,
  { readings }: PastJob,
  head: EntryHead,
) {
  const { db } = actor;
  const job = await jobById(db, jobId);
  const vehicle = job && (await vehicleById(db, job.vehicleId));
  const stage = await stageById(db, stageId);
  if (!vehicle || !stage) throw new Error('a past job was not stored');
  const read = readBuild(buildFileOf(vehicle.document, stage.document));
  if (!read.ok) throw new Error(faultLines(read.faults));
  const { corrections } = reconcile(read.value, readings);
  const next = takeOver(
    read.value,
    { vehicle: vehicle.document, package: stage.document.package },
    corrections,
    readings,
  );
  return takeOverReadings(actor, jobId, {
    vehicle: { version: vehicle.version, document: next.vehicle },
    stage: { id: stageId, version: stage.version, document: { ...stage.document, package: next.package } },
    entry: {
      ...head,
      kind: 'reconciled',
      taken: corrections.map(({ key, mm, spreadMm }) => ({ key, mm, spreadMm })),
    },
  });
}

/** Loads the jobs of an invented past, oldest first, as the shop would have written them down. */
export async function loadPast(
  db: Database,
  moment: Date,
  buildOf: (name: string) => BuildFile,
  history: string,
): Promise<void> {
  const { jobs } = historySchema.parse(JSON.parse(history));
  for (const [number, past] of jobs.entries())
    await loadOne({ db, now: moment }, buildOf(past.build), past, number);
}
