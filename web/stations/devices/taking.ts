import { now } from '../../state/clock';
import type { DeviceInfo } from '../../../server/devices/device';
import type { DeviceReading } from '../../../server/devices/settle';
import { withReadings } from '../../../core/log/deviceReading';
import { editVehicle, type Edited } from '../../state/store';

/** Where a device's figures can go: a name for the button, the channels that have to be settled, and the change. */
export type Take = {
  id: string;
  words: string;
  needs: readonly string[];
  /** Places in the vehicle and what they become. */
  values: (of: (channel: string) => number) => Readonly<Record<string, number>>;
  /** Whether the figures make sense there. */
  fits?: (of: (channel: string) => number) => boolean;
};

const rounded = (value: number, digits: number): number => Number(value.toFixed(digits));

export const TAKES: Readonly<Record<DeviceInfo['kind'], readonly Take[]>> = {
  'corner-scales': [
    {
      id: 'front',
      words: 'Take the front axle',
      needs: ['front-left', 'front-right'],
      values: (of) => ({ 'massKg.front': rounded(of('front-left') + of('front-right'), 0) }),
    },
    {
      id: 'rear',
      words: 'Take the rear axle',
      needs: ['rear-left', 'rear-right'],
      values: (of) => ({ 'massKg.rear': rounded(of('rear-left') + of('rear-right'), 0) }),
    },
  ],
  'turn-plate': [
    {
      id: 'inside',
      words: 'Take as inside lock',
      needs: ['angle'],
      fits: (of) => of('angle') > 5,
      values: (of) => ({ 'corners.front.steering.lockInsideDeg': rounded(of('angle'), 1) }),
    },
    {
      id: 'outside',
      words: 'Take as outside lock',
      needs: ['angle'],
      fits: (of) => of('angle') < -5,
      values: (of) => ({ 'corners.front.steering.lockOutsideDeg': rounded(-of('angle'), 1) }),
    },
  ],
  'alignment-bench': [
    {
      id: 'caster',
      words: 'Take caster and inclination',
      needs: ['caster', 'kpi'],
      values: (of) => ({
        'corners.front.steering.casterDeg': rounded(of('caster'), 2),
        'corners.front.steering.kpiDeg': rounded(of('kpi'), 2),
      }),
    },
  ],
  'road-logger': [],
};

type Tree = { [key: string]: Tree | number | undefined };

/** Puts settled figures into the vehicle, with the device as their source. Undone like any other change. */
export function takeInto(
  device: DeviceInfo,
  take: Take,
  readings: Readonly<Record<string, DeviceReading>>,
): Edited {
  const values = take.values((channel) => readings[channel]?.value ?? NaN);
  return editVehicle((vehicle) => {
    const next = structuredClone(vehicle);
    for (const [path, value] of Object.entries(values)) {
      const keys = path.split('.');
      const last = keys.pop() ?? '';
      let at = next as unknown as Tree;
      for (const key of keys) {
        at[key] ??= {};
        at = at[key] as Tree;
      }
      at[last] = value;
    }
    const at = now().toISOString();
    const taken = Object.keys(values).map((path) => ({
      path,
      device: device.label,
      simulated: device.simulated,
      at,
    }));
    return { ...next, readings: withReadings(vehicle.readings, taken) };
  });
}
