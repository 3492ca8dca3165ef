import pg from 'pg';
import { eventStream } from './endpoint';
import { logger } from './monitor/logger';
import { listening } from './monitor/metrics';

/** What PostgreSQL tells on when something of a job was changed and committed, by whichever process: `shop/job`, two numbers. */
const JOB_CHANNEL = 'vexlo_job';
/** The same, when somebody came to a job, went, or turned to something else of it. */
const WHERE_CHANNEL = 'vexlo_where';
/** How long until a lost connection is tried again: at first, and at most, ms. */
const AGAIN_MS = [250, 5000] as const;

export type Changed = {
  shopId: number;
  jobId: number;
  /** Of a job itself, or of who is on it and where. */
  what: 'job' | 'where';
};
/** Told of a job that changed; null where changes may have been missed, so that whoever cares looks himself. */
export type Told = (changed: Changed | null) => void;

function changedOf({ channel, payload = '' }: pg.Notification): Changed {
  const [shopId = 0, jobId = 0] = payload.split('/').map(Number);
  return { shopId, jobId, what: channel === WHERE_CHANNEL ? 'where' : 'job' };
}

export type Ear = { follow: (told: Told) => () => void; close: () => Promise<void> };

/**
 * Listens to a database on a connection of its own, opened with the first who follows and opened again for as long as it is lost. Each
 * time it is open, everybody is told to look: what was changed before is not told.
 */
export function earOf(url: string): Ear {
  const readers = new Set<Told>();
  let client: pg.Client | undefined;
  let again: ReturnType<typeof setTimeout> | undefined;
  let pauseMs: number = AGAIN_MS[0];
  let isClosed = false;
  const tell: Told = (changed) => readers.forEach((told) => told(changed));
  const open = async (): Promise<void> => {
    again = undefined;
    const mine = new pg.Client({
      connectionString: url,
      keepAlive: true,
      connectionTimeoutMillis: AGAIN_MS[1],
    });
    client = mine;
    const lost = (why?: Error): void => {
      if (client !== mine) return;
      client = undefined;
      if (why) logger.error(`the ear on the database: ${why.message}`);
      mine.end().catch(() => undefined);
      if (isClosed) return;
      again = setTimeout(() => void open(), pauseMs);
      pauseMs = Math.min(AGAIN_MS[1], 2 * pauseMs);
    };
    mine.on('error', lost);
    mine.on('end', () => lost());
    mine.on('notification', (heard) => tell(changedOf(heard)));
    try {
      await mine.connect();
      await mine.query(`listen ${JOB_CHANNEL}; listen ${WHERE_CHANNEL}`);
      pauseMs = AGAIN_MS[0];
      tell(null);
    } catch (error) {
      lost(error instanceof Error ? error : new Error(String(error)));
    }
  };
  return {
    follow(told) {
      readers.add(told);
      if (!client && !again && !isClosed) void open();
      else told(null);
      return () => void readers.delete(told);
    },
    async close() {
      isClosed = true;
      clearTimeout(again);
      await client?.end().catch(() => undefined);
    },
  };
}

let opened: Ear | undefined;
const ear = (): Ear => (opened ??= earOf(process.env['DATABASE_URL'] ?? ''));

/** A line now and then shows both ends that the other is still there, ms. */
const STILL_THERE_MS = 20_000;

/**
 * Server-sent events that say that something of a shop changed: of one job, or of any. They say no more than that, so that whoever hears it
 * asks for what he may see; who is where on a job goes, as an event of its own, to
 * those who have it open. Ends when the reader goes.
 */
export function changesAsEvents(
  shopId: number | null,
  jobId: number | null,
  signal: AbortSignal,
  { follow } = ear(),
): Response {
  const text = new TextEncoder();
  let stop = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      const say = (words: string): void => controller.enqueue(text.encode(words));
      say('retry: 1000\n\n');
      listening.begins();
      const leave = follow((changed) => {
        const ours =
          changed === null || (changed.shopId === shopId && (jobId ?? changed.jobId) === changed.jobId);
        if (!ours) return;
        if (changed?.what !== 'where') say('data: changed\n\n');
        if (jobId !== null && changed?.what !== 'job') say('event: where\ndata: moved\n\n');
      });
      const still = setInterval(() => say(': still there\n\n'), STILL_THERE_MS);
      stop = (): void => {
        stop = () => undefined;
        leave();
        listening.ends();
        clearInterval(still);
        signal.removeEventListener('abort', end);
      };
      const end = (): void => {
        stop();
        controller.close();
      };
      signal.addEventListener('abort', end);
    },
    cancel: () => stop(),
  });
  return eventStream(stream);
}
