import { wordingText } from './wording';
import type { Assessment } from './assess';
import { AXLES, type AxleName } from './format/names';
import type { Build } from './format/build';
import type { Cure } from './clearance/cures/cures';
import { unitOfCure, type CureKind } from './clearance/cures/kinds';
import { decidingLeast } from './clearance/decidingLeast';
import { GRADES, reaches } from './clearance/grade';
import { grownDecides } from './tire/grown';
import { zoneName } from './clearance/zone';
import { showRounded, type UnitSystem } from './units/quantity';

const mm = (value: number, units: UnitSystem): string => showRounded(value, 'length', units);

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
  forward: 'axle further forward',
  back: 'axle further back',
  'lock-stop': 'less lock',
  inboard: 'more offset (wheel further in)',
  outboard: 'less offset (wheel further out)',
  spacer: 'spacer',
  width: 'narrower tire',
  diameter: 'smaller tire',
  cut: 'of trimming',
};

/** The amount of a cure with its unit. */
export function cureAmount(kind: CureKind, amount: number, units: UnitSystem): string {
  return unitOfCure(kind) === '°' ? `${amount}°` : mm(amount, units);
}

export function labelOf(build: Build, axle: AxleName, id: string): string {
  const obstacle = build.vehicle.corners[axle].obstacles.find((one) => one.id === id);
  return obstacle ? obstacle.label || obstacle.id : id;
}

function cureWords(cures: readonly Cure[], units: UnitSystem): string {
  const found = cures.filter(({ amount }) => amount !== null).slice(0, 2);
  if (found.length === 0) return cures.length > 0 ? ' No single change that was tried frees it.' : '';
  const words = found
    .map(({ kind, amount, leaves }) => {
      const words = `${cureAmount(kind, amount ?? 0, units)} ${CURE_WORDS[kind]}`;
      // Cutting brings what can be cut to the margin; the rest stays where it is.
      return leaves ? `${words} (but for what cannot be cut)` : words;
    })
    .join(' or ');
  return ` ${words.charAt(0).toUpperCase()}${words.slice(1)} frees it.`;
}

/** `the left`, `the right` or nothing, before the name of what was measured on one side alone. */
export function sideWords(side: 'left' | 'right' | 'both' | undefined): string {
  return side === undefined || side === 'both' ? '' : `${side} `;
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
  if (unmountable) return wordingText(unmountable.message, units);
  const overloaded = assessment.load.checks.find(({ status }) => status === 'fail');
  if (overloaded) return wordingText(overloaded.message, units);
  const hanging = assessment.checks.find(({ status }) => status === 'fail');
  if (hanging) return wordingText(hanging.message, units);
  const [axle] = [...AXLES].sort(
    (a, b) =>
      GRADES.indexOf(assessment.fit[b].grade) - GRADES.indexOf(assessment.fit[a].grade) ||
      decidingLeast(assessment.fit[a], build.use).leastClearanceMm -
        decidingLeast(assessment.fit[b], build.use).leastClearanceMm,
  );
  if (axle === undefined) throw new Error('a build has two axles');
  const { grade, byObstacle: asSold, grown } = assessment.fit[axle];
  const decides = grownDecides(build.use);
  // A tire grows in service: where that makes it worse, it is said with it.
  const later =
    !decides && !reaches(grown.grade, grade)
      ? ` Grown in service: ${grown.leastClearanceMm < 0 ? `meets the ${labelOf(build, axle, grown.at.obstacle)} by ${mm(-grown.leastClearanceMm, units)}` : `${mm(grown.leastClearanceMm, units)} to the ${labelOf(build, axle, grown.at.obstacle)}`}.`
      : '';
  const ofGrown = asSold
    .filter(({ obstacle }) => obstacle === grown.at.obstacle)
    .map((one) => ({
      ...one,
      ...grown.at,
      leastClearanceMm: grown.leastClearanceMm,
      accepted: grown.leastClearanceMm < 0 && grade === 'close',
    }));
  const nearest = [...(decides ? ofGrown : asSold)].sort((a, b) => a.leastClearanceMm - b.leastClearanceMm);
  // What the job lets pass is told only where nothing else is short of the margin.
  const other = nearest.find(({ accepted }) => !accepted);
  const kissed = nearest.find(({ accepted }) => accepted);
  const { marginMm } = build.use;
  const told = kissed && (!other || other.leastClearanceMm >= marginMm) ? kissed : (other ?? kissed);
  if (!told) throw new Error('a corner has obstacles');
  const gap = told.leastClearanceMm;
  const name = `${sideWords(told.side)}${labelOf(build, axle, told.obstacle)}`;
  // What was measured on one side stands for both until the other is measured.
  const sides = told.side === 'both' ? ', on both sides' : '';
  const pose = `${poseWords(told.lockDeg, told.travelMm, units)}${sides}`;
  const tire = `${axle === 'front' ? 'Front tire' : 'Rear tire'}${decides ? ', grown in service,' : ''}`;
  if (grade === 'free')
    return `${tire} clears everything in the ${zoneName(build.use)} zone; nearest is the ${name}, ${mm(gap, units)} away ${pose}.${later}`;
  if (told.accepted)
    return `${tire} kisses the ${name} by ${mm(-gap, units)} ${pose}, which this job lets pass.`;
  const help = cureWords(
    cures.filter((cure) => cure.axle === axle && cure.obstacle === null),
    units,
  );
  return grade === 'close'
    ? `${tire} passes the ${name} with ${mm(gap, units)}, less than the margin of ${mm(marginMm, units)}, ${pose}.${later}${help}`
    : `${tire} meets the ${name} by ${mm(-gap, units)} ${pose}.${later}${help}`;
}
