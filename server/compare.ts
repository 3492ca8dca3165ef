import { z } from 'zod';
import type { Assessment } from '../core/assess';
import type { Build } from '../core/format/build';
import type { Result } from '../core/result';
import type { Queryable } from '../data/client';
import { remember } from './remember';
import { inThread } from './judge/pool';
import { workOf, type WorkLine } from '../core/work/needs';
import type { PaperSheet } from '../core/paper/paper';
import { quoteLines, totalsOf } from '../core/quote/quote';
import {
  differingFigures,
  MOST_STAGES,
  sideBySide,
  type Compared,
  type FigureRow,
  type StageCost,
} from '../core/paper/sideBySide';
import { stagesOfJob, vehicleById } from '../data/documents';
import { jobById } from '../data/jobs';
import { buildFileOf, stageName } from './stageFile';
import { oneOf, type Fault } from '../core/format/fields';
import { PAPER_NAMES } from '../formats/paper';
import { dayOf } from './clock';
import type { Context } from './context';
import { done, faulty, missing, type Outcome } from './errors';
import { workOn } from './work';
import type { UnitSystem } from '../core/units/quantity';
import type { JobWork } from '../core/format/jobWork';
import type { Terms } from '../core/format/quote';
import { tireMakerOf } from '../core/catalog/chosen';
import { readBuild } from '../core/format/read';
import { chosenOf } from './chosen';
import { stagesParam } from './endpoint';
import { nameOf, surenessOf } from './sureness';

/** What a stage comes to, and what of it is still to go: what is ticked of the stage in work is behind. */
function costOf(lines: readonly WorkLine[], work: JobWork, stageId: number, terms: Terms): StageCost | null {
  const all = quoteLines(lines);
  if (all.length === 0) return null;
  const total = totalsOf({ lines: all }, terms);
  const left = work.stageId === stageId ? all.filter(({ id }) => !work.ticks[id]) : all;
  return {
    totalCents: total.totalCents,
    toGoCents: totalsOf({ lines: left }, terms).totalCents,
    least: total.unpriced > 0,
  };
}

export type Comparison = {
  job: string;
  labels: string[];
  /** Every stage of the job, and which of them are compared. */
  stages: { id: number; label: string }[];
  chosen: number[];
  rows: FigureRow[];
  /** Drawn where it is asked for: figures alone go out without it. */
  sheet: () => PaperSheet;
};

/** What a build comes to, by what stands in it: it does not change as long as that does not. */
const judgedOnce = remember<Result<Assessment, { faults: Fault[] }>>(60, ({ ok }) => ok);

async function judged(build: Build) {
  const assessment = await judgedOnce(nameOf(build), () => inThread('assessment', build));
  if (!assessment.ok) return faulty(assessment.faults);
  return done({
    assessment: assessment.value,
    chance: await surenessOf(build, assessment.value),
  });
}

/** Which stages of a job are compared: in the order that they are named; all of them, up to four, where none is. */
async function stagesToCompare(db: Queryable, jobId: number, ids: readonly number[]) {
  const job = await jobById(db, jobId);
  const vehicle = job && (await vehicleById(db, job.vehicleId));
  if (!job || !vehicle) return missing('job');
  const all = await stagesOfJob(db, jobId);
  const chosen =
    ids.length === 0 ? all.slice(-MOST_STAGES) : ids.flatMap((id) => all.find((one) => one.id === id) ?? []);
  if (chosen.length < Math.max(1, ids.length)) return missing('stage');
  if (chosen.length > MOST_STAGES)
    return faulty([
      { path: 'stages', message: `are ${chosen.length}; at most ${MOST_STAGES} stand side by side` },
    ]);
  return done({ job, vehicle, all, chosen });
}

/** What a page of a comparison begins with, before its figures are worked out. */
export type ComparisonHead = Pick<Comparison, 'job' | 'stages' | 'chosen'>;

export async function comparisonHead(
  { db }: Pick<Context, 'db'>,
  jobId: number,
  ids: readonly number[],
): Promise<Outcome<ComparisonHead>> {
  const found = await stagesToCompare(db, jobId, ids);
  if (!found.ok) return found;
  const { job, all, chosen } = found.value;
  return done({
    job: job.number,
    stages: all.map((stage) => ({ id: stage.id, label: stageName(stage) })),
    chosen: chosen.map(({ id }) => id),
  });
}

/** Some stages of a job side by side, in the order that they are named; all of them, up to four, where none is. */
export async function comparison(
  { db, shop: { settings, name }, now }: Context,
  jobId: number,
  ids: readonly number[],
  units: UnitSystem = settings.units,
): Promise<Outcome<Comparison>> {
  const found = await stagesToCompare(db, jobId, ids);
  if (!found.ok) return found;
  const { job, vehicle, all, chosen } = found.value;
  const { work } = await workOn(db, jobId);
  const stages: Compared[] = [];
  for (const stage of chosen) {
    const { id, position, document } = stage;
    const read = readBuild(buildFileOf(vehicle.document, document));
    if (!read.ok) return faulty(read.faults);
    const origin = { platform: job.platform, tireMaker: tireMakerOf(document.package.tire) };
    const chosen = await chosenOf(db, read.value, origin);
    const cost =
      position === 0
        ? null
        : costOf(workOf(read.value, settings.workRules, { chosen }), work, id, settings.terms);
    const known = await judged(read.value);
    if (!known.ok) return known;
    stages.push({ label: stageName(stage), build: read.value, ...known.value, cost });
  }
  const rows = differingFigures(stages, units, settings.terms);
  const heading = {
    shop: name,
    job: job.number,
    vehicle: job.vehicle,
    stage: '',
    customer: job.customer ?? '',
    date: dayOf(now),
  };
  return done({
    job: job.number,
    labels: stages.map(({ label }) => label),
    stages: all.map((stage) => ({ id: stage.id, label: stageName(stage) })),
    chosen: chosen.map(({ id }) => id),
    rows,
    sheet: () => sideBySide(heading, stages, rows, units),
  });
}

/** `stages=12,13,15`; none named is up to four of them. */
export const compareQuery = z.strictObject({
  stages: stagesParam(true).default([]),
  as: oneOf(['pdf', 'csv', 'json', 'sheet']).default('pdf'),
  paper: oneOf(PAPER_NAMES).default('a4'),
});
