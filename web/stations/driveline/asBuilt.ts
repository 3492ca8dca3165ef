import type { Result } from '../../../core/result';
import type { Axle, Powertrain } from '../../../core/format/driveline';
import type { Fault } from '../../../core/format/fields';
import { readQuantity, show, unitSize, type Quantity, type UnitSystem } from '../../../core/units/quantity';
import { readList, readPairs, showList, showPairs } from '../../../core/units/list';

/** Powertrain and axles as a form holds them: every figure as it is typed. */
export type Typed = Record<string, string>;

const text = (value: string | number | undefined): string => (value === undefined ? '' : String(value));

/** Fields that hold a quantity with a unit: shown and typed in the units of the person, stored metric. */
export const QUANTITY_OF: Readonly<Record<string, Quantity>> = {
  dragAreaM2: 'area',
  torqueCurve: 'torque',
  ringGearMm: 'length',
  outputPeakNm: 'torque',
  diameterMm: 'length',
  jointPeakNm: 'torque',
  bearingInboardMm: 'length',
  pinionJointPeakNm: 'torque',
  differentialPeakNm: 'torque',
};

/** A quantity as its field shows it; what is not known is empty. */
const quantity = (key: string, value: number | undefined, units: UnitSystem): string =>
  value === undefined ? '' : show(value, QUANTITY_OF[key] ?? 'plain', units);

export function typedPowertrain(one: Powertrain | undefined, units: UnitSystem): Typed {
  return {
    kind: one?.kind ?? 'engine',
    transmission: one?.transmission ?? 'automatic',
    gears: one ? showList(one.gears) : '',
    lowRange: text(one?.lowRange),
    torqueCurve: one
      ? showPairs(
          one.torqueCurve.map(([rpm, nm]) => [rpm, Number(show(nm, 'torque', units))] as [number, number]),
        )
      : '',
    idleRpm: text(one?.idleRpm),
    redlineRpm: text(one?.redlineRpm),
    stallTorqueRatio: text(one?.stallTorqueRatio),
    efficiency: text(one?.efficiency),
    dragAreaM2: quantity('dragAreaM2', one?.dragAreaM2, units),
  };
}

export function typedAxle(one: Axle | undefined, units: UnitSystem): Typed {
  return {
    driven: one ? (one.driven ? 'yes' : 'no') : 'yes',
    ratios: one ? showList(one.ratios) : '',
    ringGearMm: quantity('ringGearMm', one?.ringGearMm, units),
    pinionTeeth: Object.entries(one?.pinionTeeth ?? {})
      .map(([ratio, teeth]) => `${ratio}:${teeth}`)
      .join(' '),
    outputPeakNm: quantity('outputPeakNm', one?.outputPeakNm, units),
    splines: text(one?.shaft?.splines),
    diameterMm: quantity('diameterMm', one?.shaft?.diameterMm, units),
    steel: one?.shaft?.steel ?? '',
    jointKind: one?.joint?.kind ?? '',
    jointPeakNm: quantity('jointPeakNm', one?.joint?.peakNm, units),
    differential: one?.differential ?? 'open',
    torqueBias: text(one?.torqueBias),
    differentialPeakNm: quantity('differentialPeakNm', one?.differentialPeakNm, units),
    gearCut: one?.gearCut ?? '',
    pinionJointPeakNm: quantity('pinionJointPeakNm', one?.pinionJoint?.peakNm, units),
    bearingKind: one?.hubBearing?.kind ?? '',
    bearingInboardMm: quantity('bearingInboardMm', one?.hubBearing?.inboardMm, units),
  };
}

type Reader = {
  number: (key: string) => number | undefined;
  /** A field of `QUANTITY_OF`, as it is stored. */
  quantity: (key: string) => number | undefined;
  list: (key: string) => number[];
  pairs: (key: string) => [number, number][];
  faults: Fault[];
};

function readerOf(typed: Typed, at: string, units: UnitSystem): Reader {
  const faults: Fault[] = [];
  const taken = <T>(key: string, read: Result<T, { message: string }>, none: T): T => {
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
    quantity: (key) => {
      const words = typed[key]?.trim() ?? '';
      return words === ''
        ? undefined
        : taken<number | undefined>(key, readQuantity(words, QUANTITY_OF[key] ?? 'plain', units), undefined);
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
export function powertrainOf(typed: Typed, units: UnitSystem): Built {
  const read = readerOf(typed, 'vehicle.powertrain', units);
  const value = given({
    kind: typed['kind'],
    transmission: typed['transmission'],
    gears: read.list('gears'),
    lowRange: read.number('lowRange'),
    torqueCurve: read.pairs('torqueCurve').map(([rpm, torque]) => [rpm, torque * unitSize('torque', units)]),
    idleRpm: read.number('idleRpm'),
    redlineRpm: read.number('redlineRpm'),
    stallTorqueRatio: read.number('stallTorqueRatio'),
    efficiency: read.number('efficiency'),
    dragAreaM2: read.quantity('dragAreaM2'),
  });
  return { value, faults: read.faults };
}

export function axleOf(typed: Typed, axle: string, units: UnitSystem): Built {
  const read = readerOf(typed, `vehicle.axles.${axle}`, units);
  const splines = read.number('splines');
  const diameterMm = read.quantity('diameterMm');
  const peakNm = read.quantity('jointPeakNm');
  const inboardMm = read.quantity('bearingInboardMm');
  const pinionJointNm = read.quantity('pinionJointPeakNm');
  const teeth = read.pairs('pinionTeeth');
  const value = given({
    driven: typed['driven'] === 'yes',
    ringGearMm: read.quantity('ringGearMm'),
    ratios: read.list('ratios'),
    pinionTeeth:
      teeth.length > 0 ? Object.fromEntries(teeth.map(([ratio, n]) => [String(ratio), n])) : undefined,
    outputPeakNm: read.quantity('outputPeakNm'),
    shaft: typed['steel'] ? given({ splines, diameterMm, steel: typed['steel'] }) : undefined,
    joint: typed['jointKind'] ? given({ kind: typed['jointKind'], peakNm }) : undefined,
    differential: typed['differential'],
    torqueBias: read.number('torqueBias'),
    differentialPeakNm: read.quantity('differentialPeakNm'),
    gearCut: typed['gearCut'] || undefined,
    pinionJoint: pinionJointNm === undefined ? undefined : { peakNm: pinionJointNm },
    hubBearing: typed['bearingKind'] ? given({ kind: typed['bearingKind'], inboardMm }) : undefined,
  });
  return { value, faults: read.faults };
}
