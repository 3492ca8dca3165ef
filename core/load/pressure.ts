import type { Tire } from '../format/tire';
import type { TireSize } from '../tire/size';
import { codeOf } from '../tire/size';

/** A figure and where it comes from. */
export type Source = 'measured' | 'maker' | 'estimate';

/** How load falls with pressure, by kind of tire: load = maxLoad·(P/P_ref)^n. */
const EXPONENT = { passenger: 0.8, light: 0.7 } as const;
const ROAD_FLOOR_KPA = 180;
const STEP_KPA = 5;

const roundedUp = (kpa: number): number => Math.ceil(kpa / STEP_KPA - 1e-9) * STEP_KPA;

/** LT and flotation tires hold load to the power 0.7 of pressure, passenger and C types to 0.8. */
function exponentOf(tire: Tire): number {
  const code = codeOf(tire);
  return code.form === 'metric' && code.service !== 'light-truck' ? EXPONENT.passenger : EXPONENT.light;
}

/** Pressure in kPa at which a load table carries `loadKg`, linear between its rows; beyond its last row, Infinity. */
export function tablePressureKpa(
  table: readonly (readonly [kpa: number, kg: number])[],
  loadKg: number,
): number {
  const rows = [...table].sort((a, b) => a[0] - b[0]);
  const [first] = rows;
  if (!first) return Infinity;
  if (loadKg <= first[1]) return first[0];
  for (let i = 1; i < rows.length; i++) {
    const [below, above] = [rows[i - 1], rows[i]];
    if (!below || !above || loadKg > above[1]) continue;
    return below[0] + ((above[0] - below[0]) * (loadKg - below[1])) / (above[1] - below[1]);
  }
  return Infinity;
}

export type RoadPressure = { kpa: number; source: Source; enough: boolean };

/**
 * Road pressure in kPa for a load per tire (the reserve already in it): the maker's load table where there is one,
 * else load = maxLoad·(P/P_ref)^n, an estimate. Rounded up to 5 kPa, never under 180, never over the tire's or the valve's limit:
 * `enough` says whether that carries the load. undefined where neither table nor maximum load and pressure are known.
 */
export function roadPressure(
  tire: Tire,
  size: TireSize,
  loadKg: number,
  valveMaxKpa = Infinity,
): RoadPressure | undefined {
  const limitKpa = tire.maxPressureKpa;
  const { loadTable } = tire;
  let neededKpa: number;
  let source: Source;
  if (loadTable && loadTable.length > 0) {
    neededKpa = tablePressureKpa(loadTable, loadKg);
    source = 'maker';
  } else if (size.maxLoadKg && limitKpa !== undefined) {
    neededKpa = limitKpa * (loadKg / size.maxLoadKg.single) ** (1 / exponentOf(tire));
    source = 'estimate';
  } else return undefined;
  const lastRow = loadTable ? Math.max(...loadTable.map(([kpa]) => kpa)) : Infinity;
  const most = Math.min(limitKpa ?? Infinity, lastRow, valveMaxKpa);
  const wanted = Math.max(ROAD_FLOOR_KPA, Number.isFinite(neededKpa) ? roundedUp(neededKpa) : most);
  return { kpa: Math.min(wanted, most), source, enough: neededKpa <= most + 1e-9 };
}

/** Stands inside the sidewall and is not to be met, mm: the J flange. */
const FLANGE_MM = 17.5;
/** What of the usable sidewall may be pressed in off the road; a beadlock holds the tire on with less. */
export const TRAIL_SHARE = { plain: 0.3, beadlock: 0.35 } as const;

/**
 * The part of the vertical stiffness that grows with pressure, kgf/mm per kPa (Rhyne 2005, belted radials):
 * K = 0.00028·P·√((1.03 − 0.004·aspect)·S·(S·aspect/50 + rim)) + 3.45. Lengths mm.
 */
function stiffnessPerKpa(tire: Tire, size: TireSize): number {
  const code = codeOf(tire);
  const width = size.sectionWidthMm;
  const aspect = code.form === 'metric' ? code.aspectPct : (100 * size.sectionHeightMm) / width;
  const rimMm = 25.4 * code.rimIn;
  return 0.00028 * Math.sqrt((1.03 - 0.004 * aspect) * width * ((width * aspect) / 50 + rimMm));
}
const STIFFNESS_EMPTY = 3.45;

/** Pressures from `lowKpa` to `highKpa` in equal steps, with what the sidewall does at each under one load. */
export function sidewallCurve(
  tire: Tire,
  size: TireSize,
  loadKg: number,
  [lowKpa, highKpa]: readonly [number, number],
  steps = 24,
): (Sidewall & { kpa: number })[] {
  return Array.from({ length: steps + 1 }, (_, i) => {
    const kpa = lowKpa + ((highKpa - lowKpa) * i) / steps;
    return { kpa, ...sidewallAt(tire, size, loadKg, kpa) };
  });
}

export type Sidewall = { usableMm: number; deflectionMm: number; contactLengthMm: number };

/** Usable sidewall, deflection under a load per tire, and the length on the ground that it gives, mm. Estimates. */
export function sidewallAt(tire: Tire, size: TireSize, loadKg: number, kpa: number): Sidewall {
  const deflectionMm = loadKg / (stiffnessPerKpa(tire, size) * kpa + STIFFNESS_EMPTY);
  const diameter = size.overallDiameterMm;
  return {
    usableMm: size.sectionHeightMm - FLANGE_MM,
    deflectionMm,
    contactLengthMm: 2 * Math.sqrt(Math.max(0, diameter * deflectionMm - deflectionMm ** 2)),
  };
}

/**
 * The lowest pressure in kPa, rounded up to 5, at which deflection stays under its share of the usable sidewall. The
 * speed that goes with it is left to the tire's maker. An estimate.
 */
export function trailPressureKpa(
  tire: Tire,
  size: TireSize,
  bead: keyof typeof TRAIL_SHARE,
  loadKg: number,
): number {
  const most = TRAIL_SHARE[bead] * (size.sectionHeightMm - FLANGE_MM);
  const kpa = (loadKg / most - STIFFNESS_EMPTY) / stiffnessPerKpa(tire, size);
  return Math.max(0, roundedUp(kpa));
}
