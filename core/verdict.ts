import type { Assessment } from './assess';
import { AXLES, type AxleName, type Build } from './build';
import type { Cure, CureKind } from './clearance/cures';
import { showWithUnit, type UnitSystem } from './units/quantity';

const mm = (value: number, units: UnitSystem): string =>
  showWithUnit(units === 'metric' ? Math.round(value) : value, 'length', units);

/** A pose in words: `at 31° inside lock, 18 mm up`. */
export function poseWords(lockDeg: number, travelMm: number, units: UnitSystem): string {
  const lock =
    Math.abs(lockDeg) < 0.05
      ? 'straight ahead'
      : `at ${Math.abs(lockDeg).toFixed(0)}° ${lockDeg > 0 ? 'inside' : 'outside'} lock`;
  const travel =
    Math.abs(travelMm) < 0.5
      ? 'at ride height'
      : `${mm(Math.abs(travelMm), units)} ${travelMm > 0 ? 'up' : 'down'}`;
  return `${lock}, ${travel}`;
}

/** The same, short: `16° inside, 78 mm down`. */
export function poseShort(lockDeg: number, travelMm: number, units: UnitSystem): string {
  return poseWords(lockDeg, travelMm, units)
    .replace(/^at /, '')
    .replace(' lock', '')
    .replace('at ride height', 'ride');
}

export const CURE_WORDS: Record<CureKind, string> = {
  spring: 'more spring lift',
  bracket: 'more bracket lift',
  body: 'more body lift',
  'bump-stop': 'lower bump stop',
  inboard: 'more offset (wheel further in)',
  outboard: 'less offset (wheel further out)',
  cut: 'of trimming',
};

export function labelOf(build: Build, axle: AxleName, id: string): string {
  const obstacle = build.vehicle.corners[axle].obstacles.find((one) => one.id === id);
  return obstacle ? obstacle.label || obstacle.id : id;
}

const ZONE_WORDS = { street: 'street', trail: 'trail', all: 'whole' } as const;

function cureWords(cures: readonly Cure[], units: UnitSystem): string {
  const found = cures.filter(({ amountMm }) => amountMm !== null).slice(0, 2);
  if (found.length === 0) return cures.length > 0 ? ' No single change that was tried frees it.' : '';
  const words = found
    .map(({ kind, amountMm }) => `${mm(amountMm ?? 0, units)} ${CURE_WORDS[kind]}`)
    .join(' or ');
  return ` ${words.charAt(0).toUpperCase()}${words.slice(1)} frees it.`;
}

/**
 * The one sentence that matters now: a wheel that does not mount, else what is met or nearest, where, by how
 * much, and what would free it. `cures` may be those of either axle; the worse axle's are used.
 */
export function sentenceOf(
  build: Build,
  assessment: Assessment,
  cures: readonly Cure[],
  units: UnitSystem,
): string {
  const unmountable = assessment.wheel.checks.find(({ status }) => status === 'fail');
  if (unmountable) return unmountable.message;
  const hanging = assessment.checks.find(({ status }) => status === 'fail');
  if (hanging) return hanging.message;
  const [axle] = [...AXLES].sort(
    (a, b) => assessment.fit[a].leastClearanceMm - assessment.fit[b].leastClearanceMm,
  );
  if (axle === undefined) throw new Error('a build has two axles');
  const { at, leastClearanceMm, grade } = assessment.fit[axle];
  const name = labelOf(build, axle, at.obstacle);
  const pose = poseWords(at.lockDeg, at.travelMm, units);
  const side = axle === 'front' ? 'Front tire' : 'Rear tire';
  const zone = ZONE_WORDS[build.use.zone];
  if (grade === 'free')
    return `${side} clears everything in the ${zone} zone; nearest is the ${name}, ${mm(leastClearanceMm, units)} away ${pose}.`;
  const help = cureWords(
    cures.filter((cure) => cure.axle === axle),
    units,
  );
  if (grade === 'close')
    return `${side} passes the ${name} with ${mm(leastClearanceMm, units)}, less than the margin of ${mm(build.use.marginMm, units)}, ${pose}.${help}`;
  return `${side} meets the ${name} by ${mm(-leastClearanceMm, units)} ${pose}.${help}`;
}
