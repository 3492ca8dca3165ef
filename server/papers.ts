import { z } from 'zod';
import { isLoopback } from './loopback';
import { inThread } from './judge/pool';
import { customerCopy } from '../core/paper/customerCopy';
import type { Block, Heading, PaperSheet } from '../core/paper/paper';
import { quotePaper } from '../core/paper/quotePaper';
import { workOrder } from '../core/paper/workOrder';
import { stageById } from '../data/documents';
import { jobById, type JobWithNames } from '../data/jobs';
import { quoteById } from '../data/work';
import { oneOf } from '../core/format/fields';
import { PAPER_NAMES } from '../formats/paper';
import { codeCells } from '../formats/phoneCode';
import { countParam, MOST_ID } from './endpoint';
import { dayOf } from './clock';
import type { Context } from './context';
import { done, faulty, missing, type Outcome } from './errors';
import { exportStage } from './jobs';
import { surenessOf } from './sureness';
import { photographBlock } from './photographs';
import { workOn } from './work';
import { readBuild } from '../core/format/read';

export const paperQuery = z.strictObject({
  of: countParam(1, MOST_ID, 1),
  paper: oneOf(PAPER_NAMES).default('a4'),
});

export const PAPER_KINDS = ['order', 'copy', 'quote'] as const;
export type PaperKind = (typeof PAPER_KINDS)[number];
export const isPaperKind = (kind: string | undefined): kind is PaperKind =>
  (PAPER_KINDS as readonly (string | undefined)[]).includes(kind);

function headingOf({ shop }: Context, job: JobWithNames, stage: string, date: string): Heading {
  return {
    shop: shop.name,
    job: job.number,
    vehicle: job.vehicle,
    stage,
    customer: job.customer ?? '',
    date,
  };
}

async function paperOfQuote(ctx: Context, job: JobWithNames, quoteId: number): Promise<Outcome<PaperSheet>> {
  const row = await quoteById(ctx.db, quoteId);
  if (row?.jobId !== job.id) return missing('quote');
  const { document, number, acceptedAt, acceptedBy, acceptedOption } = row;
  const taken = acceptedAt && {
    option: document.options[acceptedOption ?? 0]?.label ?? '',
    by: acceptedBy ?? '',
    on: dayOf(acceptedAt),
  };
  return done(
    quotePaper(headingOf(ctx, job, '', document.madeOn), `${job.number}-${number}`, document, taken),
  );
}

/** The way from a paper to the job's log, for a phone that is signed in. */
function codeOf(address: string): Extract<Block, { kind: 'code' }> {
  const alone = isLoopback(new URL(address).hostname)
    ? ' This address opens on this machine alone: VEXLO_URL says by which one phones reach the shop.'
    : '';
  return {
    kind: 'code',
    words: `The log of this job, on a phone that is signed in: ${address}.${alone}`,
    cells: codeCells(address),
  };
}

/** A paper of a job, in the units of the shop: the work order or the customer's copy of a stage, or a quote. */
export async function paperOf(
  ctx: Context,
  jobId: number,
  kind: PaperKind,
  id: number,
): Promise<Outcome<PaperSheet>> {
  const { db } = ctx;
  const { units } = ctx.shop.settings;
  const job = await jobById(db, jobId);
  if (!job) return missing('job');
  if (kind === 'quote') return paperOfQuote(ctx, job, id);
  const stage = await stageById(db, id);
  const exported = stage?.jobId === jobId ? await exportStage(db, id) : undefined;
  if (!stage || !exported) return missing('stage');
  const read = readBuild(exported.file);
  if (!read.ok) return faulty(read.faults);
  const { work } = await workOn(db, jobId);
  const heading = headingOf(ctx, job, stage.label, dayOf(ctx.now));
  const judged = await inThread('assessment', read.value);
  if (!judged.ok) return faulty(judged.faults);
  const answer = judged.value;
  const chance = await surenessOf(read.value, answer);
  if (kind === 'copy') {
    const photograph = await photographBlock(db, job.vehicleId, read.value);
    return done(customerCopy(heading, read.value, answer, work.stated, units, { photograph, chance }));
  }
  const order = workOrder(heading, read.value, answer, work, units, chance);
  return done({ ...order, blocks: [...order.blocks, codeOf(`${ctx.origin}/jobs/${jobId}/log`)] });
}
