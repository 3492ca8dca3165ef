import { afterAll, beforeAll, expect, test } from 'vitest';
import type { VehicleFile } from '../../core/format/build';
import type { WellFile } from '../../core/format/well';
import { platformMark } from '../../core/statistics/platform';
import { connect, type Connection } from '../../data/client';
import { platformCounts } from '../../data/wells';
import { readWell, writeWell } from '../../formats/wellJson';
import { importBuild, sheetData } from '../../server/jobs';
import { learned } from '../../server/learned';
import { updateJob } from '../../server/updateJob';
import { giveWell, removeWell, takeWell, wellReader } from '../../server/wells';
import { as, contextIn, value } from '../actor';
import { exampleFile } from '../example';
import { higherWell } from '../higherWell';
import { ownShop } from './ownShop';

let connection: Connection;
beforeAll(async () => {
  connection = connect(await ownShop());
});
afterAll(() => connection.close());
const db = () => connection.ofShop(1);
const BODY = 'Ullet Carrier';

/** A vehicle of one customer, whose well is given away. */
async function given(): Promise<WellFile> {
  const { jobId } = value(
    await importBuild(as(db()), exampleFile(), { title: 'x', customer: 'Verrin Secret' }),
  );
  const vehicleId = (await sheetData(db(), jobId, 'Ansa'))?.vehicle.id ?? 0;
  const ctx = await contextIn(connection);
  // A well travels under the name of its body; without one there is nothing to call it by.
  expect(JSON.stringify(await giveWell(ctx, vehicleId))).toContain('which body this vehicle is');
  value(await updateJob(as(db()), jobId, { platform: BODY }));
  return value(await giveWell(ctx, vehicleId));
}

test('a well goes out without its customer, and comes back as what it was', async () => {
  const well = await given();
  const text = writeWell(well);
  expect(text).not.toContain('Verrin Secret');
  expect(text).not.toContain(exampleFile().vehicle.label);
  expect(readWell(text)).toMatchObject({ ok: true, value: { body: BODY } });
  expect(await giveWell(await contextIn(connection), 999_999)).toMatchObject({
    ok: false,
    refusal: { status: 404 },
  });
});

test('into the pool it counts once, less than what was measured here, and is said where it disagrees', async () => {
  const ctx = await contextIn(connection, 'Odo');
  const well = await given();
  const body = 'Ullet Hauler';
  const moved = higherWell({ ...well, body, from: 'Far Fell Garage' }, 60);
  expect(value(await takeWell(ctx, { ...well, body }, 'pool'))).toEqual({ body, known: false });
  expect(value(await takeWell(ctx, { ...well, body }, 'pool'))).toEqual({ body, known: true });
  value(await takeWell(ctx, moved, 'pool'));
  const known = (await learned(db())).platforms.find(({ platform }) => platform === body);
  expect(known).toMatchObject({
    vehicles: 2,
    foreign: [{ person: 'Odo' }, { from: 'Far Fell Garage', person: 'Odo' }],
  });
  expect(known?.things.every(({ elsewhere, vehicles }) => elsewhere === vehicles)).toBe(true);
  const apart = known?.things.find(({ axle }) => axle === 'front')?.disagree;
  expect(apart?.mm).toBeCloseTo(60, 6);
  expect(apart?.names[1]).toBe('Far Fell Garage');
  // One can begin from a body that only others have measured.
  expect(await platformCounts(db())).toContainEqual({ platform: body, vehicles: 2 });
  for (const { id } of known?.foreign ?? []) value(await removeWell(ctx, id));
  expect((await learned(db())).platforms.map(({ platform }) => platform)).not.toContain(body);
  expect(await removeWell(ctx, 999_999)).toMatchObject({ ok: false });
});

test('as a new vehicle it is marked as measured elsewhere, and as unsure as that is', async () => {
  const well = await given();
  const { jobId } = value(
    await takeWell(await contextIn(connection), { ...well, body: 'Ullet Long' }, 'vehicle'),
  );
  const sheet = await sheetData(db(), jobId ?? 0, 'Ansa');
  expect(sheet?.job).toMatchObject({ platform: 'Ullet Long', vehicle: 'Ullet Long', status: 'measuring' });
  const document = sheet?.vehicle.document as VehicleFile;
  document.corners.front.obstacles.forEach((one, i) => {
    const read = well.vehicle.corners.front.obstacles[i];
    expect(platformMark(one)).toMatchObject({ name: 'Ullet Long', vehicles: 1, elsewhere: 1 });
    expect(one.tapeErrorMm ?? 0).toBeGreaterThan(read?.tapeErrorMm ?? 3);
  });
});

test('what is no well is refused by its place', () => {
  const said = (body: unknown): string => JSON.stringify(wellReader.read(Buffer.from(JSON.stringify(body))));
  expect(said(exampleFile())).toContain('give the file of a well');
  expect(said({ format: 'vexlo/well', version: 1, vehicle: exampleFile().vehicle })).toContain(
    '"path":"body"',
  );
});
