import { $work, takeUpWork, takeWork, workAgain } from './work';
import { toast } from './notices';
import {
  changesBetween,
  overlap,
  valueAt,
  withChanges,
  type Change,
  type Json,
} from '../../core/history/diff';
import type { ConflictChange, Versioned } from '../../server/versioned';
import type { JobVersions, SheetData } from '../../server/jobs';
import { now as clockNow } from './clock';
import { dropDraft, keepDraft, readDraft } from './drafts';
import {
  $activeId,
  $dragging,
  $job,
  $jobHead,
  $save,
  $stages,
  $told,
  $stepped,
  $vehicle,
  current,
  onEdit,
  put,
  type Doc,
} from './store';
import { send, type Answer } from './apiClient';
import { pauseAfter } from './pauses';
import { followTold } from './told';
import { lookAround } from './whereabouts';
import { keepSoon } from '../offline/keep';

const PAUSE_MS = 500;

const timers = new Map<string, ReturnType<typeof setTimeout>>();
const inFlight = new Map<string, Promise<void>>();
let failures = 0;

const name = (doc: Doc): string => `${doc.subject}:${doc.id}`;
const dirty = (doc: Doc): boolean => doc.document !== doc.base;
const allDocs = (): Doc[] => {
  const vehicle = $vehicle.get();
  return [...(vehicle ? [vehicle] : []), ...$stages.get()];
};

function taken({ version, document, undo, redo }: Versioned): Partial<Doc> {
  return { version, base: document as Doc['base'], undo, redo };
}

/** Puts documents on the page as the server has just stored them. */
export function showStored(all: readonly Versioned[]): void {
  for (const one of all) {
    const doc = current(one.subject, one.id);
    if (doc) put(doc, { ...taken(one), document: one.document as Doc['base'] });
  }
}

/** Says changes in words. Seldom needed, and not waited for with the page: said in general where it does not arrive. */
const wordsForChanges = async (): Promise<(subject: Doc['subject'], changes: readonly Change[]) => string> =>
  (await import('./changeWords').catch(() => null))?.changeWords ?? (() => 'something');

function schedule(doc: Doc, afterMs: number): void {
  clearTimeout(timers.get(name(doc)));
  timers.set(
    name(doc),
    setTimeout(() => void save(doc.subject, doc.id), afterMs),
  );
}

/**
 * Someone else was faster. Where the two changes touch different places both stand; where they touch the
 * same, two texts become one that holds both, and of anything else what is stored stands and mine can be put back with one press.
 */
async function reconcile(
  { subject, id }: Doc,
  theirs: Versioned & { since: ConflictChange[] },
): Promise<void> {
  // Seldom needed, and not waited for with the page.
  const [texts, changeWords] = await Promise.all([
    import('./mergeText').catch(() => null),
    wordsForChanges(),
  ]);
  // What was typed while it was on its way is mine as well.
  const doc = current(subject, id);
  if (!doc) return;
  const mine = changesBetween(doc.base, doc.document);
  const others = theirs.since.flatMap(({ changes }) => changes);
  const kept = mine.filter((change) => !overlap([change], others));
  // What stands there already was stored, and its answer lost: by a page that was left while it was on its way.
  const overtaken = mine.filter(
    (change) =>
      overlap([change], others) &&
      changesBetween(theirs.document as Json, withChanges(theirs.document as Json, [change])).length > 0,
  );
  const lost = overtaken.filter((change) => {
    const both = texts?.mergedChange(change, valueAt(theirs.document as Json, change.path));
    if (both) kept.push(both);
    return !both;
  });
  const who = [...new Set(theirs.since.map(({ person }) => person))].join(', ');
  const stored = theirs.document as Doc['base'];
  put(doc, { ...taken(theirs), document: kept.length > 0 ? withChanges(stored, kept) : stored });
  const now = current(doc.subject, doc.id);
  if (!now) return;
  if (kept.length > 0) keepDraft(now.subject, now.id, now);
  else dropDraft(now.subject, now.id);
  const putBack = (): void => {
    const latest = current(doc.subject, doc.id);
    if (!latest) return;
    put(latest, { document: withChanges(latest.document, lost) });
    const again = current(doc.subject, doc.id);
    if (again) afterEdit(again);
  };
  if (lost.length > 0)
    toast(`${who} changed ${changeWords(doc.subject, lost)} at the same time. Theirs stands.`, {
      duration: 15_000,
      action: { label: 'Put mine back', onClick: putBack },
    });
  else if (kept.length > 0)
    toast(`${who} changed ${changeWords(doc.subject, others)}. Both changes are kept.`);
}

async function saveOnce(doc: Doc): Promise<void> {
  $save.set({ kind: 'saving' });
  const sent = doc.document;
  const answer = await send<Versioned>(
    'PUT',
    `/api/documents/${doc.subject}/${doc.id}`,
    {
      version: doc.version,
      document: sent,
    },
    { outlives: true },
  );
  if (answer.kind === 'unreachable') {
    $save.set({ kind: 'offline', ...(answer.why ? { why: answer.why } : {}) });
    schedule(doc, pauseAfter(failures++));
    return;
  }
  failures = 0;
  if (answer.kind === 'ok') {
    put(doc, { ...taken(answer.value), base: sent });
    const now = current(doc.subject, doc.id);
    if (now && !dirty(now)) dropDraft(doc.subject, doc.id);
  } else if (answer.status === 409)
    await reconcile(doc, answer.current as Versioned & { since: ConflictChange[] });
  else {
    const fault = answer.faults[0];
    $save.set({ kind: 'refused', message: fault ? `${fault.path}: ${fault.message}` : answer.message });
    return;
  }
  const now = current(doc.subject, doc.id);
  if (now && dirty(now)) schedule(now, PAUSE_MS);
  else if (!allDocs().some(dirty)) {
    $save.set({ kind: 'saved', at: clockNow().toISOString() });
    keepSoon();
  }
}

async function save(subject: Doc['subject'], id: number): Promise<void> {
  const doc = current(subject, id);
  if (!doc) return;
  if ($dragging.get()) {
    schedule(doc, PAUSE_MS);
    return;
  }
  clearTimeout(timers.get(name(doc)));
  // Two that waited for the same one begin one after the other: the second would be refused as late.
  for (let running = inFlight.get(name(doc)); running; running = inFlight.get(name(doc))) await running;
  const now = current(subject, id);
  if (!now || !dirty(now)) return;
  const work = saveOnce(now).finally(() => inFlight.delete(name(doc)));
  inFlight.set(name(doc), work);
  await work;
}

function afterEdit(doc: Doc): void {
  // While a runner is dragged, its last place is kept when it is let go.
  if (!$dragging.get())
    keepDraft(doc.subject, doc.id, { version: doc.version, base: doc.base, document: doc.document });
  if ($save.get().kind !== 'offline') $save.set({ kind: 'waiting' });
  schedule(doc, PAUSE_MS);
}

/** Stores everything that waits, now. */
export async function saveAll(): Promise<void> {
  await Promise.all(
    allDocs()
      .filter(dirty)
      .map((doc) => save(doc.subject, doc.id)),
  );
}

let steps: Promise<void> = Promise.resolve();

/**
 * Takes back, or makes again, one’s own latest change to this stage, its vehicle or the job, with all that was made in one piece with it. Steps that are pressed fast follow one
 * another: each looks for the latest change when the one before is done.
 */
export function step(kind: 'undo' | 'redo'): Promise<void> {
  steps = steps.then(() => takeStep(kind));
  return steps;
}

async function takeStep(kind: 'undo' | 'redo'): Promise<void> {
  await saveAll();
  const stage = $stages.get().find(({ id }) => id === $activeId.get());
  const candidates = [$jobHead.get(), $vehicle.get(), stage].filter((doc) => doc?.[kind] != null) as Doc[];
  const [doc] = candidates.sort((a, b) => (b[kind]?.id ?? 0) - (a[kind]?.id ?? 0));
  if (!doc) return;
  const answer = await send<Versioned & { also: Versioned[] }>(
    'POST',
    `/api/documents/${doc.subject}/${doc.id}/${kind}`,
    { version: doc.version },
  );
  if (answer.kind === 'ok') {
    showStored([answer.value, ...answer.value.also]);
    $stepped.set($stepped.get() + 1);
    const since = doc[kind]?.since ?? [];
    // On a sheet of several people that is not the latest change: what happened is said.
    if (since.length > 0)
      toast(
        `${kind === 'undo' ? 'Took back' : 'Made again'} what you changed; what ${since.join(', ')} changed since stays.`,
      );
  } else if (answer.kind === 'unreachable') toast(`No connection: ${kind} works again when it is back.`);
  else if (answer.status === 409)
    await reconcile(doc, answer.current as Versioned & { since: ConflictChange[] });
  else toast(answer.message);
}

const versionsNow = (): string =>
  [$jobHead.get(), ...allDocs()].map((doc) => `${doc?.id}:${doc?.version}`).join(' ');

/** Takes in what others changed; false where something of ours waits to be stored, which goes first. */
export async function pollRemote(): Promise<boolean> {
  const job = $job.get();
  if (!job) return true;
  if (allDocs().some(dirty) || inFlight.size > 0) return false;
  const versions = await send<JobVersions>('GET', `/api/jobs/${job.id}/versions`);
  if (versions.kind === 'unreachable') {
    $save.set({ kind: 'offline', ...(versions.why ? { why: versions.why } : {}) });
    return true;
  }
  if ($save.get().kind === 'offline') $save.set({ kind: 'saved', at: null });
  if (versions.kind !== 'ok') return true;
  const { head, vehicle, stages, work } = versions.value;
  const mine = $stages.get();
  const same =
    $jobHead.get()?.version === head &&
    $vehicle.get()?.version === vehicle &&
    $work.get().version === work &&
    mine.length === Object.keys(stages).length &&
    mine.every(({ id, version }) => stages[id] === version);
  if (same) return true;
  const before = versionsNow();
  const data = await send<SheetData>('GET', `/api/jobs/${job.id}`);
  // What was stored from here while the answer was on its way may not be in it: the next look is of both.
  if (data.kind !== 'ok') return true;
  if (allDocs().some(dirty) || versionsNow() !== before) return false;
  const seen = new Map(allDocs().map((doc) => [name(doc), doc.document]));
  hydrate(data.value);
  const changed = allDocs()
    .map((doc) => ({ doc, changes: changesBetween(seen.get(name(doc)), doc.document) }))
    .filter(({ changes }) => changes.length > 0);
  if (changed.length === 0) return true;
  const changeWords = await wordsForChanges();
  const words = changed.map(({ doc, changes }) => changeWords(doc.subject, changes));
  toast(`Someone else changed ${words.join('; ')}.`);
  return true;
}

/** Puts a sheet on the page as the server holds it. */
export function hydrate({ job, head, vehicle, stages, work }: SheetData): void {
  const doc = ({ subject, id, version, document, undo, redo }: Versioned): Doc => ({
    subject,
    id,
    version,
    base: document as Doc['base'],
    document: document as Doc['base'],
    undo,
    redo,
  });
  takeWork(job.id, work);
  $job.set(job);
  $jobHead.set(doc(head));
  $vehicle.set(doc(vehicle));
  $stages.set(
    stages.map((stage) => ({
      ...doc(stage),
      position: stage.position,
      label: stage.label,
      grade: stage.grade,
    })),
  );
}

/** Takes up what an earlier visit left unsaved, and starts to save and to look for others' changes. */
export function startSaving(): () => void {
  onEdit(afterEdit);
  for (const doc of allDocs()) {
    const draft = readDraft(doc.subject, doc.id);
    if (!draft) continue;
    put(doc, { version: draft.version, base: draft.base, document: draft.document });
    const now = current(doc.subject, doc.id);
    if (now) schedule(now, 0);
  }
  takeUpWork($job.get()?.id ?? 0);
  const online = (): void => {
    failures = 0;
    void saveAll();
    workAgain();
  };
  const offline = (): void => $save.set({ kind: 'offline' });
  const leave = (): void => void saveAll();
  addEventListener('online', online);
  addEventListener('offline', offline);
  addEventListener('pagehide', leave);
  const deaf = followTold(
    `/api/jobs/${$job.get()?.id ?? 0}/events`,
    async (isTold) => {
      if (!(await pollRemote())) return false;
      if (isTold) $told.set($told.get() + 1);
      return true;
    },
    { also: { where: () => void lookAround() } },
  );
  return () => {
    removeEventListener('online', online);
    removeEventListener('offline', offline);
    removeEventListener('pagehide', leave);
    deaf();
  };
}

/**
 * Adds a stage to the job on the page, from a build file or as a copy, and goes to it. A copy of another stage is one of what is
 * stored: what waits is stored first.
 */
export async function addStage(jobId: number, body: unknown): Promise<Answer<{ stageId: number }>> {
  await saveAll();
  const answer = await send<{ stageId: number }>('POST', `/api/jobs/${jobId}/stages`, body);
  if (answer.kind === 'ok') await goToStage(jobId, answer.value.stageId);
  return answer;
}

/** Reads the job anew and goes to one of its stages, the first where none is named. */
export async function goToStage(jobId: number, stageId?: number): Promise<void> {
  const data = await send<SheetData>('GET', `/api/jobs/${jobId}`);
  if (data.kind !== 'ok') return;
  hydrate(data.value);
  $activeId.set(stageId ?? data.value.stages[0]?.id ?? 0);
}
