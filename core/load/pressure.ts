import type { Tire } from '../format/tire';
import type { TireSize } from '../tire/size';
import { codeOf } from '../tire/size';
import { G } from './masses';
import { FLANGE_HEIGHT_MM } from '../wheel/geometry';

/** A figure and where it comes from. */
export type Source = 'measured' | 'maker' | 'estimate';

/** How load falls with pressure, by kind of tire: load = maxLoad·(P/P_ref)^n. */
const EXPONENT = { passenger: 0.8, light: 0.7 } as const;
/** Where the makers' tables of a kind begin, kPa: no road pressure is recommended under it. */
const ROAD_FLOOR_KPA = { passenger: 180, light: 240 } as const;
/** Under these a bead may come off its seat, kPa. */
const TRAIL_FLOOR_KPA = { plain: 100, beadlock: 55 } as const;
const STEP_KPA = 5;

const roundedUp = (kpa: number): number => Math.ceil(kpa / STEP_KPA - 1e-9) * STEP_KPA;

/** LT, flotation and plain numeric tires are light-truck tires; passenger and C types are of one kind here. */
function kindOf(tire: Tire): keyof typeof EXPONENT {
  const { form, service } = codeOf(tire);
  if (service === 'commercial' || service === 'camper') return 'passenger';
  return form === 'metric' && service !== 'light-truck' ? 'passenger' : 'light';
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

/** Load in kg that a load table gives at a pressure, linear between its rows; its ends beyond them. */
function tableLoadKg(table: readonly (readonly [kpa: number, kg: number])[], kpa: number): number {
  const rows = [...table].sort((a, b) => a[0] - b[0]);
  const above = rows.findIndex(([at]) => at >= kpa);
  if (above < 0) return rows.at(-1)?.[1] ?? 0;
  const [low, high] = [rows[above - 1], rows[above]];
  if (!low || !high) return rows[0]?.[1] ?? 0;
  return low[1] + ((high[1] - low[1]) * (kpa - low[0])) / (high[0] - low[0]);
}

/** What a tire carries at a pressure, kg, and where that is from; undefined where neither table nor maximum are known. */
export function loadAtKpa(
  tire: Tire,
  size: TireSize,
  kpa: number,
): { kg: number; source: Source } | undefined {
  const { loadTable, maxPressureKpa } = tire;
  if (loadTable && loadTable.length > 0) return { kg: tableLoadKg(loadTable, kpa), source: 'maker' };
  if (!size.maxLoadKg || maxPressureKpa === undefined) return undefined;
  const share = Math.min(1, kpa / maxPressureKpa) ** EXPONENT[kindOf(tire)];
  return { kg: size.maxLoadKg.single * share, source: 'estimate' };
}

export type RoadPressure = { kpa: number; source: Source; enough: boolean };

/**
 * Road pressure in kPa for a load per tire (the reserve already in it): the maker's load table where there is one,
 * else load = maxLoad·(P/P_ref)^n, an estimate. The largest of that, of what carries `asDelivered` (what the tire as delivered
 * carries at the placard's pressure, where it is known) and of the floor of its kind; rounded up to 5 kPa, never over the tire's
 * or the valve's limit: `enough` says whether that carries the load. undefined where neither table nor maximum load and
 * pressure are known.
 */
export function roadPressure(
  tire: Tire,
  size: TireSize,
  loadKg: number,
  valveMaxKpa = Infinity,
  asDelivered?: { kg: number; source: Source },
): RoadPressure | undefined {
  const limitKpa = tire.maxPressureKpa;
  const { loadTable } = tire;
  const kind = kindOf(tire);
  let kpaFor: (kg: number) => number;
  let source: Source = 'estimate';
  if (loadTable && loadTable.length > 0) {
    kpaFor = (kg) => tablePressureKpa(loadTable, kg);
    source = 'maker';
  } else if (size.maxLoadKg && limitKpa !== undefined) {
    const { single } = size.maxLoadKg;
    kpaFor = (kg) => limitKpa * (kg / single) ** (1 / EXPONENT[kind]);
  } else return undefined;
  const neededKpa = kpaFor(loadKg);
  const placardKpa = asDelivered ? kpaFor(asDelivered.kg) : 0;
  // Where the placard decides and what it says of the old tire is an estimate, so is this.
  if (placardKpa > neededKpa && asDelivered?.source === 'estimate') source = 'estimate';
  const lastRow = loadTable ? Math.max(...loadTable.map(([kpa]) => kpa)) : Infinity;
  const most = Math.min(limitKpa ?? Infinity, lastRow, valveMaxKpa);
  const mostNeeded = Math.max(neededKpa, placardKpa);
  const wanted = Math.max(ROAD_FLOOR_KPA[kind], Number.isFinite(mostNeeded) ? roundedUp(mostNeeded) : most);
  return { kpa: Math.min(wanted, most), source, enough: neededKpa <= most + 1e-9 };
}

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

const KPA_PER_N_MM2 = 1000;

export type Sidewall = { usableMm: number; deflectionMm: number; contactLengthMm: number };

/**
 * Usable sidewall, deflection under a load per tire, and the length on the ground, mm: load over pressure and tread width.
 * Estimates.
 */
export function sidewallAt(tire: Tire, size: TireSize, loadKg: number, kpa: number): Sidewall {
  const deflectionMm = loadKg / (stiffnessPerKpa(tire, size) * kpa + STIFFNESS_EMPTY);
  return {
    usableMm: size.sectionHeightMm - FLANGE_HEIGHT_MM,
    deflectionMm,
    contactLengthMm: (loadKg * G) / ((kpa / KPA_PER_N_MM2) * size.treadWidthMm),
  };
}

/**
 * The lowest pressure in kPa, rounded up to 5, at which deflection stays under its share of the usable sidewall, and not under
 * what keeps its bead on. The
 * speed that goes with it is left to the tire's maker. An estimate.
 */
export function trailPressureKpa(
  tire: Tire,
  size: TireSize,
  bead: keyof typeof TRAIL_SHARE,
  loadKg: number,
): number {
  const most = TRAIL_SHARE[bead] * (size.sectionHeightMm - FLANGE_HEIGHT_MM);
  const kpa = (loadKg / most - STIFFNESS_EMPTY) / stiffnessPerKpa(tire, size);
  return Math.max(TRAIL_FLOOR_KPA[bead], roundedUp(kpa));
}
