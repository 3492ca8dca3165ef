import { toast } from './notices';
import type { Right } from '../../core/people/rights';
import { whyNot } from './person';
import { atom, computed, map } from 'nanostores';
import type { AxleName } from '../../core/format/names';
import type { Build, BuildFile, Fault } from '../../core/format/build';
import type { Assessment } from '../../core/assess';
import type { CornerCures } from '../../core/clearance/cures/cures';
import type { Grade } from '../../core/clearance/grade';
import type { GradeChance } from '../../core/clearance/sureness';
import { withChanges, type Change, type Json } from '../../core/history/diff';
import type { Subject } from '../../server/versioned';
import type { SheetData } from '../../server/jobs';
import type { ShopSettings } from '../../server/shop';
import { NOT_ARRIVED, $reader, reader, type Reader } from './reader';

/** One document as the sheet holds it: what is on the page, and what the server was last known to hold. */
export type Doc = {
  subject: Subject;
  id: number;
  version: number;
  base: Json;
  document: Json;
  /** What of one’s own can be taken back or made again, and who changed the document since. */
  undo: { id: number; since: string[] } | null;
  redo: { id: number; since: string[] } | null;
};
export type StageDoc = Doc & { position: number; label: string; grade: Grade };

export type SaveState =
  | { kind: 'saved'; at: string | null }
  | { kind: 'waiting' }
  | { kind: 'saving' }
  | { kind: 'offline'; why?: string }
  | { kind: 'refused'; message: string };

export const $job = atom<SheetData['job'] | null>(null);
/** What a person may change of the job itself: as versioned as its documents, and undone with them. */
export const $jobHead = atom<Doc | null>(null);
export const $vehicle = atom<Doc | null>(null);
export const $stages = atom<StageDoc[]>([]);
export const $activeId = atom<number>(0);
export const $save = atom<SaveState>({ kind: 'saved', at: null });
/** Whether a hand holds a runner: what it drags is stored once, when it lets go, and undone in one step. */
export const $dragging = atom(false);
export { $units } from './units';
export const $theme = atom<'auto' | 'light' | 'dark'>('auto');
export const $assessment = atom<{ build: Build; assessment: Assessment } | null>(null);
export const $cures = atom<{ build: Build; corners: CornerCures[] } | null>(null);
/** How sure the grades of a build are. */
export const $chance = atom<{ build: Build; chance: GradeChance } | null>(null);
/** What the shop set for itself, and the version that it is of: of none until a page that shows it says whose it is. */
export const $shop = atom<ShopSettings>({
  version: 0,
  zones: [],
  rules: { name: '', rules: [] },
  sizeTable: [],
  school: 'restore',
  discRadiusMm: 60,
  workRules: [],
  terms: { currency: '', hourlyRate: 0, taxPct: 0, validDays: 30 },
  calendar: { hours: [], closed: [], bays: [], people: [] },
  due: [],
  units: 'metric',
});
/** Grows whenever the server told that something of the job changed, and its documents were looked at. */
export const $told = atom(0);

/** Counts what was taken back or made again: what is kept beside the documents is looked at anew. */
export const $stepped = atom(0);
/** The pose that all drawings share: axle, lock angle and travel from ride height. */
export const $pose = map<{ axle: AxleName; lockDeg: number; travelMm: number }>({
  axle: 'front',
  lockDeg: 0,
  travelMm: 0,
});

/** The axle alone: what depends on nothing else of the pose is not redrawn while a pose is dragged. */
export const $axle = computed($pose, ({ axle }) => axle);

export const $active = computed(
  [$stages, $activeId],
  (stages, id) => stages.find((stage) => stage.id === id) ?? stages[0],
);

/** What a stage is called and where it stands: the same objects while only its package changes, as under a hand that drags. */
export type StageHead = Pick<StageDoc, 'id' | 'position'> & { name: string };
let heads: StageHead[] = [];
export const $heads = computed($stages, (stages): StageHead[] => {
  const now = stages.map(({ id, position, label, document }) => ({
    id,
    position,
    name: (document as StageDocument).package.label || label || `Stage ${position}`,
  }));
  const same =
    now.length === heads.length &&
    now.every(({ id, position, name }, i) => {
      const before = heads[i];
      return before?.id === id && before.position === position && before.name === name;
    });
  if (!same) heads = now;
  return heads;
});
export const $head = computed(
  [$heads, $activeId],
  (list, id) => list.find((one) => one.id === id) ?? list[0],
);
/** As delivered follows the vehicle and is not edited. */
export const $locked = computed($head, (head) => head?.position === 0);

type StageDocument = { package: BuildFile['package']; use: NonNullable<BuildFile['use']> };

/** The build file of a vehicle and a stage, as the endpoint would export it. */
export function fileOf(vehicle: Pick<Doc, 'document'>, stage: Pick<Doc, 'document'>): BuildFile {
  return {
    format: 'vexlo/build',
    version: 1,
    vehicle: vehicle.document as BuildFile['vehicle'],
    ...(stage.document as StageDocument),
  };
}

type Read = ReturnType<Reader['readBuild']>;
type Checked = { vehicle: Json; stage: StageDocument; build: Build };
let last: Checked | undefined;

/** Takes the documents on the page as the server read them, by what it filled in (filledIn): they are not checked again. */
export function takeAsRead(filled: readonly Change[]): void {
  const vehicle = $vehicle.get();
  const stage = $active.get();
  if (!vehicle || !stage) return;
  const build = withChanges(fileOf(vehicle, stage) as unknown as Json, filled) as unknown as Build;
  last = { vehicle: vehicle.document, stage: stageFileOf(stage), build };
}

/** The build of a vehicle and a stage that was read last; undefined of other documents. */
const asRead = (vehicle: Doc, stage: StageDoc): Build | undefined =>
  last?.vehicle === vehicle.document && last.stage === stageFileOf(stage) ? last.build : undefined;

/**
 * The build of a vehicle and a stage. Parts whose documents are the ones of last time stay the same objects,
 * so that only what a change touches is worked out and drawn again.
 */
function readParts(by: Reader, vehicle: Doc, stage: StageDoc): Read {
  const known = asRead(vehicle, stage);
  if (known) return { ok: true, value: known };
  const document = stageFileOf(stage);
  if (last?.vehicle !== vehicle.document) {
    const read = by.readBuild(fileOf(vehicle, stage));
    if (read.ok) last = { vehicle: vehicle.document, stage: document, build: read.value };
    return read;
  }
  const read = by.readStage(last.build.vehicle, document);
  if (!read.ok) return read;
  const before = last;
  const kept = Object.entries(before.build.package).filter(
    ([key]) => before.stage.package[key as 'tire'] === document.package[key as 'tire'],
  );
  const build: Build = {
    ...read.value,
    package: { ...read.value.package, ...Object.fromEntries(kept) },
    use: before.stage.use === document.use ? before.build.use : read.value.use,
  };
  last = { vehicle: vehicle.document, stage: document, build };
  return { ok: true, value: build };
}

/** The build on the page, the same object as long as its documents are: versions and grades do not make a new one. */
export const $build = computed([$vehicle, $active, $reader], (vehicle, stage, by): Build | null => {
  if (!vehicle || !stage) return null;
  if (!by) return asRead(vehicle, stage) ?? null;
  const read = readParts(by, vehicle, stage);
  return read.ok ? read.value : null;
});

export const stageFileOf = (stage: StageDoc): StageDocument => stage.document as StageDocument;
export const vehicleFileOf = (vehicle: Doc): BuildFile['vehicle'] => vehicle.document as BuildFile['vehicle'];

/** Replaces one document on the page. */
export function put(doc: Doc, change: Partial<Doc> & { grade?: Grade }): void {
  if (doc.subject === 'job') {
    const now = $jobHead.get();
    const job = $job.get();
    if (now) $jobHead.set({ ...now, ...change });
    if (job && change.document) $job.set({ ...job, ...(change.document as object) });
  } else if (doc.subject === 'vehicle') {
    const now = $vehicle.get();
    if (now) $vehicle.set({ ...now, ...change });
  } else $stages.set($stages.get().map((stage) => (stage.id === doc.id ? { ...stage, ...change } : stage)));
}

export function current(subject: Subject, id: number): Doc | undefined {
  if (subject === 'job') return $jobHead.get() ?? undefined;
  return subject === 'vehicle'
    ? ($vehicle.get() ?? undefined)
    : $stages.get().find((stage) => stage.id === id);
}

export type Edited = { ok: true } | { ok: false; faults: Fault[] };

let afterEdit: (doc: Doc) => void = () => undefined;
/** The saving half hooks in here, so that it can be left out where nothing is stored. */
export function onEdit(listener: (doc: Doc) => void): void {
  afterEdit = listener;
}

function commit(doc: Doc, document: Json, read: Read): Edited {
  if (!read.ok) return read;
  put(doc, { document });
  const now = current(doc.subject, doc.id);
  if (now) afterEdit(now);
  return { ok: true };
}

/** Whoever may not change something is told so, once however often a hand tries, and nothing changes. */
function heldBack(right: Right): Edited | null {
  const why = whyNot(right);
  if (why === null) return null;
  toast(why, { id: `not-${right}` });
  return { ok: false, faults: [{ path: '', message: why }] };
}

/** A change that is made before what checks it is there: it is made when that comes, or it is said why it was not. */
function whenRead(edit: () => Edited): Edited {
  const make = (): void => {
    const done = edit();
    const [fault] = done.ok ? [] : done.faults;
    if (fault) toast(`Not changed: ${fault.path} ${fault.message}`);
  };
  void reader().then(make, () => toast(`Not changed: ${NOT_ARRIVED}`));
  return { ok: true };
}

/** Changes the stage on the page, unless the build it makes is faulty: then nothing changes. */
export function editStage(change: (stage: StageDocument) => StageDocument): Edited {
  const vehicle = $vehicle.get();
  const stage = $active.get();
  if (!vehicle || !stage) return { ok: true };
  const held = heldBack('plan');
  if (held) return held;
  const by = $reader.get();
  if (!by) return whenRead(() => editStage(change));
  const document = change(stageFileOf(stage));
  return commit(stage, document, readParts(by, vehicle, { ...stage, document }));
}

/** Changes every stage of the job, each as its own document; a stage whose build it would make faulty stays. */
export function editStages(change: (stage: StageDocument) => StageDocument): Edited {
  const vehicle = $vehicle.get();
  if (!vehicle) return { ok: true };
  const held = heldBack('plan');
  if (held) return held;
  const by = $reader.get();
  if (!by) return whenRead(() => editStages(change));
  for (const stage of $stages.get()) {
    const document = change(stageFileOf(stage));
    commit(stage, document, by.readBuild(fileOf(vehicle, { ...stage, document })));
  }
  return { ok: true };
}

/** Changes the vehicle, unless the build of the stage on the page would be faulty. */
export function editVehicle(change: (vehicle: BuildFile['vehicle']) => BuildFile['vehicle']): Edited {
  const vehicle = $vehicle.get();
  const stage = $active.get();
  if (!vehicle || !stage) return { ok: true };
  const held = heldBack('bench');
  if (held) return held;
  const by = $reader.get();
  if (!by) return whenRead(() => editVehicle(change));
  const document = change(vehicleFileOf(vehicle));
  return commit(vehicle, document, readParts(by, { ...vehicle, document }, stage));
}
