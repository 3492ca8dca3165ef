import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import { sql } from 'drizzle-orm';
import { remember } from './remember';
import type { Database } from '../data/client';
import { currentSnapshot } from '../data/people';

/** A page as it was drawn. */
export type Drawn = {
  status: number;
  headers: [string, string][];
  html: string;
  /** The same squeezed, made when it is first asked for. */
  squeezed?: Promise<Buffer>;
};

const squeeze = promisify(brotliCompress);
/** Of eleven: beyond it time grows much faster than the page shrinks. */
const QUALITY = 5;

/** A drawn page as an answer, squeezed where the reader takes that: once, however many ask. */
export async function answerWith(page: Drawn, encodings: string | null): Promise<Response> {
  const { status, html } = page;
  const headers = new Headers(page.headers);
  headers.append('vary', 'accept-encoding');
  if (!/\bbr\b/.test(encodings ?? '')) return new Response(html, { status, headers });
  page.squeezed ??= squeeze(html, { params: { [constants.BROTLI_PARAM_QUALITY]: QUALITY } });
  headers.set('content-encoding', 'br');
  headers.delete('content-length');
  return new Response(new Uint8Array(await page.squeezed), { status, headers });
}

/** Pages that are kept, the longest unused going first; one is some hundred kB. */
const MOST_PAGES = 60;

/** What a reader of the database sees now: a page that was drawn under a snapshot is right for everybody who has it. */
export async function snapshotOf(db: Database): Promise<string> {
  const { rows } = await db.execute<{ seen: string }>(sql`select ${currentSnapshot} as seen`);
  return rows[0]?.seen ?? '';
}

/** Keeps pages that were drawn, but for those that say what is missing. */
export const pageCache = (most = MOST_PAGES) => remember<Drawn>(most, ({ status }) => status === 200);
