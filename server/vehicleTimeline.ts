import { logEvent, type TimelineEvent } from '../core/history/vehicleTimeline';
import type { Queryable } from '../data/client';
import { stagesOfVehicle, vehicleById } from '../data/documents';
import { changesSince, type ChangeRow } from '../data/changes';
import { jobsOfVehicle } from '../data/jobs';
import { logOfJob } from '../data/log';
import { quotesOfJob, workOfJob, type QuoteRow } from '../data/work';
import { wallTimeOf } from './clock';
import { done, missing, type Outcome } from './errors';
import type { JobWork } from '../core/format/jobWork';

const changeOf = (row: ChangeRow, of: string, job: string): TimelineEvent => ({
  id: `change ${row.id}`,
  at: wallTimeOf(row.at),
  by: row.person,
  job,
  kind: 'change',
  of,
  how: row.kind,
  changes: row.changes,
});

function ticksOf({ tasks, ticks, explained }: JobWork, job: string): TimelineEvent[] {
  const labels = new Map(tasks.map(({ id, label }) => [id, label]));
  return [
    ...Object.entries(ticks).map(([id, { by, at }]): TimelineEvent => ({
      id: `tick ${job} ${id}`,
      at,
      by,
      job,
      kind: 'tick',
      words: labels.get(id) ?? id.replaceAll('-', ' '),
    })),
    ...Object.entries(explained).map(([id, { by, at, why }]): TimelineEvent => ({
      id: `open ${job} ${id}`,
      at,
      by,
      job,
      kind: 'tick',
      words: `left open: ${id.replaceAll('-', ' ')}, because ${why}`,
    })),
  ];
}

function quoteEvents(
  { id, number, person, madeAt, acceptedAt, acceptedBy }: QuoteRow,
  job: string,
): TimelineEvent[] {
  const head = { job, kind: 'quote' as const };
  return [
    { ...head, id: `quote ${id}`, at: wallTimeOf(madeAt), by: person, words: `quote ${job}-${number} made` },
    ...(acceptedAt
      ? [
          {
            ...head,
            id: `accepted ${id}`,
            at: wallTimeOf(acceptedAt),
            by: acceptedBy ?? person,
            words: `quote ${job}-${number} accepted`,
          },
        ]
      : []),
  ];
}

/** Everything that is known to have happened to a vehicle, over all of its jobs, oldest first. */
export async function timelineOfVehicle(db: Queryable, vehicleId: number): Promise<Outcome<TimelineEvent[]>> {
  const vehicle = await vehicleById(db, vehicleId);
  if (!vehicle) return missing('vehicle');
  const [jobs, stages] = await Promise.all([jobsOfVehicle(db, vehicleId), stagesOfVehicle(db, vehicleId)]);
  const numbers = new Map(jobs.map(({ id, number }) => [id, number]));
  const events = (await changesSince(db, 'vehicle', vehicleId, 0)).map((row) =>
    changeOf(row, 'vehicle', jobs[0]?.number ?? ''),
  );
  for (const { id, label, position, jobId } of stages)
    events.push(
      ...(await changesSince(db, 'stage', id, 0)).map((row) =>
        changeOf(
          row,
          position === 0 ? 'as delivered' : label || `stage ${position}`,
          numbers.get(jobId) ?? '',
        ),
      ),
    );
  for (const { id, number } of jobs) {
    const [log, work, quotes] = await Promise.all([logOfJob(db, id), workOfJob(db, id), quotesOfJob(db, id)]);
    events.push(
      ...log.map((entry) => logEvent(entry, number)),
      ...(work ? ticksOf(work.document, number) : []),
      ...quotes.flatMap((quote) => quoteEvents(quote, number)),
    );
  }
  return done(events.sort((a, b) => a.at.localeCompare(b.at)));
}
