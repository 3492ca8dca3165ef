import { AIR_KG_PER_M3, type Running } from './gearing';
import { G } from '../load/masses';
import type { Powertrain } from '../format/driveline';

export type Electric = {
  /** Force at the wheels with the whole torque from standstill, N. */
  wheelForceN: { stock: number; package: number };
  /** Share of range lost at cruise, per cent, and how much of it each cause takes. */
  rangeLossPct: { total: number; rolling: number; drag: number; mass: number };
};

/** Force against the vehicle on the level at a speed, N: rolling resistance and drag. */
function resistanceN(one: Running, speedKmh: number): number {
  const v = speedKmh / 3.6;
  return one.rollingResistance * one.massKg * G + 0.5 * AIR_KG_PER_M3 * one.dragAreaM2 * v * v;
}

/**
 * What a package costs an electric vehicle: wheel force at the same torque, and the range lost at a steady speed on
 * the level. Range goes with the inverse of the resistance; each cause is counted with the others as delivered, so
 * their sum may differ a little from the whole. An estimate: climbing, heating and wind are left out.
 */
export function electricOf(
  powertrain: Powertrain,
  running: { stock: Running; package: Running },
  cruiseKmh: number,
): Electric {
  const peakNm = Math.max(...powertrain.torqueCurve.map(([, nm]) => nm));
  const forceN = (one: Running): number =>
    (peakNm * (powertrain.gears[0] ?? 1) * one.axleRatio * powertrain.efficiency) /
    (one.circumferenceMm / (2000 * Math.PI));
  const { stock, package: now } = running;
  const before = resistanceN(stock, cruiseKmh);
  const lost = (change: Partial<Running>): number =>
    (1 - before / resistanceN({ ...stock, ...change }, cruiseKmh)) * 100;
  return {
    wheelForceN: { stock: forceN(stock), package: forceN(now) },
    rangeLossPct: {
      total: lost(now),
      rolling: lost({ rollingResistance: now.rollingResistance }),
      drag: lost({ dragAreaM2: now.dragAreaM2 }),
      mass: lost({ massKg: now.massKg }),
    },
  };
}
