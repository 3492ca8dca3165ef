import type { Axle, Powertrain } from '../../../core/format/driveline';
import type { Fault } from '../../../core/format/fields';
import { readList, readPairs, showList, showPairs } from '../../../core/units/list';

/** Powertrain and axles as a form holds them: every figure as it is typed. */
export type Typed = Record<string, string>;

const text = (value: string | number | undefined): string => (value === undefined ? '' : String(value));

export function typedPowertrain(one: Powertrain | undefined): Typed {
  return {
    kind: one?.kind ?? 'engine',
    transmission: one?.transmission ?? 'automatic',
    gears: one ? showList(one.gears) : '',
    lowRange: text(one?.lowRange),
    torqueCurve: one ? showPairs(one.torqueCurve) : '',
    idleRpm: text(one?.idleRpm),
    redlineRpm: text(one?.redlineRpm),
    stallTorqueRatio: text(one?.stallTorqueRatio),
    efficiency: text(one?.efficiency),
    dragAreaM2: text(one?.dragAreaM2),
  };
}

export function typedAxle(one: Axle | undefined): Typed {
  return {
    driven: one ? (one.driven ? 'yes' : 'no') : 'yes',
    ratios: one ? showList(one.ratios) : '',
    ringGearMm: text(one?.ringGearMm),
    pinionTeeth: Object.entries(one?.pinionTeeth ?? {})
      .map(([ratio, teeth]) => `${ratio}:${teeth}`)
      .join(' '),
    outputPeakNm: text(one?.outputPeakNm),
    splines: text(one?.shaft?.splines),
    diameterMm: text(one?.shaft?.diameterMm),
    steel: one?.shaft?.steel ?? '',
    jointKind: one?.joint?.kind ?? '',
    jointPeakNm: text(one?.joint?.peakNm),
    differential: one?.differential ?? 'open',
    bearingKind: one?.hubBearing?.kind ?? '',
    bearingInboardMm: text(one?.hubBearing?.inboardMm),
  };
}

type Reader = {
  number: (key: string) => number | undefined;
  list: (key: string) => number[];
  pairs: (key: string) => [number, number][];
  faults: Fault[];
};

function readerOf(typed: Typed, at: string): Reader {
  const faults: Fault[] = [];
  const taken = <T>(
    key: string,
    read: { ok: true; value: T } | { ok: false; message: string },
    none: T,
  ): T => {
    if (read.ok) return read.value;
    faults.push({ path: `${at}.${key}`, message: read.message });
    return none;
  };
  return {
    faults,
    number: (key) => {
      const list = taken(key, readList(typed[key] ?? ''), []);
      if (list.length > 1)
        faults.push({ path: `${at}.${key}`, message: 'is more than one number; give one' });
      return list[0];
    },
    list: (key) => taken(key, readList(typed[key] ?? ''), []),
    pairs: (key) => taken(key, readPairs(typed[key] ?? ''), []),
  };
}

/** Keys that were left empty are left out. */
function given(entries: Record<string, unknown>): Record<string, unknown> {
  return Object.fromEntries(Object.entries(entries).filter(([, value]) => value !== undefined));
}

type Built = { value: Record<string, unknown>; faults: Fault[] };

/** The powertrain of the file; what is typed wrongly is named, the format says the rest. */
export function powertrainOf(typed: Typed): Built {
  const read = readerOf(typed, 'vehicle.powertrain');
  const value = given({
    kind: typed['kind'],
    transmission: typed['transmission'],
    gears: read.list('gears'),
    lowRange: read.number('lowRange'),
    torqueCurve: read.pairs('torqueCurve'),
    idleRpm: read.number('idleRpm'),
    redlineRpm: read.number('redlineRpm'),
    stallTorqueRatio: read.number('stallTorqueRatio'),
    efficiency: read.number('efficiency'),
    dragAreaM2: read.number('dragAreaM2'),
  });
  return { value, faults: read.faults };
}

export function axleOf(typed: Typed, axle: string): Built {
  const read = readerOf(typed, `vehicle.axles.${axle}`);
  const splines = read.number('splines');
  const diameterMm = read.number('diameterMm');
  const peakNm = read.number('jointPeakNm');
  const inboardMm = read.number('bearingInboardMm');
  const teeth = read.pairs('pinionTeeth');
  const value = given({
    driven: typed['driven'] === 'yes',
    ringGearMm: read.number('ringGearMm'),
    ratios: read.list('ratios'),
    pinionTeeth:
      teeth.length > 0 ? Object.fromEntries(teeth.map(([ratio, n]) => [String(ratio), n])) : undefined,
    outputPeakNm: read.number('outputPeakNm'),
    shaft: typed['steel'] ? given({ splines, diameterMm, steel: typed['steel'] }) : undefined,
    joint: typed['jointKind'] ? given({ kind: typed['jointKind'], peakNm }) : undefined,
    differential: typed['differential'],
    hubBearing: typed['bearingKind'] ? given({ kind: typed['bearingKind'], inboardMm }) : undefined,
  });
  return { value, faults: read.faults };
}
