import type { Build } from '../format/build';
import { GRADE_WORDS, type Grade } from '../clearance/grade';
import { tireSize } from '../tire/size';
import { labelOf } from '../verdict';
import { inMm, say, type Wording } from '../wording';
import { withChanges, type Change } from './change';

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

const joined = (all: readonly Wording[], last: string): Wording =>
  all.reduce<Wording>(
    (before, one, i) =>
      i === 0 ? one : i === all.length - 1 ? say`${before}${last}${one}` : say`${before}, ${one}`,
    '',
  );

/** What of an offer was tried without the rest of it, and what that leaves in the way. */
export type Lesser = { changes: Change[]; leaves: { axle: 'front' | 'rear'; obstacle: string }[] };

/** What an offer does, in one sentence; for more than one change also why none of them can be left out. */
export function offerWords(
  build: Build,
  changes: readonly Change[],
  grade: Grade,
  lesser: readonly Lesser[],
): Wording {
  const does = say`${GRADE_WORDS[grade]} with ${joined(
    changes.map((change) => changeWords(build, change)),
    ' and ',
  )}.`;
  const why = lesser.flatMap(({ changes: some, leaves }) => {
    const [first] = leaves;
    if (!first) return [];
    const more = leaves.length - 1;
    return [
      say`without ${joined(
        changes.filter((change) => !some.includes(change)).map((change) => changeWords(build, change)),
        ' and ',
      )} the ${labelOf(build, first.axle, first.obstacle)} stays in the way${more > 0 ? ` (and ${more} more)` : ''}`,
    ];
  });
  return why.length === 0 ? does : say`${does} Nothing of it can be left out: ${joined(why, '; ')}.`;
}
