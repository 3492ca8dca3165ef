import { randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { keptRoundSchema, type KeptRound } from '../../core/format/keptRound';
import type { VehicleFile } from '../../core/format/build';
import { measureRound } from '../../core/photogrammetry/measure';
import { connect, type Connection } from '../../data/client';
import { jobs, vehicles } from '../../data/schema';
import { roundPictures } from '../../data/wellTables';
import { documents } from '../../server/documents';
import { importBuild, sheetData } from '../../server/jobs';
import { learned } from '../../server/learned';
import { writeLog } from '../../server/log';
import { paperOf } from '../../server/papers';
import {
  keepRound,
  keepRoundPicture,
  listRounds,
  removeRound,
  roundPicture,
  wholeRound,
} from '../../server/rounds';
import { as, contextIn, sent, value } from '../actor';
import { drawn } from '../drawnRound';
import { exampleFile } from '../example';
import { testReading } from '../testReading';
import { ownShop } from './ownShop';

let connection: Connection;
beforeAll(async () => {
  connection = connect(await ownShop());
});
afterAll(() => connection.close());
const db = () => connection.ofShop(1);

async function vehicle() {
  const { jobId, stageId } = value(await importBuild(as(db()), exampleFile()));
  const data = await sheetData(db(), jobId, 'Ansa');
  if (!data) throw new Error('the example was not imported');
  return {
    id: data.vehicle.id,
    version: data.vehicle.version,
    document: data.vehicle.document as VehicleFile,
    jobId,
    stageId,
  };
}

const { round, pictures } = drawn({ seed: 21, photos: 6 });
const kept = (more: Partial<KeptRound> = {}): KeptRound => ({
  key: randomUUID(),
  version: 0,
  axle: 'front',
  simulated: false,
  round,
  pictures: pictures.map(({ name, width, height, found }) => ({
    id: randomUUID(),
    name,
    width,
    height,
    turns: 0,
    found: found.map(({ id, corners }) => ({ id, corners: [...corners] })),
  })),
  against: [],
  ...more,
});

describe('a photo round', () => {
  test('is kept with its sightings, from which the same is measured again', async () => {
    const { id } = await vehicle();
    const one = kept();
    const { id: roundId } = value(await keepRound(as(db(), 'Mirre'), id, one));
    expect(await listRounds(db(), id)).toMatchObject([
      { id: roundId, axle: 'front', side: 'left', simulated: false, pictures: 6, person: 'Mirre' },
    ]);
    const whole = value(await wholeRound(db(), roundId));
    const again = measureRound(whole.round, whole.pictures);
    expect(again.ok && again.value.points).toEqual(whole.measured.points);
    expect(whole.measured.points.length).toBeGreaterThan(20);
    expect(whole.measured.views).toHaveLength(6);
    expect(whole.held).toEqual([]);
    // Sent again because its answer was lost, it stands once.
    expect(value(await keepRound(as(db()), id, one)).id).toBe(roundId);
    expect(await listRounds(db(), id)).toHaveLength(1);
  });

  test('that was added to takes the place of the one before, and of no other version', async () => {
    const { id } = await vehicle();
    const all = kept();
    const first = { ...all, pictures: all.pictures.slice(0, 5), round: { ...round } };
    delete first.round.states;
    const more = { ...all, round: first.round, version: 1 };
    const [a, b] = [value(await keepRound(as(db()), id, first)), value(await keepRound(as(db()), id, more))];
    expect(b).toEqual({ id: a.id, version: 2 });
    expect(await listRounds(db(), id)).toMatchObject([{ pictures: 6 }]);
    // Somebody who had the first before them is told, and overwrites nothing.
    const late = await keepRound(as(db()), id, { ...first, version: 1, simulated: true });
    expect(late).toMatchObject({ ok: false, refusal: { status: 409 } });
    const other = await vehicle();
    expect(await keepRound(as(db()), other.id, more)).toMatchObject({ ok: false, refusal: { status: 422 } });
  });

  test('keeps its pictures as the sensor has them, with nothing but their pixels, until it is taken out', async () => {
    const { id } = await vehicle();
    const one = kept();
    const { id: roundId } = value(await keepRound(as(db()), id, one));
    const picture = one.pictures[0]?.id ?? '';
    const taken = await sharp({ create: { width: 900, height: 600, channels: 3, background: '#446688' } })
      .withExif({ IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '54/1 3/1 0/1' } })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    value(await keepRoundPicture(db(), roundId, picture, taken));
    const bytes = await roundPicture(db(), roundId, picture, false);
    const said = await sharp(bytes).metadata();
    expect(said).toMatchObject({ format: 'jpeg', width: 900, height: 600 });
    expect([said.exif, said.orientation]).toEqual([undefined, undefined]);
    expect(value(await wholeRound(db(), roundId)).held).toEqual([picture]);
    expect(JSON.stringify(await keepRoundPicture(db(), roundId, randomUUID(), taken))).toContain(
      'none of this round',
    );
    expect(
      JSON.stringify(await keepRoundPicture(db(), roundId, picture, Buffer.from('no picture'))),
    ).toContain('cannot be read');
    value(await removeRound(db(), roundId));
    expect(await db().select().from(roundPictures).where(eq(roundPictures.roundId, roundId))).toEqual([]);
    expect(await wholeRound(db(), roundId)).toMatchObject({ ok: false, refusal: { status: 404 } });
  });

  test('stands on the customer’s copy, before and with the package drawn in, once a picture is there', async () => {
    const { id, jobId, stageId } = await vehicle();
    const ctx = await contextIn(connection);
    const pictureOf = async () =>
      value(await paperOf(ctx, jobId, 'copy', stageId)).blocks.flatMap((block) =>
        block.kind === 'pictures' ? block.items : [],
      );
    const one = kept();
    const { id: roundId } = value(await keepRound(as(db()), id, one));
    expect(await pictureOf()).toEqual([]);
    const grey = await sharp({ create: { width: 1200, height: 900, channels: 3, background: '#888888' } })
      .jpeg()
      .toBuffer();
    for (const picture of one.pictures) value(await keepRoundPicture(db(), roundId, picture.id, grey));
    const items = await pictureOf();
    expect(items.map(({ caption }) => caption)).toEqual([
      'As photographed, front left',
      'This package drawn in, to scale: the body stays, the wheel moves',
    ]);
    const [before, after] = await Promise.all(
      items.map(async ({ jpeg }) => {
        const { data, info } = await sharp(Buffer.from(jpeg, 'base64'))
          .greyscale()
          .raw()
          .toBuffer({ resolveWithObject: true });
        return { dark: data.filter((level) => level < 60).length / data.length, width: info.width };
      }),
    );
    expect(before).toEqual({ dark: 0, width: 900 });
    expect(after?.dark).toBeGreaterThan(0.02);
    // The order, which the fitter reads, has none.
    const order = value(await paperOf(ctx, jobId, 'order', stageId));
    expect(order.blocks.some(({ kind }) => kind === 'pictures')).toBe(false);
  });

  test('goes with its vehicle', async () => {
    const { id } = await vehicle();
    const { id: roundId } = value(await keepRound(as(db()), id, kept()));
    await db().delete(jobs).where(eq(jobs.vehicleId, id));
    await db().delete(vehicles).where(eq(vehicles.id, id));
    expect(await wholeRound(db(), roundId)).toMatchObject({ ok: false });
  });

  test('that cannot be is refused by field', async () => {
    const { id } = await vehicle();
    const bad = async (body: unknown): Promise<string> =>
      JSON.stringify(await sent(keptRoundSchema, body, (read) => keepRound(as(db()), id, read)));
    const [first] = kept().pictures;
    expect(await bad(kept({ key: 'x' }))).toContain('"path":"key"');
    expect(await bad({ ...kept(), pictures: [] })).toContain('"path":"pictures"');
    expect(
      await bad({ ...kept(), pictures: [{ ...first, found: [{ id: 900, corners: [] }] }, first] }),
    ).toContain('pictures.0.found.0.id');
    // Two pictures in which nothing was found measure nothing.
    const empty = kept()
      .pictures.slice(0, 2)
      .map((one) => ({ ...one, found: [] }));
    const { states: _, ...stateless } = round;
    expect(await bad(kept({ pictures: empty, round: stateless }))).toContain('plate');
    expect(await keepRound(as(db()), 999_999, kept())).toMatchObject({ ok: false, refusal: { status: 404 } });
  });
});

test('photographs are learned as a reader of their own, against the tape and against test fits', async () => {
  const { id, version, document, jobId, stageId } = await vehicle();
  expect((await learned(db())).photographs).toEqual([]);
  const against = [
    { obstacle: 'lip', mm: 0.5, spreadMm: 3 },
    { obstacle: 'liner', mm: -0.1, spreadMm: 3 },
  ];
  value(await keepRound(as(db()), id, kept({ against })));
  // Drawn pictures teach nothing.
  value(
    await keepRound(
      as(db()),
      id,
      kept({ simulated: true, against: [{ obstacle: 'lip', mm: 40, spreadMm: 3 }] }),
    ),
  );
  const obstacle = document.corners.front.obstacles[0]?.id ?? '';
  const marked: VehicleFile = {
    ...document,
    readings: [
      {
        path: `corners.front.obstacles.${obstacle}`,
        device: 'photographs, left',
        simulated: false,
        at: '2026-11-30T08:00:00Z',
      },
    ],
  };
  value(await documents.save(as(db()), [{ subject: 'vehicle', id, version, document: marked }]));
  const reading = testReading({ obstacle, gapMm: 30, errorMm: 1 });
  value(
    await writeLog(as(db()), jobId, [
      { kind: 'test-fit', id: randomUUID(), at: '2026-11-30T09:00:00Z', by: 'Ansa', stageId, reading },
    ]),
  );
  const { photographs } = await learned(db());
  const tape = photographs.find(({ group }) => group === 'photographs, against the tape');
  expect(tape).toMatchObject({ count: 2 });
  expect(tape?.mm).toBeCloseTo(0.2, 6);
  expect(photographs.find(({ group }) => group === 'photographs, against test fits')).toMatchObject({
    count: 1,
  });
});
