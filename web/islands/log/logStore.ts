import { atom } from 'nanostores';
import { toast } from 'sonner';
import type { LogEntry } from '../../../core/record/logEntry';
import { wallNow } from '../build/now';
import { $personName } from '../sheet/preferences';
import { $active, $job } from '../sheet/store';
import { send } from '../sheet/wire';

/** The log of the job on the page, with what was written down here and is not sent yet. */
export const $log = atom<LogEntry[]>([]);
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

let sending = false;

/** Sends what waits; each entry has its id from here, so that one that is sent twice stands once. */
async function flush(jobId: number): Promise<void> {
  if (sending) return;
  sending = true;
  const list = unsent(jobId);
  const answer = await send<LogEntry[]>(
    list.length > 0 ? 'POST' : 'GET',
    `/api/jobs/${jobId}/log`,
    list.length > 0 ? list : undefined,
  );
  sending = false;
  if (answer.kind === 'unreachable') return;
  const sent = new Set(list.map(({ id }) => id));
  const left = unsent(jobId).filter(({ id }) => !sent.has(id));
  keep(jobId, left);
  if (answer.kind === 'ok') show(answer.value, left);
  else {
    // What the server will never take is told and put aside, so that it does not hold the rest.
    show(
      $log.get().filter(({ id }) => !sent.has(id)),
      left,
    );
    const [fault] = answer.faults;
    toast(`Not written down: ${fault ? `${fault.path} ${fault.message}` : answer.message}`);
  }
  if (left.length > 0) void flush(jobId);
}

type Draft = LogEntry extends infer E
  ? E extends LogEntry
    ? Omit<E, 'id' | 'at' | 'by' | 'stageId'>
    : never
  : never;

/** Writes an entry down, here at once and on the server when it can be reached. */
export function writeDown(draft: Draft): void {
  const job = $job.get();
  const stage = $active.get();
  if (!job) return;
  const entry = {
    ...draft,
    id: crypto.randomUUID(),
    at: wallNow(),
    by: $personName.get() || 'somebody',
    ...(stage ? { stageId: stage.id } : {}),
  } as LogEntry;
  keep(job.id, [...unsent(job.id), entry]);
  show($log.get(), [entry]);
  void flush(job.id);
}

/** Loads the log and sends what an earlier visit left; tries again whenever the connection may be back. */
export function startLog(jobId: number): () => void {
  show([], unsent(jobId));
  $waiting.set(unsent(jobId).length);
  void flush(jobId);
  const again = (): void => {
    if (unsent(jobId).length > 0) void flush(jobId);
  };
  const timer = setInterval(again, RETRY_MS);
  addEventListener('online', again);
  return () => {
    clearInterval(timer);
    removeEventListener('online', again);
  };
}
