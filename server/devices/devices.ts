import { z } from 'zod';
import { tireSize } from '../../core/tire/size';
import type { Queryable } from '../../data/client';
import { countParam, MOST_ID } from '../endpoint';
import { done, missing, type Outcome } from '../errors';
import { exportStage } from '../jobs';
import type { Device, DeviceInfo, OnTheBench } from './device';
import { settling, type DeviceReading, type Stillness } from './settle';
import { SIMULATED } from './simulated';
import { readBuild } from '../../core/format/read';

const all: readonly Device[] = SIMULATED;

/** How still each kind must be; a logger never rests, its rows are taken as they come. */
const STILLNESS: Record<DeviceInfo['kind'], Stillness> = {
  'corner-scales': { within: 1.2, samples: 10 },
  'turn-plate': { within: 0.25, samples: 8 },
  'alignment-bench': { within: 0.06, samples: 10 },
  'road-logger': { within: Infinity, samples: 1 },
};

/** The stage whose vehicle stands on the bench. */
export const streamQuery = z.strictObject({ stage: countParam(1, MOST_ID, 1) });

export const deviceList = (): DeviceInfo[] => all.map((device) => device.describe());

/** What a stage's vehicle would show on the bench; a vehicle without gears has one that neither lifts nor lowers. */
async function onTheBench(db: Queryable, stageId: number): Promise<OnTheBench | undefined> {
  const exported = await exportStage(db, stageId);
  const read = exported && readBuild(exported.file);
  if (!read?.ok) return undefined;
  const { vehicle: standing, package: pack } = read.value;
  const { steering } = standing.corners.front;
  return {
    massKg: standing.massKg,
    lockDeg: { inside: steering?.lockInsideDeg ?? 35, outside: steering?.lockOutsideDeg ?? 30 },
    casterDeg: steering?.casterDeg ?? 4,
    kpiDeg: steering?.kpiDeg ?? 11,
    gears: standing.powertrain?.gears ?? [1],
    axleRatio: pack.axleRatio ?? standing.stock.axleRatio,
    circumferenceMm: tireSize(pack.tire, pack.wheel.widthIn).rollingCircumferenceMm,
  };
}

/**
 * A device's readings for the vehicle of a stage, as a stream of server-sent events: one event a list of readings,
 * each with whether it has settled. Ends when the reader goes; a reader that comes back begins anew.
 */
export async function deviceEvents(
  db: Queryable,
  id: string | undefined,
  stageId: number,
  signal: AbortSignal,
): Promise<Outcome<ReadableStream<Uint8Array>>> {
  const device = all.find((one) => one.describe().id === id);
  if (!device) return missing('device');
  const bench = await onTheBench(db, stageId);
  if (!bench) return missing('stage');
  const settle = settling(STILLNESS[device.describe().kind]);
  const text = new TextEncoder();
  const samples = device.open(bench)[Symbol.asyncIterator]();
  let number = 0;
  const stop = (): void => void samples.return?.(undefined);
  signal.addEventListener('abort', stop);
  return done(
    new ReadableStream<Uint8Array>({
      async pull(controller) {
        const next = await samples.next();
        if (next.done || signal.aborted) {
          controller.close();
          return;
        }
        const readings: DeviceReading[] = settle(next.value);
        controller.enqueue(
          text.encode(
            `${number === 0 ? 'retry: 800\n' : ''}id: ${number++}\ndata: ${JSON.stringify(readings)}\n\n`,
          ),
        );
      },
      cancel: stop,
    }),
  );
}
