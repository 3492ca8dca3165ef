import type { Channel, Device, DeviceInfo, OnTheBench, Sample } from './device';

/** What a simulated unit shows `tS` seconds after it was opened, with its own noise. */
type Signal = (tS: number, noise: (size: number) => number, bench: OnTheBench) => Sample[];

/** The same noise every time, uniform between −size and size. */
function noiseFrom(seed: number): (size: number) => number {
  let state = seed;
  return (size) => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state / 2 ** 31 - 1) * size;
  };
}

const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));

/** A unit that shows `signal` every `everyMs`; `speedUp` is how much faster its own time runs than the clock. */
function simulated(
  info: Omit<DeviceInfo, 'simulated'>,
  signal: Signal,
  { everyMs = 200, speedUp = 1, burst = 1 } = {},
): Device {
  let closings = 0;
  return {
    describe: () => ({ ...info, simulated: true }),
    open: async function* (bench) {
      const mine = closings;
      const noise = noiseFrom(20_261_125);
      const stepS = (everyMs / 1000) * (speedUp / burst);
      for (let step = 0; mine === closings;) {
        const list: Sample[] = [];
        for (let k = 0; k < burst; k++, step++) list.push(...signal(step * stepS, noise, bench));
        yield list;
        await wait(everyMs);
      }
    },
    close: () => {
      closings++;
    },
  };
}

const channel = (id: string, label: string, unit: Channel['unit']): Channel => ({ id, label, unit });

/** How a corner of the vehicle shares its axle's weight, and what is wrong with the pad under it. */
const PADS = [
  { id: 'front-left', label: 'Front left', axle: 'front', share: 0.502, drift: 0, scale: 1 },
  { id: 'front-right', label: 'Front right', axle: 'front', share: 0.498, drift: 0.02, scale: 1 },
  { id: 'rear-left', label: 'Rear left', axle: 'rear', share: 0.5, drift: 0, scale: 1.03 },
  { id: 'rear-right', label: 'Rear right', axle: 'rear', share: 0.5, drift: 0, scale: 1 },
] as const;

/** Rolling on sets it rocking; it comes to rest in some seconds. */
const rocking = (tS: number): number => Math.exp(-tS / 1.4) * Math.cos(5.5 * tS);

const scales = simulated(
  {
    id: 'corner-scales',
    kind: 'corner-scales',
    label: 'Four corner scales',
    channels: PADS.map(({ id, label }) => channel(id, label, 'kg')),
  },
  (tS, noise, { massKg }) =>
    PADS.map(({ id, axle, share, drift, scale }) => ({
      channel: id,
      value: massKg[axle] * share * scale * (1 + 0.12 * rocking(tS)) + drift * tS + noise(0.3),
    })),
);

/** A hand that turns the wheel: where it holds, in shares of lock, and when it gets there. */
const HAND = [
  [0, 0],
  [3, 0],
  [6, 1],
  [12, 1],
  [17, -1],
  [23, -1],
  [26, 0],
  [30, 0],
] as const;

function handAt(tS: number): number {
  const t = tS % 30;
  const next = HAND.findIndex(([at]) => at >= t);
  const [[t0, a], [t1, b]] = [HAND[Math.max(0, next - 1)] ?? HAND[0], HAND[Math.max(0, next)] ?? HAND[0]];
  return t1 > t0 ? a + ((b - a) * (t - t0)) / (t1 - t0) : a;
}

const plate = simulated(
  {
    id: 'turn-plate',
    kind: 'turn-plate',
    label: 'Turn plate, left wheel',
    channels: [channel('angle', 'Angle, + turned outward', '°')],
  },
  (tS, noise, { lockDeg }) => {
    const share = handAt(tS);
    return [
      { channel: 'angle', value: share * (share > 0 ? lockDeg.inside : lockDeg.outside) + noise(0.05) },
    ];
  },
);

const bench = simulated(
  {
    id: 'alignment-bench',
    kind: 'alignment-bench',
    label: 'Alignment bench, front',
    channels: [
      channel('caster', 'Caster', '°'),
      channel('kpi', 'Kingpin inclination', '°'),
      channel('camber', 'Camber', '°'),
      channel('toe', 'Toe, both wheels', '°'),
    ],
  },
  (tS, noise, { casterDeg, kpiDeg }) =>
    (
      [
        ['caster', casterDeg - 0.35],
        ['kpi', kpiDeg + 0.2],
        ['camber', -0.4],
        ['toe', 0.12],
      ] as const
    ).map(([id, value]) => ({ channel: id, value: value + 0.8 * rocking(tS / 1.5) + noise(0.01) })),
);

/** How much smaller than calculated the tire of the invented drive rolls: what a log is there to find. */
export const SIMULATED_ROLL = 0.983;
const SHIFT_KMH = [16, 30, 48, 68, 90, 105];

/** Speed in km/h on an invented road over the hills, from standstill. */
function roadKmh(tS: number): number {
  const hills = 58 + 34 * Math.sin(tS / 61) + 11 * Math.sin(tS / 17.3) + 5 * Math.sin(tS / 6.1);
  return Math.max(0, hills * Math.min(1, tS / 20));
}

const logger = simulated(
  {
    id: 'road-logger',
    kind: 'road-logger',
    label: 'Speed and rpm logger, an invented road at thirty times its pace',
    channels: [
      channel('time', 'Time', 's'),
      channel('speed', 'Satellite speed', 'km/h'),
      channel('rpm', 'Engine', 'rpm'),
    ],
  },
  (tS, noise, { gears, axleRatio, circumferenceMm }) => {
    const kmh = roadKmh(tS);
    const wanted = SHIFT_KMH.findIndex((limit) => kmh < limit);
    const gear = gears[wanted < 0 ? gears.length - 1 : Math.min(wanted, gears.length - 1)] ?? 1;
    const turning = (kmh * gear * axleRatio * 60_000) / (3.6 * circumferenceMm * SIMULATED_ROLL);
    // Now and then a clutch is down and the engine does as it likes.
    const loose = Math.sin(tS * 1.7) > 0.96 ? 0.7 : 1;
    return [
      { channel: 'time', value: tS },
      { channel: 'speed', value: Math.max(0, kmh + noise(0.6)) },
      { channel: 'rpm', value: Math.max(750, turning * loose + noise(25)) },
    ];
  },
  { everyMs: 200, speedUp: 30, burst: 12 },
);

/** The units that ship, for want of real ones. */
export const SIMULATED: readonly Device[] = [scales, plate, bench, logger];
