import type { AxleName } from '../format/names';
import { G } from '../load/masses';
import type { Source } from '../load/pressure';
import type { Axle, Powertrain } from '../format/driveline';
import { STEEL_MPA } from '../format/steel';

const MM_PER_INCH = 25.4;

/** Grip, how much weight shifts onto one wheel, and shock, by how it is driven. Rules of thumb. */
export const STYLES = {
  touring: { mu: 0.7, shift: 1.2, shock: 1 },
  trail: { mu: 0.8, shift: 1.3, shock: 1.1 },
  crawl: { mu: 0.95, shift: 1.4, shock: 1.1 },
  bounce: { mu: 1, shift: 1.6, shock: 2 },
} as const;
/** A clutch that is let go adds this to the shock. */
const CLUTCH_SHOCK = 1.2;
/** Both wheels of an axle together never carry more than this share of its load. */
const AXLE_SHIFT = 1.2;
/** Ring and pinion without a maker's figure: 9000 N·m at a ring of 216 mm, growing with its cube. An estimate. */
const RING_NM = { peak: 9000, atMm: 216 } as const;
/** A limited-slip without a maker's figure. An estimate. */
export const USUAL_BIAS = 2.5;
/** What of an axle's torque one shaft may get: half, all of it, or as a limited-slip's bias divides it. */
export function shaftShare({
  differential,
  torqueBias = USUAL_BIAS,
}: Pick<Axle, 'differential' | 'torqueBias'>): number {
  if (differential === 'limited') return torqueBias / (1 + torqueBias);
  return differential === 'locker' ? 1 : 0.5;
}

/** Ring and pinion pulling on the back of their teeth. An estimate. */
const COAST_SIDE = 0.8;
/** What is left of a ring and pinion by the side of its teeth that drives this axle; undefined where the cut is not known. */
export function toothSideShare({ gearCut }: Pick<Axle, 'gearCut'>, axle: AxleName): number | undefined {
  if (gearCut === undefined) return undefined;
  return (gearCut === 'standard') === (axle === 'front') ? COAST_SIDE : 1;
}

/** Torque in N·m that reaches one shaft, and the ring gear, of an axle. */
export function demandsNm(
  powertrain: Powertrain,
  axle: Axle,
  style: keyof typeof STYLES,
  state: { radiusM: number; axleRatio: number },
  axleLoadKg: number,
): { shaft: number; ring: number } {
  const { mu, shift, shock } = STYLES[style];
  const peak = Math.max(...powertrain.torqueCurve.map(([, nm]) => nm));
  // Sent whole to the axle under test: the other may be off the ground.
  const engine =
    peak *
    powertrain.stallTorqueRatio *
    (powertrain.gears[0] ?? 1) *
    powertrain.lowRange *
    state.axleRatio *
    powertrain.efficiency;
  const oneWheel = mu * shift * (axleLoadKg / 2) * G * state.radiusM;
  const both = mu * AXLE_SHIFT * axleLoadKg * G * state.radiusM;
  const times = shock * (powertrain.transmission === 'manual' ? CLUTCH_SHOCK : 1);
  const share = shaftShare(axle);
  return {
    shaft: Math.min(engine * share, oneWheel) * times,
    ring: Math.min(engine, both) * times,
  };
}

/** Torque in N·m that a shaft takes: τ·π·d³/16, d at the root of 24/48 pitch splines or at its neck. */
export function shaftCapacityNm({
  splines,
  diameterMm,
  steel,
}: NonNullable<Axle['shaft']>): number | undefined {
  const d = diameterMm ?? (splines === undefined ? undefined : (MM_PER_INCH * (splines - 1.35)) / 24);
  return d === undefined ? undefined : (STEEL_MPA[steel] * Math.PI * d ** 3) / 16 / 1000;
}

/** Torque in N·m that a joint takes at a lock angle: a universal loses with its cosine, a constant-velocity one does not. */
export function jointCapacityNm(joint: NonNullable<Axle['joint']>, lockDeg: number): number | undefined {
  if (joint.peakNm === undefined) return undefined;
  return joint.kind === 'universal' ? joint.peakNm * Math.cos((lockDeg * Math.PI) / 180) : joint.peakNm;
}

/** Ring and pinion: the maker's peak at the stock ratio, less where the pinion has fewer teeth; else an estimate. */
export function ringCapacityNm(
  { outputPeakNm, ringGearMm, pinionTeeth }: Axle,
  ratio: number,
  stockRatio: number,
): { nm: number; source: Source } | undefined {
  const teethAt = (one: number): number | undefined =>
    Object.entries(pinionTeeth ?? {}).find(([key]) => Math.abs(Number(key) - one) < 0.005)?.[1];
  const [now, before] = [teethAt(ratio), teethAt(stockRatio)];
  const share = now !== undefined && before !== undefined ? now / before : 1;
  if (outputPeakNm !== undefined) return { nm: outputPeakNm * share, source: 'maker' };
  if (ringGearMm !== undefined)
    return { nm: RING_NM.peak * (ringGearMm / RING_NM.atMm) ** 3 * share, source: 'estimate' };
  return undefined;
}
