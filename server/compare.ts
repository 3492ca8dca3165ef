import { format } from 'date-fns';
import { assess } from '../core/assess';
import type { UnitSystem } from '../core/units/quantity';
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
import type { Queryable } from '../data/client';
import { stagesOfJob, vehicleById, type StageRow } from '../data/documents';
import { jobById } from '../data/jobs';
import { buildFileOf } from './documents';
import { done, faulty, missing, type Outcome } from './errors';
import { currentShop } from './shop';
import { workOn } from './work';
import type { JobWork } from '../core/format/jobWork';
import { type Terms } from '../core/format/quote';
import { readBuild } from '../core/format/read';

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

const nameOf = ({ label, position }: Pick<StageRow, 'label' | 'position'>): string =>
  position === 0 ? 'As delivered' : label || `Stage ${position}`;

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

/** Some stages of a job side by side, in the order that they are named; all of them, up to four, where none is. */
export async function comparison(
  db: Queryable,
  jobId: number,
  ids: readonly number[],
  units: UnitSystem,
): Promise<Outcome<Comparison>> {
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
  const [{ settings, name }, { work }] = await Promise.all([currentShop(db), workOn(db, jobId)]);
  const stages: Compared[] = [];
  for (const stage of chosen) {
    const { id, position, document } = stage;
    const read = readBuild(buildFileOf(vehicle.document, document));
    if (!read.ok) return faulty(read.faults);
    const cost =
      position === 0 ? null : costOf(workOf(read.build, settings.workRules), work, id, settings.terms);
    stages.push({
      label: nameOf(stage),
      build: read.build,
      assessment: assess(read.build),
      cost,
    });
  }
  const rows = differingFigures(stages, units, settings.terms);
  const heading = {
    shop: name,
    job: job.number,
    vehicle: job.vehicle,
    stage: '',
    customer: job.customer ?? '',
    date: format(new Date(), 'yyyy-MM-dd'),
  };
  return done({
    job: job.number,
    labels: stages.map(({ label }) => label),
    stages: all.map((stage) => ({ id: stage.id, label: nameOf(stage) })),
    chosen: chosen.map(({ id }) => id),
    rows,
    sheet: () => sideBySide(heading, stages, rows, units),
  });
}

/** Stage ids as an address has them: `12,13,15`. */
export const idsOf = (text: string | null): number[] =>
  (text ?? '')
    .split(',')
    .map(Number)
    .filter((id) => Number.isInteger(id) && id > 0);
