import type { Build } from '../format/build';
import type { FreeLimits } from '../format/freeLimits';
import { GRADE_WORDS, type Grade } from '../clearance/grade';
import { tireSize } from '../tire/size';
import { labelOf } from '../verdict';
import { inMm, say, type Wording } from '../wording';
import { withChanges, type Change } from './change';
import type { PartAt } from './corners';

const WAYS = [
  ['forward', 'back'],
  ['outboard', 'inboard'],
  ['up', 'down'],
] as const;

/** One change as a fitter would say it, with the figure it comes to. */
export function changeWords(build: Build, change: Change): Wording {
  const { package: to } = withChanges(build, [change]);
  const { axle } = change;
  switch (change.kind) {
    case 'cut':
      return say`${labelOf(build, axle, change.obstacle)} cut ${inMm(change.amount)}`;
    case 'remove':
      return say`${labelOf(build, axle, change.obstacle)} taken off`;
    case 'move': {
      const moved = change.byMm.flatMap((mm, i) =>
        mm === 0 ? [] : [say`${inMm(Math.abs(mm))} ${WAYS[i]?.[mm > 0 ? 0 : 1] ?? ''}`],
      );
      const [first = '', ...more] = moved;
      return say`${labelOf(build, axle, change.obstacle)} set ${more.reduce<Wording>((all, one) => say`${all} and ${one}`, first)}`;
    }
    case 'lock-stop':
      return `lock stop at ${(to.lockStopDeg ?? 0).toFixed(1)}° (${change.amount.toFixed(1)}° less)`;
    case 'bump-stop':
      return say`${axle} bump stop ${inMm(change.amount)} lower`;
    case 'spacer':
      return say`${inMm(to.spacerMm)} spacers`;
    case 'forward':
    case 'back':
      return say`${axle} axle ${inMm(change.amount)} ${change.kind === 'back' ? 'back' : 'forward'}`;
    case 'inboard':
    case 'outboard':
      return say`wheels of offset ${to.wheel.offsetMm.toFixed(0)} (${inMm(change.amount)} further ${change.kind === 'inboard' ? 'in' : 'out'})`;
    case 'width':
      return say`tires ${inMm(tireSize(to.tire, to.wheel.widthIn).sectionWidthMm, 0)} wide (${inMm(change.amount)} less)`;
    case 'diameter':
      return say`tires ${inMm(tireSize(to.tire, to.wheel.widthIn).overallDiameterMm, 0)} over all (${inMm(change.amount)} less)`;
    case 'spring':
      return say`${inMm(change.amount)} more spring lift, ${axle}`;
    case 'body':
      return say`${inMm(change.amount)} more body lift`;
    case 'bracket':
      return say`${inMm(change.amount)} more bracket lift, ${axle}`;
  }
}

/** Wordings one after the other. */
export const joined = (all: readonly Wording[], between: string, last = between): Wording =>
  all.reduce<Wording>(
    (before, one, i) => (i === 0 ? one : say`${before}${i === all.length - 1 ? last : between}${one}`),
    '',
  );

/** What an offer does, in one sentence. */
export const doesWords = (build: Build, changes: readonly Change[], grade: Grade): Wording =>
  say`${GRADE_WORDS[grade]} with ${joined(
    changes.map((change) => changeWords(build, change)),
    ', ',
    ' and ',
  )}.`;

/** A change of an offer, and what is in the way where the rest of the offer is made without it. */
export type Without = { left: Change; inTheWay: PartAt[] };

/** Why no change of an offer can be left out, in one sentence; nothing where it is a single one. */
export function whyWords(build: Build, without: readonly Without[]): Wording {
  const why = without.flatMap(({ left, inTheWay: [first, ...more] }) =>
    first
      ? [
          say`without ${changeWords(build, left)} the ${first.part.label || first.part.id} stays in the way${more.length > 0 ? ` (and ${more.length} more)` : ''}`,
        ]
      : [],
  );
  return why.length === 0 ? '' : say`Nothing of it can be left out: ${joined(why, '; ')}.`;
}

/** Which limit a change does not keep to; undefined where it keeps to all. */
export function brokenBy(
  build: Build,
  change: Change,
  { avoid, keep, most }: FreeLimits,
): Wording | undefined {
  const { kind, axle } = change;
  if (avoid.includes(kind)) return `“${kind}” is left out`;
  if ('obstacle' in change && keep.includes(change.obstacle))
    return `the ${labelOf(build, axle, change.obstacle)} is to stay as it is`;
  const amount = change.kind === 'move' ? Math.hypot(...change.byMm) : 'amount' in change ? change.amount : 0;
  const may = most[kind];
  if (may === undefined || amount <= may) return undefined;
  return kind === 'lock-stop'
    ? `at most ${may}° of lock may be given up`
    : say`at most ${inMm(may)} of “${kind}” is allowed`;
}
