import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { BuildFile } from '../../core/format/build';
import { connect, type Connection } from '../../data/client';
import { allJobs } from '../../data/jobs';
import type { StageDocument } from '../../data/schema';
import { readBuildText, writeBuildText } from '../../formats/buildJson';
import { documents, historyOf } from '../../server/documents';
import { first, type Subject, type Versioned } from '../../server/versioned';
import { as, value } from '../actor';
import {
  addStageToJob,
  exportStage,
  importBuild,
  jobLines,
  jobVersions,
  removeStage,
  sheetData,
} from '../../server/jobs';
import { ROOT } from '../../command/paths';
import { sql } from 'drizzle-orm';
import { SHIPPED_TERMS, type Quote } from '../../core/format/quote';
import { makeQuote } from '../../server/work';
import { updateJob } from '../../server/updateJob';
import { demoTexts, exampleFile } from '../example';
import { ownShop } from './ownShop';

let connection: Connection;
beforeAll(async () => {
  connection = connect(await ownShop());
});
afterAll(() => connection.close());
const db = () => connection.ofShop(1);

const saveDocument = async (
  _db: unknown,
  subject: Subject,
  id: number,
  version: number,
  document: unknown,
  name: string,
) => first(await documents.save(as(db(), name), [{ subject, id, version, document }]));
const stepDocument = async (
  _db: unknown,
  subject: Subject,
  id: number,
  version: number,
  kind: 'undo' | 'redo',
  name: string,
) => first(await documents.step(as(db(), name), { subject, id, version }, kind));

async function fresh(file: BuildFile = exampleFile()) {
  const { jobId, stageId } = value(await importBuild(as(db()), file));
  const data = await sheetData(db(), jobId, 'Ansa');
  const stage = data?.stages.find(({ id }) => id === stageId);
  if (!data || !stage) throw new Error('the import is not there');
  return { jobId, stageId, data, stage, document: stage.document as StageDocument };
}

const withSpacer = (document: StageDocument, spacerMm: number): StageDocument => ({
  ...document,
  package: { ...document.package, spacerMm },
});

describe('the demo shop', () => {
  test('five vehicles, each with its as-delivered stage and two or three more', async () => {
    // Other files of tests keep their own jobs beside these.
    const demo = JSON.parse(readFileSync(join(ROOT, 'demo', 'shop.json'), 'utf8')) as {
      jobs: { customer: string }[];
    };
    const customers = new Set(demo.jobs.map(({ customer }) => customer));
    const lines = (await jobLines(db())).filter(
      ({ customer }) => customer !== null && customers.has(customer),
    );
    expect(customers.size).toBe(5);
    expect(lines).toHaveLength(5);
    for (const { stages } of lines) {
      expect(stages[0]).toMatchObject({ position: 0, label: 'As delivered', grade: 'free' });
      expect(stages.length).toBeGreaterThanOrEqual(3);
    }
  });
});

describe('build files in and out', () => {
  test.each(Object.entries(demoTexts))('%s goes in and comes out byte for byte', async (_name, text) => {
    const read = readBuildText(text);
    if (!read.ok) throw new Error('faulty demo');
    const { stageId } = await fresh(read.value.file);
    const exported = await exportStage(db(), stageId);
    expect(exported && writeBuildText(exported.file)).toBe(text);
  });
  test('x- keys at every level survive the database', async () => {
    const file = exampleFile() as BuildFile & Record<string, unknown>;
    (file as Record<string, unknown>)['x-top'] = { kept: true, b: 1, a: 2 };
    (file.vehicle as Record<string, unknown>)['x-van'] = [3, 1, 2];
    const { stageId } = await fresh(file);
    expect(writeBuildText((await exportStage(db(), stageId))?.file as BuildFile)).toBe(writeBuildText(file));
  });
  test('a faulty file leaves nothing behind', async () => {
    const before = await allJobs(db());
    const outcome = await importBuild(as(db()), { ...exampleFile(), version: 7 });
    expect(!outcome.ok && outcome.refusal.status).toBe(422);
    expect(await allJobs(db())).toHaveLength(before.length);
  });
});

describe('changes', () => {
  test('a save is a row of history with who, from and to, and brings the next version', async () => {
    const { stage, document } = await fresh();
    const saved = value(await saveDocument(db(), 'stage', stage.id, 1, withSpacer(document, 25), 'Odo'));
    expect(saved.version).toBe(2);
    const history = value(await historyOf(db(), 'stage', stage.id));
    expect(history.map(({ kind, person }) => [kind, person])).toEqual([
      ['edit', 'Odo'],
      ['import', 'Ansa'],
    ]);
    expect(history[0]?.changes).toEqual([{ path: '/package/spacerMm', to: 25 }]);
  });

  test('a stale write is refused with what changed since, and changes nothing', async () => {
    const { stage, document } = await fresh();
    value(await saveDocument(db(), 'stage', stage.id, 1, withSpacer(document, 25), 'Odo'));
    const stale = await saveDocument(db(), 'stage', stage.id, 1, withSpacer(document, 30), 'Mirre');
    expect(!stale.ok && stale.refusal.status).toBe(409);
    const current =
      !stale.ok && 'current' in stale.refusal
        ? (stale.refusal.current as Versioned & { since: { person: string; changes: unknown[] }[] })
        : null;
    expect(current).toMatchObject({
      version: 2,
      since: [{ person: 'Odo', changes: [{ path: '/package/spacerMm', to: 25 }] }],
    });
    expect((current?.document as StageDocument).package.spacerMm).toBe(25);
  });

  test('of many writes on one version exactly one is taken', async () => {
    const { stage, document } = await fresh();
    const outcomes = await Promise.all(
      [1, 2, 3, 4, 5, 6].map((mm) =>
        saveDocument(db(), 'stage', stage.id, 1, withSpacer(document, mm), `P${mm}`),
      ),
    );
    expect(outcomes.filter(({ ok }) => ok)).toHaveLength(1);
    expect(value(await historyOf(db(), 'stage', stage.id))).toHaveLength(2);
  });

  test('undo and redo step through the history and are part of it', async () => {
    const { stage, document } = await fresh();
    for (const [version, mm] of [
      [1, 10],
      [2, 20],
    ] as const)
      value(await saveDocument(db(), 'stage', stage.id, version, withSpacer(document, mm), 'Odo'));
    const undone = value(await stepDocument(db(), 'stage', stage.id, 3, 'undo', 'Odo'));
    expect((undone.document as StageDocument).package.spacerMm).toBe(10);
    const twice = value(await stepDocument(db(), 'stage', stage.id, 4, 'undo', 'Odo'));
    expect(twice.document).toEqual(document);
    expect(twice.undo).toBeNull();
    const again = value(await stepDocument(db(), 'stage', stage.id, 5, 'redo', 'Odo'));
    expect((again.document as StageDocument).package.spacerMm).toBe(10);
    expect(again.redo).not.toBeNull();
    const nothing = await stepDocument(db(), 'stage', stage.id, 5, 'undo', 'Odo');
    expect(!nothing.ok && nothing.refusal.status).toBe(409);
  });

  test('each takes back his own: what the other changed since stays, and the same place is nobody’s to take back alone', async () => {
    const { stage, document } = await fresh();
    const noted = { ...document, package: { ...document.package, label: 'Ours' } };
    value(await saveDocument(db(), 'stage', stage.id, 1, withSpacer(document, 10), 'Odo'));
    const both = value(await saveDocument(db(), 'stage', stage.id, 2, withSpacer(noted, 10), 'Mirre'));
    expect(both.undo?.since).toEqual([]);
    const undone = value(await stepDocument(db(), 'stage', stage.id, 3, 'undo', 'Odo'));
    expect(undone.document).toEqual(noted);
    expect(undone.redo).toMatchObject({ since: [] });
    expect(undone.undo).toBeNull();
    const redone = value(await stepDocument(db(), 'stage', stage.id, 4, 'redo', 'Odo'));
    expect(redone.document).toEqual(withSpacer(noted, 10));
    value(await saveDocument(db(), 'stage', stage.id, 5, withSpacer(noted, 20), 'Mirre'));
    const refused = await stepDocument(db(), 'stage', stage.id, 6, 'undo', 'Odo');
    expect(!refused.ok && refused.refusal).toMatchObject({
      status: 400,
      message: expect.stringContaining('Mirre changed the same place since') as string,
    });
    // Hers is hers to take back; then his is as he left it.
    value(await stepDocument(db(), 'stage', stage.id, 6, 'undo', 'Mirre'));
    const last = value(await stepDocument(db(), 'stage', stage.id, 7, 'undo', 'Odo'));
    expect(last.document).toEqual(noted);
    const none = await stepDocument(db(), 'stage', stage.id, 8, 'undo', 'Aske');
    expect(!none.ok && none.refusal.message).toBe('There is nothing of yours to undo.');
  });

  test('a faulty document is refused by field and not stored', async () => {
    const { stage, document } = await fresh();
    const outcome = await saveDocument(db(), 'stage', stage.id, 1, withSpacer(document, -4), 'Odo');
    expect(!outcome.ok && 'faults' in outcome.refusal && outcome.refusal.faults[0]?.path).toBe(
      'package.spacerMm',
    );
    expect((await sheetData(db(), stage.id, 'Ansa'))?.job).not.toBe(null);
    expect(value(await historyOf(db(), 'stage', stage.id))).toHaveLength(1);
  });

  test('a stage holds package, use and x- keys: a vehicle of its own is refused', async () => {
    const { stage, data, document } = await fresh();
    const own = { ...document, vehicle: data.vehicle.document };
    const outcome = await saveDocument(db(), 'stage', stage.id, 1, own, 'Odo');
    expect(outcome).toMatchObject({ refusal: { status: 422, faults: [{ path: 'vehicle' }] } });
  });
});

describe('a vehicle and its stages', () => {
  test('as delivered follows the stock tire, refuses changes of its own, and every stage is judged again', async () => {
    const { jobId, data } = await fresh();
    const vehicle = data.vehicle.document as BuildFile['vehicle'];
    const tall = {
      ...vehicle,
      stock: { ...vehicle.stock, tire: { code: '265/75R16', pattern: 'road' as const } },
    };
    value(await saveDocument(db(), 'vehicle', data.vehicle.id, 1, tall, 'Odo'));
    const after = await sheetData(db(), jobId, 'Ansa');
    const first = after?.stages[0];
    expect((first?.document as StageDocument).package.tire.code).toBe('265/75R16');
    const own = await saveDocument(
      db(),
      'stage',
      first?.id ?? 0,
      first?.version ?? 0,
      withSpacer(first?.document as StageDocument, 5),
      'Odo',
    );
    expect(!own.ok && 'faults' in own.refusal && own.refusal.faults[0]?.message).toContain(
      'follows the vehicle',
    );
    const closer = structuredClone(tall);
    const [thing] = closer.corners.front.obstacles;
    if (thing) thing.points = [[300, 0, 0]];
    value(await saveDocument(db(), 'vehicle', data.vehicle.id, 2, closer, 'Odo'));
    expect((await sheetData(db(), jobId, 'Ansa'))?.stages.map(({ grade }) => grade)).toEqual([
      'blocked',
      'blocked',
    ]);
  });

  test('a vehicle that would make one of its stages faulty is refused, and names the stage', async () => {
    const file = exampleFile();
    file.vehicle.corners.front.obstacles = [
      { id: 'lip', label: 'lip', carrier: 'body', material: 'sheet', cutMm: 10, points: [[0, 100, 480]] },
    ];
    file.package.cuts = [{ obstacle: 'lip', depthMm: 4 }];
    const { data } = await fresh(file);
    const vehicle = structuredClone(data.vehicle.document as BuildFile['vehicle']);
    const [lip] = vehicle.corners.front.obstacles;
    if (lip) lip.id = 'edge';
    const outcome = await saveDocument(db(), 'vehicle', data.vehicle.id, 1, vehicle, 'Odo');
    expect(!outcome.ok && 'faults' in outcome.refusal && outcome.refusal.faults[0]?.message).toContain(
      '“One”',
    );
  });

  test('stages are copied, brought in from files and removed; as delivered stays', async () => {
    const { jobId, stage, data } = await fresh();
    const copy = value(await addStageToJob(as(db(), 'Odo'), jobId, { stageId: stage.id }));
    const brought = value(
      await addStageToJob(as(db(), 'Odo'), jobId, {
        file: { ...exampleFile(), package: { ...exampleFile().package, label: 'From a file' } },
      }),
    );
    const labels = (await sheetData(db(), jobId, 'Ansa'))?.stages.map(({ label }) => label);
    expect(labels).toEqual(['As delivered', 'One', 'Stage 2', 'From a file']);
    value(await removeStage(db(), copy.stageId));
    expect(Object.keys((await jobVersions(db(), jobId))?.stages ?? {})).not.toContain(String(copy.stageId));
    expect(brought.stageId).toBeGreaterThan(copy.stageId);
    expect(await removeStage(db(), data.stages[0]?.id ?? 0)).toMatchObject({ refusal: { status: 400 } });
  });

  test('what a job waits for is a change with a history, and its body and status go in one piece and one undo', async () => {
    const { jobId, data } = await fresh();
    value(
      await updateJob(as(db(), 'Odo'), jobId, { waitsFor: 'springs', status: 'parts', platform: 'Halyard' }),
    );
    expect((await sheetData(db(), jobId, 'Ansa'))?.job).toMatchObject({
      waitsFor: 'springs',
      status: 'parts',
      platform: 'Halyard',
    });
    const [line] = value(await historyOf(db(), 'job', jobId));
    expect(line).toMatchObject({ person: 'Odo', kind: 'edit', version: 2 });
    expect(line?.changes.map(({ path }) => path).sort()).toEqual([
      '/placedBy',
      '/platform',
      '/status',
      '/waitsFor',
    ]);
    expect(await updateJob(as(db()), jobId, { version: 1, waitsFor: 'hubs' })).toMatchObject({
      refusal: { status: 409, current: { version: 2 } },
    });
    value(await stepDocument(db(), 'job', jobId, 2, 'undo', 'Odo'));
    expect((await sheetData(db(), jobId, 'Ansa'))?.job).toMatchObject({
      waitsFor: data.job.waitsFor,
      status: data.job.status,
      platform: '',
    });
  });
});

describe('one piece', () => {
  test('documents that are saved together are taken back and made again together', async () => {
    const { jobId, stage, data, document } = await fresh();
    const vehicle = data.vehicle.document as BuildFile['vehicle'];
    const { id } = data.vehicle;
    const both = value(
      await documents.save(as(db()), [
        {
          subject: 'vehicle',
          id,
          version: 1,
          document: { ...vehicle, wheelbaseMm: vehicle.wheelbaseMm + 5 },
        },
        { subject: 'stage', id: stage.id, version: 1, document: withSpacer(document, 25) },
      ]),
    );
    expect(both.map(({ version }) => version)).toEqual([2, 2]);
    // Asked for on either of them, both go back.
    const back = value(
      await documents.step(as(db()), { subject: 'stage', id: stage.id, version: 2 }, 'undo'),
    );
    expect(back.map(({ subject }) => subject)).toEqual(['stage', 'vehicle']);
    const undone = await sheetData(db(), jobId, 'Ansa');
    expect(undone?.vehicle.document).toEqual(vehicle);
    expect(undone?.stages[1]?.document).toEqual(document);
    const again = value(await documents.step(as(db()), { subject: 'vehicle', id, version: 3 }, 'redo'));
    expect(again).toHaveLength(2);
    expect((await sheetData(db(), jobId, 'Ansa'))?.stages[1]?.document).toEqual(withSpacer(document, 25));
  });

  test('one that is faulty leaves the other as it was', async () => {
    const { jobId, stage, data, document } = await fresh();
    const vehicle = data.vehicle.document as BuildFile['vehicle'];
    const outcome = await documents.save(as(db()), [
      { subject: 'vehicle', id: data.vehicle.id, version: 1, document: { ...vehicle, wheelbaseMm: 3333 } },
      { subject: 'stage', id: stage.id, version: 1, document: withSpacer(document, -1) },
    ]);
    expect(outcome.ok).toBe(false);
    expect((await sheetData(db(), jobId, 'Ansa'))?.vehicle).toMatchObject({ version: 1, document: vehicle });
  });

  test('going back to a change makes the document what it was then, says what it did to the verdict, and can be undone', async () => {
    const { stage, document } = await fresh();
    for (const [version, mm] of [
      [1, 10],
      [2, 60],
      [3, 90],
    ] as const)
      value(await saveDocument(db(), 'stage', stage.id, version, withSpacer(document, mm), 'Odo'));
    const lines = value(await historyOf(db(), 'stage', stage.id));
    const ten = lines.find(({ version }) => version === 2);
    const at = { subject: 'stage' as const, id: stage.id, version: 4 };
    const back = value(await documents.goBack(as(db(), 'Mirre'), at, ten?.id ?? 0));
    expect(back[0]?.document).toEqual(withSpacer(document, 10));
    const [line] = value(await historyOf(db(), 'stage', stage.id));
    expect(line).toMatchObject({ kind: 'edit', person: 'Mirre', version: 5 });
    expect(line?.verdicts[0]).toMatchObject({ stageId: stage.id, stage: 'One' });
    const undone = value(await stepDocument(db(), 'stage', stage.id, 5, 'undo', 'Mirre'));
    expect(undone.document).toEqual(withSpacer(document, 90));
    const elsewhere = await fresh();
    expect(
      await documents.goBack(as(db()), { ...at, id: elsewhere.stage.id, version: 1 }, ten?.id ?? 0),
    ).toMatchObject({ refusal: { status: 404 } });
  });
});

describe('fifty at one moment', () => {
  test('jobs get fifty numbers', async () => {
    const made = await Promise.all(Array.from({ length: 50 }, () => importBuild(as(db()), exampleFile())));
    const ids = new Set(made.map((one) => value(one).jobId));
    const numbers = (await allJobs(db())).filter(({ id }) => ids.has(id)).map(({ number }) => number);
    expect(new Set(numbers).size).toBe(50);
    for (const number of numbers) expect(number).toMatch(/^J-\d{4,}$/);
  });

  test('stages and quotes of one job get fifty places and fifty numbers', async () => {
    const { jobId, stage } = await fresh();
    const quote: Quote = {
      madeOn: '2026-11-02',
      validUntil: '2026-12-02',
      terms: SHIPPED_TERMS,
      options: [{ stageId: stage.id, label: 'One', summary: '', lines: [], gains: [], costs: [] }],
      note: '',
    };
    const fifty = Array.from({ length: 50 });
    const stages = await Promise.all(fifty.map(() => addStageToJob(as(db()), jobId, { stageId: stage.id })));
    expect(new Set(stages.map((one) => value(one).stageId)).size).toBe(50);
    const positions = (await sheetData(db(), jobId, 'Ansa'))?.stages.map(({ position }) => position);
    expect(positions).toEqual(Array.from({ length: 52 }, (_, i) => i));
    const quotes = await Promise.all(fifty.map(() => makeQuote(as(db()), jobId, quote)));
    expect(quotes.map((one) => value(one).number).sort((a, b) => a - b)).toEqual(fifty.map((_, i) => i + 1));
  });

  test('after J-9999 the next job is J-10000, and it stands first', async () => {
    await db().execute(sql`update shop set last_job = 9999`);
    const { jobId } = await fresh();
    const [first] = await allJobs(db());
    expect(first).toMatchObject({ id: jobId, number: 'J-10000' });
  });
});
