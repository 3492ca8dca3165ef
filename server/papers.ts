import { format } from 'date-fns';
import { assess } from '../core/assess';
import type { UnitSystem } from '../core/units/quantity';
import { customerCopy } from '../core/paper/customerCopy';
import type { Heading, PaperSheet } from '../core/paper/paper';
import { quotePaper } from '../core/paper/quotePaper';
import { workOrder } from '../core/paper/workOrder';
import type { Queryable } from '../data/client';
import { stageById } from '../data/documents';
import { jobById, type JobWithNames } from '../data/jobs';
import { shopSettings } from '../data/shop';
import { quoteById } from '../data/work';
import { done, faulty, missing, type Outcome } from './errors';
import { exportStage } from './jobs';
import { workOn } from './work';
import { readBuild } from '../core/format/read';

export const PAPER_KINDS = ['order', 'copy', 'quote'] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];
export const isPaperKind = (kind: string | undefined): kind is PaperKind =>
  (PAPER_KINDS as readonly (string | undefined)[]).includes(kind);

async function headingOf(db: Queryable, job: JobWithNames, stage: string, date: string): Promise<Heading> {
  const shop = await shopSettings(db);
  return {
    shop: shop?.name ?? '',
    job: job.number,
    vehicle: job.vehicle,
    stage,
    customer: job.customer ?? '',
    date,
  };
}

async function paperOfQuote(db: Queryable, job: JobWithNames, quoteId: number): Promise<Outcome<PaperSheet>> {
  const row = await quoteById(db, quoteId);
  if (row?.jobId !== job.id) return missing('quote');
  const { document, number, acceptedAt, acceptedBy, acceptedOption } = row;
  const taken = acceptedAt && {
    option: document.options[acceptedOption ?? 0]?.label ?? '',
    by: acceptedBy ?? '',
    on: format(acceptedAt, 'yyyy-MM-dd'),
  };
  return done(
    quotePaper(await headingOf(db, job, '', document.madeOn), `${job.number}-${number}`, document, taken),
  );
}

/** A paper of a job, in the units of whoever asks: the work order or the customer's copy of a stage, or a quote. */
export async function paperOf(
  db: Queryable,
  jobId: number,
  kind: PaperKind,
  id: number,
  units: UnitSystem,
): Promise<Outcome<PaperSheet>> {
  const job = await jobById(db, jobId);
  if (!job) return missing('job');
  if (kind === 'quote') return paperOfQuote(db, job, id);
  const stage = await stageById(db, id);
  const exported = stage?.jobId === jobId ? await exportStage(db, id) : undefined;
  if (!stage || !exported) return missing('stage');
  const read = readBuild(exported.file);
  if (!read.ok) return faulty(read.faults);
  const { work } = await workOn(db, jobId);
  const heading = await headingOf(db, job, stage.label, format(new Date(), 'yyyy-MM-dd'));
  const answer = assess(read.build);
  return done(
    kind === 'order'
      ? workOrder(heading, read.build, answer, work, units)
      : customerCopy(heading, read.build, answer, work.stated, units),
  );
}
