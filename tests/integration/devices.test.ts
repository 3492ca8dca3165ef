import { as } from '../actor';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { connect, type Connection } from '../../data/client';
import { deviceEvents, deviceList } from '../../server/devices/devices';
import { settling, type DeviceReading } from '../../server/devices/settle';
import { SIMULATED, SIMULATED_ROLL } from '../../server/devices/simulated';
import { fitLog } from '../../core/driveline/roadLog';
import { importBuild } from '../../server/jobs';
import { exampleFile } from '../example';
import { ownShop } from './ownShop';

let connection: Connection;
beforeAll(async () => {
  connection = connect(await ownShop());
});
afterAll(() => connection.close());

async function stage(): Promise<number> {
  const stored = await importBuild(as(connection.ofShop(1)), exampleFile());
  if (!stored.ok) throw new Error('not stored');
  return stored.value.stageId;
}

/** Reads events until `enough` of them came, then goes away. */
async function events(id: string, stageId: number, enough: number): Promise<DeviceReading[][]> {
  const gone = new AbortController();
  const stream = await deviceEvents(connection.ofShop(1), id, stageId, gone.signal);
  if (!stream.ok) throw new Error(stream.refusal.message);
  const reader = stream.value.getReader();
  const text = new TextDecoder();
  const lists: DeviceReading[][] = [];
  while (lists.length < enough) {
    const { done, value } = await reader.read();
    if (done) break;
    const data = /^data: (.*)$/m.exec(text.decode(value))?.[1];
    if (data) lists.push(JSON.parse(data) as DeviceReading[]);
  }
  gone.abort();
  await reader.cancel();
  return lists;
}

describe('devices', () => {
  test('every unit that ships says that it is simulated', () => {
    expect(deviceList()).toHaveLength(4);
    expect(deviceList().every(({ simulated }) => simulated)).toBe(true);
    expect(new Set(deviceList().map(({ kind }) => kind)).size).toBe(4);
  });

  test('a channel has settled when its last figures lie close together, and not before', () => {
    const settle = settling({ within: 1, samples: 3 });
    const at = (value: number) => settle([{ channel: 'a', value }])[0];
    expect(at(10)?.settled).toBe(false);
    expect(at(10.4)?.settled).toBe(false);
    expect(at(10.8)).toEqual({ channel: 'a', value: 10.4, settled: true });
    expect(at(12)?.settled).toBe(false);
  });

  test('the scales rock, come to rest near the axle loads, and one pad reads 3 % high', async () => {
    const lists = await events('corner-scales', await stage(), 50);
    expect(lists[0]?.every(({ settled }) => !settled)).toBe(true);
    const last = Object.fromEntries((lists.at(-1) ?? []).map((one) => [one.channel, one]));
    expect(Object.values(last).every(({ settled }) => settled)).toBe(true);
    // 1000 kg in front, 900 behind.
    expect((last['front-left']?.value ?? 0) + (last['front-right']?.value ?? 0)).toBeCloseTo(1000, -1);
    expect((last['rear-left']?.value ?? 0) / (last['rear-right']?.value ?? 1)).toBeCloseTo(1.03, 2);
  });

  test('a reader that comes back begins anew; a device or stage that is not there is refused', async () => {
    const id = await stage();
    const [first] = await events('turn-plate', id, 2);
    const [again] = await events('turn-plate', id, 1);
    expect(again?.[0]?.settled).toBe(false);
    expect(first?.[0]?.channel).toBe('angle');
    for (const [device, stageId] of [
      ['no-such', id],
      ['turn-plate', 99_999],
    ] as const) {
      const refused = await deviceEvents(connection.ofShop(1), device, stageId, new AbortController().signal);
      expect(refused.ok ? 0 : refused.refusal.status).toBe(404);
    }
  });

  test('two readers do not take the device from each other, closing it ends both', async () => {
    const scales = SIMULATED.find((one) => one.describe().id === 'corner-scales');
    if (!scales) throw new Error('no scales');
    const bench = {
      massKg: { front: 1000, rear: 900 },
      lockDeg: { inside: 35, outside: 30 },
      casterDeg: 4,
      kpiDeg: 11,
      gears: [1],
      axleRatio: 4,
      circumferenceMm: 2400,
    };
    const [a, b] = [scales.open(bench), scales.open(bench)].map((one) => one[Symbol.asyncIterator]());
    expect((await a?.next())?.done).toBe(false);
    expect((await b?.next())?.done).toBe(false);
    expect((await a?.next())?.done).toBe(false);
    scales.close();
    expect((await a?.next())?.done).toBe(true);
    expect((await b?.next())?.done).toBe(true);
  });

  test('the logger’s drive holds what a fit is there to find', async () => {
    const logger = SIMULATED.find((one) => one.describe().kind === 'road-logger');
    if (!logger) throw new Error('no logger');
    const gears = [4, 2.3, 1.4, 1, 0.8];
    const rows: number[][] = [];
    for await (const list of logger.open({
      massKg: { front: 1000, rear: 900 },
      lockDeg: { inside: 35, outside: 30 },
      casterDeg: 4,
      kpiDeg: 11,
      gears,
      axleRatio: 4.1,
      circumferenceMm: 2500,
    })) {
      for (let i = 0; i + 2 < list.length; i += 3)
        rows.push([list[i], list[i + 1], list[i + 2]].map((one) => one?.value ?? NaN));
      if (rows.length >= 600) break;
    }
    const column = (i: number) => Float64Array.from(rows, (row) => row[i] ?? NaN);
    const answer = fitLog(
      {
        speed: { tS: column(0), value: column(1) },
        rpm: { tS: column(0), value: column(2) },
        oneClock: true,
      },
      { gears, axleRatio: 4.1, circumferenceMm: 2500 },
    );
    if (!answer.ok) throw new Error(answer.message);
    expect(answer.value.circumferenceMm / 2500).toBeCloseTo(SIMULATED_ROLL, 2);
  });
});
