import { assess } from '../assess';
import type { Build, Tire, VehicleFile, Wheel } from '../format/build';
import type { Grade } from '../clearance/grade';
import { asDelivered, NO_LIFT } from '../vehicle/asDelivered';
import { STOP_WORDS, type Stop } from './limits';
import { choiceOf } from './found';
import { startSearch } from './search';
import { buildOf, ALREADY_FITTED, kitHeightMm, type OfferedLift, type Space } from './space';
import { limitsSchema } from '../format/searchLimits';
import { readBuild } from '../format/read';

/** A package that is tried on many vehicles. */
export type FleetPackage = { tire: Tire; wheel: Wheel; spacerMm: number };

/** How one vehicle takes it: without a lift, and with the lowest kit that lets nothing touch. */
export type FleetAnswer = {
  /** null where wheel and vehicle do not go together at all. */
  grade: Grade | null;
  leastMm: number | null;
  /** The lowest kit that it is close or free with, where it is not without; null where none is. */
  lift: string | null;
  /** Why not, where it is not; the limit that it fell to. */
  stop: Stop | null;
  words: string;
};

/** Tries a package on a vehicle: as it stands, and with each of the kits that are offered for it. */
export function tryOn(vehicle: VehicleFile, pack: FleetPackage, kits: readonly OfferedLift[]): FleetAnswer {
  const read = readBuild({ format: 'vexlo/build', version: 1, vehicle, package: asDelivered(vehicle) });
  if (!read.ok)
    return { grade: null, leastMm: null, lift: null, stop: null, words: 'this vehicle cannot be read' };
  const base: Build = read.value;
  const none: OfferedLift = { ...ALREADY_FITTED, words: 'no lift', lift: { front: NO_LIFT, rear: NO_LIFT } };
  const space: Space = {
    base,
    tires: [{ ...ALREADY_FITTED, words: pack.tire.code, tire: pack.tire }],
    wheels: [{ ...ALREADY_FITTED, words: 'wheel', wheel: pack.wheel }],
    spacers: [{ ...ALREADY_FITTED, words: 'spacer', spacerMm: pack.spacerMm }],
    lifts: [none, ...[...kits].sort((a, b) => kitHeightMm(a) - kitHeightMm(b))],
    ratios: [{ ...ALREADY_FITTED, words: 'ratio', axleRatio: base.vehicle.stock.axleRatio }],
  };
  const search = startSearch(space, limitsSchema.parse({}), true);
  while (!search.done) search.step(100);
  const { found, fallen, total } = search.state;
  if (total === 0 || fallen.wheel > 0 || fallen.hardware > 0)
    return { grade: null, leastMm: null, lift: null, stop: 'wheel', words: STOP_WORDS.wheel };
  const { grade, fit } = assess(
    buildOf(base, choiceOf(space, { tire: 0, wheel: 0, spacer: 0, lift: 0, ratio: 0 })),
  );
  const leastMm = Math.min(fit.front.leastClearanceMm, fit.rear.leastClearanceMm);
  const asItStands = found.find(({ lift }) => lift === 0);
  if (asItStands) return { grade, leastMm, lift: null, stop: null, words: 'as it stands' };
  const [lowest] = [...found].sort((a, b) => a.lift - b.lift);
  const kit = lowest && space.lifts[lowest.lift];
  const stop: Stop = fallen.load > 0 ? 'load' : 'clearance';
  return {
    grade,
    leastMm,
    lift: kit?.words ?? null,
    stop: kit ? null : stop,
    words: kit ? `with ${kit.words}` : STOP_WORDS[stop],
  };
}
