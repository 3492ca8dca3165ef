import { addDays } from 'date-fns';
import sharp from 'sharp';
import type { z } from 'zod';
import type { CustomerAnswer, customerLinkBody } from '../core/people/customerLink';
import { SHOWN_PARTS } from '../core/people/shownParts';
import type { PaperSheet } from '../core/paper/paper';
import { stateOf } from '../core/work/partLife';
import type { PartState } from '../core/format/jobPart';
import type { Quote } from '../core/format/quote';
import {
  addCustomerLink,
  customerLinkBy,
  customerLinksOf,
  noteSeen,
  photosOfJob,
  takeBackLink,
  type CustomerLinkRow,
  type NewCustomerLink,
} from '../data/customerLinks';
import type { Database } from '../data/client';
import { jobById } from '../data/jobs';
import { quoteById } from '../data/work';
import { noteDeed } from './accounts/deeds';
import { hashOfSecret, newSecret } from './accounts/entry';
import { counted } from './accounts/tries';
import { wallTimeOf } from './clock';
import { comparison } from './compare';
import type { Context } from './context';
import { done, faulty, missing, refused, type Outcome } from './errors';
import { writeLog } from './log';
import { paperOf } from './papers';
import { acceptQuote, workOn } from './work';

/** A link as the sheet lists it. */
export type CustomerLinkLine = Pick<CustomerLinkRow, 'id' | 'shows' | 'quoteId' | 'madeBy'> & {
  madeAt: string;
  expiresAt: string;
  takenBackAt: string | null;
  seenAt: string | null;
};

export const linkLineOf = (row: CustomerLinkRow): CustomerLinkLine => ({
  id: row.id,
  shows: row.shows,
  quoteId: row.quoteId,
  madeBy: row.madeBy,
  madeAt: row.madeAt.toISOString(),
  expiresAt: row.expiresAt.toISOString(),
  takenBackAt: row.takenBackAt?.toISOString() ?? null,
  seenAt: row.seenAt?.toISOString() ?? null,
});

export const listCustomerLinks = async (ctx: Context, jobId: number): Promise<CustomerLinkLine[]> =>
  (await customerLinksOf(ctx.db, jobId)).map(linkLineOf);

/** Makes a link to a job or to all that a customer has, and writes down what it is `about`; its secret is told once. */
export async function storeLink(
  ctx: Context,
  of: Pick<NewCustomerLink, 'jobId' | 'customerId' | 'shows' | 'quoteId'>,
  days: number,
  about: string,
): Promise<{ link: CustomerLinkLine; secret: string }> {
  const secret = newSecret();
  const row = await addCustomerLink(ctx.db, {
    ...of,
    secretHash: hashOfSecret(secret),
    madeBy: ctx.person.name,
    madeAt: ctx.now,
    expiresAt: addDays(ctx.now, days),
  });
  await noteDeed(ctx, 'made a customer’s link', about);
  return { link: linkLineOf(row), secret };
}

/** A link for the customer of a job; its secret is told once. */
export async function makeCustomerLink(
  ctx: Context,
  jobId: number,
  { shows, quoteId, days }: z.output<typeof customerLinkBody>,
): Promise<Outcome<{ link: CustomerLinkLine; secret: string }>> {
  const job = await jobById(ctx.db, jobId);
  if (!job) return missing('job');
  const quote = quoteId === undefined ? undefined : await quoteById(ctx.db, quoteId);
  if (quoteId !== undefined && quote?.jobId !== jobId)
    return faulty([{ path: 'quoteId', message: 'is no quote of this job; make one first' }]);
  const shown = SHOWN_PARTS.filter((part) => shows.includes(part));
  const of = { jobId, shows: shown, quoteId: shown.includes('quote') ? (quoteId ?? null) : null };
  return done(await storeLink(ctx, of, days, `${job.number}: ${shown.join(', ')}`));
}

export async function endCustomerLink(ctx: Context, id: number): Promise<Outcome<CustomerLinkLine>> {
  const row = await takeBackLink(ctx.db, id, ctx.now);
  if (!row) return missing('link that still opens something');
  const job = row.jobId === null ? undefined : await jobById(ctx.db, row.jobId);
  await noteDeed(ctx, 'took a link back', job?.number ?? `customer ${row.customerId}`);
  return done(linkLineOf(row));
}

const ENDED = 'This link opens nothing: it has ended or was taken back. Ask the workshop for another.';

/** What a link opens, in the shop that made it. */
export async function anyOpened(
  outside: Context,
  secret: string,
): Promise<Outcome<{ ctx: Context; link: CustomerLinkRow }>> {
  const link = await customerLinkBy(outside.shops.everyShop, hashOfSecret(secret), outside.now);
  if (!link) return refused({ status: 404, message: ENDED });
  return done({ ctx: await outside.within(link.shopId), link });
}

/** A link of one job. */
export type JobLink = CustomerLinkRow & { jobId: number };
export const isOfJob = (link: CustomerLinkRow): link is JobLink => link.jobId !== null;

/** What a link of one job opens; one that shows a fleet opens nothing of any. */
async function opened(outside: Context, secret: string): Promise<Outcome<{ ctx: Context; link: JobLink }>> {
  const found = await anyOpened(outside, secret);
  if (!found.ok) return found;
  const { ctx, link } = found.value;
  return isOfJob(link) ? done({ ctx, link }) : refused({ status: 404, message: ENDED });
}

/** How far the work of a job is, in words that a customer knows. */
export type Progress = {
  status: string;
  steps: { label: string; done: string | null }[];
  parts: { label: string; state: string; on: string | null }[];
};

/** What a customer's link shows, each part that it was made for and nothing else of the job. */
export type CustomerView = {
  shop: string;
  place: string;
  job: string;
  vehicle: string;
  customer: string;
  expiresAt: string;
  quote: {
    sheet: PaperSheet;
    version: number;
    options: Quote['options'][number]['label'][];
    validUntil: string;
    accepted: { by: string; option: number; at: string } | null;
  } | null;
  comparison: PaperSheet | null;
  progress: Progress | null;
  photographs: { id: string; widthPx: number; heightPx: number }[] | null;
};

/** Where a part is, as whoever waits for it would say. */
const PART_WORDS: Readonly<Record<PartState, string>> = {
  wanted: 'to be ordered',
  ordered: 'ordered',
  arrived: 'here',
  fitted: 'fitted',
  returned: 'sent back',
};

async function progressOf(ctx: Context, jobId: number, status: string): Promise<Progress> {
  const { work } = await workOn(ctx.db, jobId);
  return {
    status,
    steps: work.tasks.map(({ id, label }) => ({ label, done: work.ticks[id]?.at ?? null })),
    parts: work.parts.map((part) => ({
      label: part.label,
      state: PART_WORDS[stateOf(part)],
      on: part.expectedOn ?? null,
    })),
  };
}

export async function customerView(ctx: Context, link: JobLink): Promise<Outcome<CustomerView>> {
  const { id, jobId, shows, quoteId, expiresAt } = link;
  const job = await jobById(ctx.db, jobId);
  if (!job) return missing('job');
  await noteSeen(ctx.db, id, ctx.now);
  const row = quoteId === null ? undefined : await quoteById(ctx.db, quoteId);
  const paper = row && (await paperOf(ctx, jobId, 'quote', row.id));
  const compared = shows.includes('comparison') ? await comparison(ctx, jobId, []) : undefined;
  return done({
    shop: ctx.shop.name,
    place: ctx.shop.place,
    job: job.number,
    vehicle: job.vehicle,
    customer: job.customer ?? '',
    expiresAt: expiresAt.toISOString(),
    quote:
      row && paper?.ok
        ? {
            sheet: paper.value,
            version: row.version,
            options: row.document.options.map(({ label }) => label),
            validUntil: row.document.validUntil,
            accepted: row.acceptedAt && {
              by: row.acceptedBy ?? '',
              option: row.acceptedOption ?? 0,
              at: row.acceptedAt.toISOString(),
            },
          }
        : null,
    comparison: compared?.ok ? compared.value.sheet() : null,
    progress: shows.includes('progress') ? await progressOf(ctx, jobId, job.status) : null,
    photographs: shows.includes('photographs') ? await photosOfJob(ctx.db, jobId) : null,
  });
}

/** Where a photo lies that a link shows: one of its job, where it was made to show them. */
export async function showsPhoto(
  outside: Context,
  secret: string,
  photo: string,
): Promise<Outcome<{ db: Database }>> {
  const found = await opened(outside, secret);
  if (!found.ok) return found;
  const { db } = found.value.ctx;
  const { jobId, shows } = found.value.link;
  const known = shows.includes('photographs') ? await photosOfJob(db, jobId) : [];
  return known.some(({ id }) => id === photo) ? done({ db }) : missing('photo');
}

const SIGNATURE_PX = 600;

/** What was drawn, encoded anew so that nothing but its pixels stays. */
async function drawnName(dataUrl: string): Promise<Buffer | null> {
  const bytes = Buffer.from(dataUrl.slice(dataUrl.indexOf(',') + 1), 'base64');
  try {
    return await sharp(bytes, { limitInputPixels: 4e6, failOn: 'error' })
      .resize({ width: SIGNATURE_PX, withoutEnlargement: true })
      .png()
      .toBuffer();
  } catch {
    return null;
  }
}

/** What a customer answers by their link: takes an option, which freezes the quote as at the desk, or asks, into the log. */
export async function answerByLink(
  outside: Context,
  secret: string,
  answer: CustomerAnswer,
): Promise<Outcome<{ kind: CustomerAnswer['kind'] }>> {
  const found = await opened(outside, secret);
  if (!found.ok) return found;
  const { ctx, link } = found.value;
  const { id, jobId, quoteId } = link;
  const tries = await counted(ctx.shops, `answers by link ${id}`, ctx.address, 'or call the workshop');
  if (!tries.ok) return tries;
  const person = { name: answer.name.slice(0, 60) };
  if (answer.kind === 'ask') {
    const asked = await writeLog({ db: ctx.db, person, now: ctx.now }, jobId, [
      {
        kind: 'note',
        id: crypto.randomUUID(),
        at: wallTimeOf(ctx.now),
        by: person.name,
        words: `Asked by the customer’s link: ${answer.words}`,
      },
    ]);
    return asked.ok ? done({ kind: 'ask' }) : asked;
  }
  if (quoteId === null) return missing('quote behind this link');
  const row = await quoteById(ctx.db, quoteId);
  if (row && row.document.validUntil < wallTimeOf(ctx.now).slice(0, 10))
    return refused({
      status: 403,
      message: `This quote was valid until ${row.document.validUntil}. Ask the workshop for a new one.`,
    });
  const signature = await drawnName(answer.signature);
  if (!signature) return faulty([{ path: 'signature', message: 'cannot be read; sign again' }]);
  const taken = await acceptQuote(
    ctx,
    quoteId,
    { version: answer.version, option: answer.option, by: answer.name },
    signature,
  );
  if (!taken.ok) return taken;
  const job = await jobById(ctx.db, jobId);
  const label = taken.value.quote.options[answer.option]?.label ?? '';
  // Without their name: what is written down stays, and they may ask to be erased.
  await noteDeed(
    { ...ctx, person: { name: 'a customer' } },
    'accepted by link',
    `${job?.number ?? ''}: ${label}`,
  );
  return done({ kind: 'accept' });
}
