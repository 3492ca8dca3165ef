import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest';
import type { BuildFile } from '../../core/format/build';
import { connect, type Connection } from '../../data/client';
import { allJobs } from '../../data/jobs';
import type { StageDocument } from '../../data/schema';
import { readBuildText, writeBuildText } from '../../formats/buildJson';
import { historyOf, saveDocument, saveRequest, stepDocument, type Versioned } from '../../server/documents';
import type { Outcome } from '../../server/errors';
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
import { updateJob } from '../../server/updateJob';
import { demoTexts, exampleFile } from '../example';

let connection: Connection;
beforeAll(() => {
  connection = connect(inject('databaseUrl'));
});
afterAll(() => connection.close());
const db = () => connection.database;

function value<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  return outcome.value;
}

async function fresh(file: BuildFile = exampleFile()) {
  const { jobId, stageId } = value(await importBuild(db(), file, 'Ansa'));
  const data = await sheetData(db(), jobId);
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
    const { stageId } = await fresh(read.file);
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
    const outcome = await importBuild(db(), { ...exampleFile(), version: 7 }, 'Ansa');
    expect(!outcome.ok && outcome.refusal.status).toBe(422);
    expect(await allJobs(db())).toHaveLength(before.length);
  });
});

describe('changes', () => {
  test('a save is a row of history with who, from and to, and brings the next version', async () => {
    const { stage, document } = await fresh();
    const saved = value(await saveDocument(db(), 'stage', stage.id, 1, withSpacer(document, 25), 'Odo'));
    expect(saved.version).toBe(2);
    const history = value(await historyOf(db(), 'stage', stage.id, 'history'));
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
    expect(value(await historyOf(db(), 'stage', stage.id, 'history'))).toHaveLength(2);
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

  test('a faulty document is refused by field and not stored', async () => {
    const { stage, document } = await fresh();
    const outcome = await saveRequest(
      db(),
      'stage',
      stage.id,
      { version: 1, document: withSpacer(document, -4) },
      'Odo',
    );
    expect(!outcome.ok && 'faults' in outcome.refusal && outcome.refusal.faults[0]?.path).toBe(
      'package.spacerMm',
    );
    expect((await sheetData(db(), stage.id))?.job).not.toBe(null);
    expect(value(await historyOf(db(), 'stage', stage.id, 'history'))).toHaveLength(1);
  });

  test('bad requests are told apart: no such thing, no such version number', async () => {
    expect(await saveRequest(db(), 'rocket', 1, {}, 'Odo')).toMatchObject({ refusal: { status: 404 } });
    expect(await saveRequest(db(), 'stage', 1e6, { version: 1, document: {} }, 'Odo')).toMatchObject({
      refusal: { status: 404 },
    });
    expect(await saveRequest(db(), 'stage', 1, { version: 'one', document: {} }, 'Odo')).toMatchObject({
      refusal: { status: 422, faults: [{ path: 'version' }] },
    });
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
    const after = await sheetData(db(), jobId);
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
    expect((await sheetData(db(), jobId))?.stages.map(({ grade }) => grade)).toEqual(['blocked', 'blocked']);
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
    const copy = value(await addStageToJob(db(), jobId, { stageId: stage.id }, 'Odo'));
    const brought = value(
      await addStageToJob(
        db(),
        jobId,
        { file: { ...exampleFile(), package: { ...exampleFile().package, label: 'From a file' } } },
        'Odo',
      ),
    );
    const labels = (await sheetData(db(), jobId))?.stages.map(({ label }) => label);
    expect(labels).toEqual(['As delivered', 'One', 'Stage 2', 'From a file']);
    value(await removeStage(db(), copy.stageId));
    expect(Object.keys((await jobVersions(db(), jobId))?.stages ?? {})).not.toContain(String(copy.stageId));
    expect(brought.stageId).toBeGreaterThan(copy.stageId);
    expect(await removeStage(db(), data.stages[0]?.id ?? 0)).toMatchObject({ refusal: { status: 400 } });
  });

  test('what a job waits for', async () => {
    const { jobId } = await fresh();
    value(await updateJob(db(), jobId, { waitsFor: 'springs', status: 'parts' }));
    expect((await sheetData(db(), jobId))?.job).toMatchObject({ waitsFor: 'springs', status: 'parts' });
    expect(await updateJob(db(), jobId, { status: 'lost' })).toMatchObject({ refusal: { status: 422 } });
  });
});
