import { inMm, inNm, say, type Wording } from '../wording';
import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import { offeredRatios } from './driveline';
import type { Axle } from '../format/driveline';
import { strengthOf, type AxleStrength } from './strength';
import { STEEL_MPA } from '../format/steel';

/** One change to an axle's parts, as it would be tried. */
export type Upgrade = { id: string; words: Wording; build: Build };

/** What a heavier joint or a larger axle commonly gains. Estimates; the maker's figure of the part that is bought wins. */
const USUAL_GAIN = { joint: 1.35, ringMm: 20 } as const;

function withAxle(build: Build, axle: AxleName, change: Partial<Axle>): Build {
  const { axles } = build.vehicle;
  if (!axles) return build;
  return {
    ...build,
    vehicle: { ...build.vehicle, axles: { ...axles, [axle]: { ...axles[axle], ...change } } },
  };
}

/** The upgrades worth trying at an axle, each as the build that it would make. */
export function upgradesOf(build: Build, axle: AxleName): Upgrade[] {
  const part = build.vehicle.axles?.[axle];
  if (!part?.driven) return [];
  const list: Upgrade[] = [];
  const { shaft, joint, ringGearMm, outputPeakNm } = part;
  if (shaft) {
    const stronger = (Object.keys(STEEL_MPA) as (keyof typeof STEEL_MPA)[]).filter(
      (steel) => STEEL_MPA[steel] > STEEL_MPA[shaft.steel],
    );
    for (const steel of stronger)
      list.push({
        id: `shaft-${steel}`,
        words: `shafts of ${steel} instead of ${shaft.steel}`,
        build: withAxle(build, axle, { shaft: { ...shaft, steel } }),
      });
    const splines = shaft.splines;
    if (splines !== undefined && shaft.diameterMm === undefined)
      list.push({
        id: 'shaft-splines',
        words: `shafts with ${splines + 2} splines instead of ${splines}`,
        build: withAxle(build, axle, { shaft: { ...shaft, splines: splines + 2 } }),
      });
  }
  if (joint?.peakNm !== undefined)
    list.push({
      id: 'joint',
      words: `a joint of ${Math.round(joint.peakNm * USUAL_GAIN.joint)} N·m (${USUAL_GAIN.joint} times, an estimate)`,
      build: withAxle(build, axle, { joint: { ...joint, peakNm: joint.peakNm * USUAL_GAIN.joint } }),
    });
  for (const differential of ['open', 'locker'] as const)
    if (part.differential !== differential)
      list.push({
        id: differential,
        words: differential === 'locker' ? 'a locker' : 'an open differential',
        build: withAxle(build, axle, { differential }),
      });
  const ratio = build.package.axleRatio ?? build.vehicle.stock.axleRatio;
  for (const other of offeredRatios(build))
    if (Math.abs(other - ratio) > 0.005)
      list.push({
        id: `ratio-${other}`,
        words: `${other.toFixed(2)} gears instead of ${ratio.toFixed(2)}`,
        build: { ...build, package: { ...build.package, axleRatio: other } },
      });
  if (ringGearMm !== undefined && outputPeakNm === undefined)
    list.push({
      id: 'axle',
      words: say`an axle with a ring of ${inMm(ringGearMm + USUAL_GAIN.ringMm)}`,
      build: withAxle(build, axle, { ringGearMm: ringGearMm + USUAL_GAIN.ringMm }),
    });
  else if (outputPeakNm !== undefined)
    list.push({
      id: 'axle',
      words: say`an axle of ${inNm(outputPeakNm * USUAL_GAIN.joint, 0)} (${USUAL_GAIN.joint} times, an estimate)`,
      build: withAxle(build, axle, { outputPeakNm: outputPeakNm * USUAL_GAIN.joint }),
    });
  return list;
}

/** A part of the catalog for an axle, or gears; price and days null where nobody said. */
export type OfferedPart = {
  id: number;
  words: string;
  price: number | null;
  days: number | null;
  part: 'shaft' | 'joint' | 'locker' | 'axle' | 'gears';
  steel?: keyof typeof STEEL_MPA;
  peakNm?: number;
  axleRatio?: number;
};

/** What a part of the catalog makes of an axle; null where it changes nothing that is judged there. */
function withPart(
  build: Build,
  axle: AxleName,
  { part, steel, peakNm, axleRatio }: OfferedPart,
): Build | null {
  const { shaft, joint, differential } = build.vehicle.axles?.[axle] ?? {};
  switch (part) {
    case 'shaft':
      return shaft && steel ? withAxle(build, axle, { shaft: { ...shaft, steel } }) : null;
    case 'joint':
      return joint && peakNm !== undefined ? withAxle(build, axle, { joint: { ...joint, peakNm } }) : null;
    case 'locker':
      return differential === 'locker' ? null : withAxle(build, axle, { differential: 'locker' });
    case 'axle':
      return peakNm === undefined ? null : withAxle(build, axle, { outputPeakNm: peakNm });
    case 'gears':
      return axleRatio === undefined ? null : { ...build, package: { ...build.package, axleRatio } };
  }
}

/** What the catalog has for an axle, each as the build that it would make: by its maker's figure, not by what is usual. */
export function offeredUpgrades(build: Build, axle: AxleName, offered: readonly OfferedPart[]): Upgrade[] {
  if (!build.vehicle.axles?.[axle].driven) return [];
  return offered.flatMap((one): Upgrade[] => {
    const made = withPart(build, axle, one);
    if (!made) return [];
    const price = one.price === null ? 'price not known' : String(one.price);
    const days =
      one.days === null ? 'delivery not known' : one.days === 0 ? 'on the shelf' : `${one.days} days`;
    return [{ id: `item-${one.id}`, words: `${one.words} (${price}, ${days})`, build: made }];
  });
}

/** The ladder of one axle with an upgrade tried on it; null where the build lacks what strength needs. */
export function strengthWith(upgrade: Upgrade, axle: AxleName): AxleStrength | null {
  const strength = strengthOf(upgrade.build);
  return strength.ok ? strength.value[axle] : null;
}
