import { promisify } from 'node:util';
import { brotliCompress, constants } from 'node:zlib';
import { sql } from 'drizzle-orm';
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

/** Keeps what was drawn under a key, and lets those who ask meanwhile wait for the one drawing. A failure is not kept. */
export function pageCache(most = MOST_PAGES) {
  const kept = new Map<string, Promise<Drawn>>();
  return (key: string, draw: () => Promise<Drawn>): Promise<Drawn> => {
    const known = kept.get(key);
    if (known) {
      // Used: the last to go.
      kept.delete(key);
      kept.set(key, known);
      return known;
    }
    const drawn = draw();
    kept.set(key, drawn);
    const forget = (): void => {
      if (kept.get(key) === drawn) kept.delete(key);
    };
    drawn.then(({ status }) => status !== 200 && forget(), forget);
    for (const oldest of kept.keys()) {
      if (kept.size <= most) break;
      kept.delete(oldest);
    }
    return drawn;
  };
}
