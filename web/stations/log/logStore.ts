import { atom, computed } from 'nanostores';
import { toast } from '../../state/notices';
import type { Fault } from '../../../core/format/fields';
import { signed } from '../../state/clock';
import { madeId } from '../../state/madeId';
import { $active, $job, $stepped, $told } from '../../state/store';
import { asItStands } from '../../../core/log/logEntry';
import { refusalWords, send } from '../../state/apiClient';
import { sendPhotos } from './photos';
import type { LogEntry } from '../../../core/format/log';
import { $reader, NOT_ARRIVED } from '../../state/reader';

/** The log of the job on the page, with what was written down here and is not sent yet. */
export const $log = atom<LogEntry[]>([]);
/** The same as it stands: what was struck out is left out, corrections are made. */
export const $standingLog = computed($log, asItStands);
/** Whether the server was asked for it since the page was opened: until then nobody knows what stands in it. */
export const $logRead = atom(false);
/** How many entries wait for the connection. */
export const $waiting = atom(0);

const RETRY_MS = 4000;
const slot = (jobId: number): string => `vexlo-log-${jobId}`;

function unsent(jobId: number): LogEntry[] {
  try {
    return JSON.parse(localStorage.getItem(slot(jobId)) ?? '[]') as LogEntry[];
  } catch {
    return [];
  }
}

function keep(jobId: number, list: readonly LogEntry[]): void {
  if (list.length === 0) localStorage.removeItem(slot(jobId));
  else localStorage.setItem(slot(jobId), JSON.stringify(list));
  $waiting.set(list.length);
}

function show(stored: readonly LogEntry[], waiting: readonly LogEntry[]): void {
  const known = new Set(stored.map(({ id }) => id));
  $log.set(
    [...stored, ...waiting.filter(({ id }) => !known.has(id))].sort((a, b) => a.at.localeCompare(b.at)),
  );
}

/** The entries of a list that a refusal names by their place in it; all of them where it names none. */
function refusedOf(list: readonly LogEntry[], { faults }: { faults: readonly Fault[] }): readonly LogEntry[] {
  const places = new Set(faults.map(({ path }) => path.split('.')[0]));
  const named = list.filter((_, i) => places.has(String(i)));
  return named.length > 0 ? named : list;
}

let sending = false;

/** Sends what waits; each entry has its id from here, so that one that is sent twice stands once. */
async function flush(jobId: number): Promise<void> {
  if (sending) return;
  sending = true;
  const waiting = unsent(jobId);
  // Pictures go first: an entry that speaks of one is sent once the picture is there. Where they cannot, the rest still may.
  const photos = waiting.some(({ kind }) => kind === 'photo') ? await sendPhotos(jobId) : [];
  for (const { why } of photos ?? []) toast(`The photo was not kept: it ${why}`);
  const faulty = new Set(photos?.map(({ id }) => id));
  const spoilt = (entry: LogEntry): boolean => entry.kind === 'photo' && faulty.has(entry.photo);
  if (faulty.size > 0) {
    keep(
      jobId,
      unsent(jobId).filter((entry) => !spoilt(entry)),
    );
    $log.set($log.get().filter((entry) => !spoilt(entry)));
  }
  const list = waiting.filter((entry) => !spoilt(entry) && (photos !== null || entry.kind !== 'photo'));
  const answer = await send<LogEntry[]>(
    list.length > 0 ? 'POST' : 'GET',
    `/api/jobs/${jobId}/log`,
    list.length > 0 ? list : undefined,
  );
  sending = false;
  $logRead.set(true);
  if (answer.kind === 'unreachable') return;
  // What the server will never take is told and put aside, so that it does not hold the rest, which waits on.
  const refused = answer.kind === 'refused' ? refusedOf(list, answer) : [];
  const gone = new Set((answer.kind === 'ok' ? list : refused).map(({ id }) => id));
  const left = unsent(jobId).filter(({ id }) => !gone.has(id));
  keep(jobId, left);
  if (answer.kind === 'ok') show(answer.value, left);
  else {
    show(
      $log.get().filter(({ id }) => !gone.has(id)),
      left,
    );
    toast(`Not written down: ${refusalWords(answer)}`);
  }
  // What came in meanwhile goes next; pictures that could not be sent wait for the next try.
  if (left.some(({ kind }) => photos !== null || kind !== 'photo')) void flush(jobId);
}

export type Draft = LogEntry extends infer E
  ? E extends LogEntry
    ? Omit<E, 'id' | 'at' | 'by' | 'stageId'>
    : never
  : never;

/** What checks entries: it comes after the leaf is drawn. */
const checks = () => import('../../../core/format/log');

/**
 * An entry as it is written down: with its id, whoever writes it, when, and the stage that is on. `fault` is what is wrong with
 * it, as a text to show.
 */
export async function entryOf(draft: Draft): Promise<{ entry: LogEntry } | { fault: string }> {
  const stage = $active.get();
  // Signed as it is pressed, whatever has to come first.
  const written = { ...draft, ...signed(), id: madeId(), ...(stage ? { stageId: stage.id } : {}) };
  const checked = await checks().catch(() => null);
  if (!checked) return { fault: `It was not checked: ${NOT_ARRIVED}` };
  const read = checked.logEntrySchema.safeParse(written);
  if (read.success) return { entry: read.data };
  const [issue] = read.error.issues;
  return { fault: `${issue?.path.at(-1)?.toString() ?? 'entry'} ${issue?.message ?? 'was not taken'}` };
}

/** Shows an entry that the server holds already. */
export function showWritten(entry: LogEntry): void {
  show($log.get(), [entry]);
}

async function write(jobId: number, draft: Draft): Promise<string | null> {
  const made = await entryOf(draft);
  if ('fault' in made) return made.fault;
  keep(jobId, [...unsent(jobId), made.entry]);
  show($log.get(), [made.entry]);
  void flush(jobId);
  return null;
}

const underway = new Map<string, Promise<string | null>>();

/**
 * Writes an entry down, here at once and on the server when it can be reached. What is wrong with it comes back as a text
 * to show, and then nothing is written; null where it was. The same once more, while it is still being checked, is one press too
 * many.
 */
export function writeDown(draft: Draft): Promise<string | null> {
  const job = $job.get();
  if (!job) return Promise.resolve(null);
  const said = JSON.stringify([job.id, draft]);
  const writing = underway.get(said) ?? write(job.id, draft).finally(() => underway.delete(said));
  underway.set(said, writing);
  return writing;
}

/** Loads the log and sends what an earlier visit left; tries again whenever the connection may be back. */
export function startLog(jobId: number): () => void {
  show([], unsent(jobId));
  $waiting.set(unsent(jobId).length);
  void flush(jobId);
  // After what the page is drawn with, as what checks builds does.
  const known = $reader.subscribe((read) => {
    if (read) void checks().catch(() => undefined);
  });
  const again = (): void => {
    if (unsent(jobId).length > 0) void flush(jobId);
  };
  const timer = setInterval(again, RETRY_MS);
  addEventListener('online', again);
  // Taking over is taken back with its change to the documents.
  const stop = $stepped.listen(() => void flush(jobId));
  // What somebody else wrote down stands here at once.
  const deaf = $told.listen(() => void flush(jobId));
  return () => {
    known();
    stop();
    deaf();
    clearInterval(timer);
    removeEventListener('online', again);
  };
}
