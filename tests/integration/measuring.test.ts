import { as, contextIn, sent } from '../actor';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { PDFDocument } from 'pdf-lib';
import { CHUNK_POINTS, packPoints, unpackPoints } from '../../core/scan/parts';
import { connect, type Connection } from '../../data/client';
import { formOfJob } from '../../server/forms';
import type { Outcome } from '../../server/errors';
import { START } from '../starter';
import { createJob, newJobBody } from '../../server/createJob';
import { importBuild, sheetData } from '../../server/jobs';
import { beginScan, listScans, removeScan, streamScan, takePiece } from '../../server/scans';
import { scanHeadSchema } from '../../core/format/scan';
import { changeSettings, settingsBody } from '../../server/shop';
import { shopSettings } from '../../data/shop';
import { exampleFile } from '../example';
import type { ScanHead } from '../../core/format/scan';
import { ownShop } from './ownShop';

let connection: Connection;
beforeAll(async () => {
  connection = connect(await ownShop());
});
afterAll(() => connection.close());
const db = () => connection.ofShop(1);

function value<T>(outcome: Outcome<T>): T {
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  return outcome.value;
}
const refusal = (outcome: Outcome<unknown>): string => (outcome.ok ? '' : JSON.stringify(outcome.refusal));

async function vehicle(): Promise<{ id: number; jobId: number }> {
  const { jobId } = value(await importBuild(as(db()), exampleFile()));
  const data = await sheetData(db(), jobId, 'Ansa');
  return { id: data?.vehicle.id ?? 0, jobId };
}

describe('a new vehicle', () => {
  test('begins as a job with its wells estimated', async () => {
    const { jobId } = value(
      await createJob(await contextIn(connection, 'Odo'), {
        vehicle: START,
        title: 'Gravel',
        customer: 'Fell Wardens',
      }),
    );
    const data = await sheetData(db(), jobId, 'Ansa');
    expect(data?.job).toMatchObject({ title: 'Gravel', status: 'measuring', customer: 'Fell Wardens' });
    expect(JSON.stringify(data?.vehicle.document)).toContain('"estimated":[0,1');
    expect(data?.stages).toHaveLength(2);
  });
  test('what cannot be is refused by field', () => {
    const said = refusal(
      newJobBody.read(Buffer.from(JSON.stringify({ vehicle: { ...START, trackMm: 3 }, title: 'x' }))),
    );
    expect(said).toContain('vehicle.trackMm');
    expect(said).toContain('give 800 to 3500 mm');
  });
});

describe('the measuring form', () => {
  test('comes as a PDF that names the job', async () => {
    const { jobId } = await vehicle();
    const { bytes, name } = value(await formOfJob(await contextIn(connection), jobId, 'rear', 'letter'));
    expect(name).toMatch(/^j-\d+-measuring-rear\.pdf$/);
    expect((await PDFDocument.load(bytes)).getTitle()).toContain('rear');
    expect(refusal(await formOfJob(await contextIn(connection), 999_999, 'rear', 'a4'))).toContain(
      'no such job',
    );
  });
});

describe('scans', () => {
  const points = CHUNK_POINTS + 10;
  const head: ScanHead = {
    axle: 'front',
    side: 'left',
    name: 'front left',
    points,
    parts: [{ label: 'liner', material: 'liner', carrier: 'body' }],
  };
  const cloud = {
    xyz: Float32Array.from({ length: points * 3 }, (_, i) => i / 7),
    part: Uint8Array.from({ length: points }, (_, i) => i % 2),
  };
  const piece = (from: number, to: number): Uint8Array =>
    packPoints(cloud.xyz.subarray(from * 3, to * 3), cloud.part.subarray(from, to));

  test('are stored piece by piece, seen when whole, streamed back as they were', async () => {
    const { id } = await vehicle();
    const { scanId } = value(await beginScan(as(db(), 'Mirre'), id, head));
    expect(value(await takePiece(db(), scanId, 1, piece(CHUNK_POINTS, points)))).toEqual({ complete: false });
    expect(await listScans(db(), id)).toEqual([]);
    expect(refusal(await streamScan(db(), scanId))).toContain('no such scan');
    expect(value(await takePiece(db(), scanId, 0, piece(0, CHUNK_POINTS)))).toEqual({ complete: true });
    expect(await listScans(db(), id)).toMatchObject([{ ...head, person: 'Mirre' }]);
    const stream = value(await streamScan(db(), scanId));
    const pieces: Uint8Array[] = [];
    const reader = stream.getReader();
    for (let read = await reader.read(); !read.done; read = await reader.read()) pieces.push(read.value);
    expect(pieces).toHaveLength(2);
    const back = pieces.map(unpackPoints);
    expect(back.flatMap(({ part }) => [...part])).toEqual([...cloud.part]);
    expect(Buffer.concat(back.map(({ xyz }) => Buffer.from(xyz.buffer)))).toEqual(
      Buffer.from(cloud.xyz.buffer),
    );
    value(await removeScan(db(), scanId));
    expect(await listScans(db(), id)).toEqual([]);
  });

  test('a piece that is cut short or does not belong is refused; one that was never finished is given up', async () => {
    const { id } = await vehicle();
    const { scanId } = value(await beginScan(as(db(), 'Mirre'), id, head));
    expect(refusal(await takePiece(db(), scanId, 0, new Uint8Array(5)))).toContain('Send it again');
    expect(refusal(await takePiece(db(), scanId, 7, piece(0, 1)))).toContain('no piece of this scan');
    value(await beginScan(as(db(), 'Mirre'), id, head));
    expect(refusal(await takePiece(db(), scanId, 0, piece(0, CHUNK_POINTS)))).toContain('being stored');
    expect(
      refusal(await sent(scanHeadSchema, { ...head, points: 0 }, (body) => beginScan(as(db()), id, body))),
    ).toContain('points');
    expect(refusal(await beginScan(as(db(), 'Mirre'), 999_999, head))).toContain('no such vehicle');
  });
});

describe('zones of the shop', () => {
  test('are stored, refused where a name stands twice, and not overwritten by who was late', async () => {
    const version = (await shopSettings(db()))?.version ?? 0;
    const zone = { label: 'Forest road', bump: 0.55, lock: 0.5 };
    const stored = value(
      await sent(settingsBody, { version, zones: [zone] }, (body) => changeSettings(db(), body)),
    );
    expect(stored).toMatchObject({ version: version + 1, zones: [zone] });
    // What was not given stays as it was.
    expect(stored.rules.rules.map(({ kind }) => kind)).toEqual(
      expect.arrayContaining(['speedometer', 'ratings']),
    );
    expect(
      refusal(
        await sent(settingsBody, { version: version + 1, zones: [zone, { ...zone, bump: 0.2 }] }, (body) =>
          changeSettings(db(), body),
        ),
      ),
    ).toContain('names two zones');
    expect(
      refusal(
        await sent(settingsBody, { version: version + 1, zones: [{ ...zone, lock: 3 }] }, (body) =>
          changeSettings(db(), body),
        ),
      ),
    ).toContain('give 0 to 1');
    expect(
      refusal(await sent(settingsBody, { version, zones: [] }, (body) => changeSettings(db(), body))),
    ).toContain('nothing was overwritten');
  });
});
