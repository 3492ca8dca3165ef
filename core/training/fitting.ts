import { assess } from '../assess';
import { inMm, say } from '../wording';
import type { Build } from '../format/build';
import { labelOf } from '../verdict';
import { judged, length, tapeMm, withLift, withPackage, type Lesson } from './lesson';

const HELP_MM = 8;
const LEAST_CUT_SLACK_MM = 3;

/** The same package before anything is cut, and what then has to give first. */
const uncut = (base: Build): Build => withPackage(base, { cuts: [] });
function firstCut(base: Build): { obstacle: string; depthMm: number; meetsMm: number } {
  const { cutsNeeded, byObstacle } = assess(uncut(base)).fit.front;
  const deepest = cutsNeeded.reduce((a, b) => (b.depthMm > a.depthMm ? b : a), { obstacle: '', depthMm: 0 });
  const met = byObstacle.find(({ obstacle }) => obstacle === deepest.obstacle);
  return { ...deepest, meetsMm: -(met?.leastClearanceMm ?? 0) };
}

/** What meets what, and what frees it. */
export const FITTING: readonly Lesson[] = [
  {
    id: 'spring',
    title: 'Why did the spring lift not help here',
    question: say`The front wheel is nearest at full bump. Win ${inMm(HELP_MM)} there.`,
    build: 'rook-1-long-tour',
    axle: 'front',
    controls: ({ package: { lift } }) => [
      tapeMm('spring', 'Spring lift', [0, 90], lift.front.springMm),
      tapeMm('stop', 'Longer bump stop', [0, 60], lift.front.bumpStopMm),
    ],
    apply: (base, { spring = 0, stop = 0 }) =>
      withLift(base, 'front', { springMm: spring, bumpStopMm: stop }),
    facts: (_base, _values, assessment) => [
      length('least clearance, front', assessment().fit.front.leastClearanceMm),
    ],
    judge: (base, values, assessment) => {
      const before = assess(base).fit.front.leastClearanceMm;
      const gained = assessment().fit.front.leastClearanceMm - before;
      const stop = (values['stop'] ?? 0) > base.package.lift.front.bumpStopMm;
      return {
        right: gained >= HELP_MM,
        reason: `Springs change where the vehicle stands. The place where the wheel meets the body at full bump is set by the bump stop, and taller springs leave it where it was${stop ? '; a longer stop takes travel away, and with it the place' : ''}.`,
      };
    },
  },
  {
    id: 'least-cut',
    title: 'Find the least cut',
    question: 'Cut as little as brings this edge clear by the margin.',
    build: 'halyard-2-full-build',
    axle: 'front',
    controls: (base) => {
      const { obstacle } = firstCut(base);
      return [tapeMm('mm', `Cut at the ${labelOf(base, 'front', obstacle)}`, [0, 60], 0)];
    },
    apply: (base, { mm = 0 }) => {
      const { obstacle } = firstCut(base);
      return withPackage(base, { cuts: mm > 0 && obstacle ? [{ obstacle, depthMm: mm }] : [] });
    },
    facts: (base, _values, assessment) => {
      const { obstacle } = firstCut(base);
      const fit = assessment().fit.front.byObstacle.find((one) => one.obstacle === obstacle);
      return fit
        ? [length('clearance there', fit.leastClearanceMm), length('margin', base.use.marginMm)]
        : [];
    },
    judge: (base, { mm = 0 }) => {
      const { depthMm, meetsMm } = firstCut(base);
      return {
        ...judged(mm, Math.floor(depthMm), depthMm + LEAST_CUT_SLACK_MM),
        reason: say`It meets by ${inMm(meetsMm, 0)} and shall be clear by ${inMm(base.use.marginMm)}. The wheel comes at the edge aslant and the cut goes square to it: that takes ${inMm(depthMm, 0)} of the edge. Whatever goes beyond that is metal that cannot be put back.`,
      };
    },
  },
  {
    id: 'lock-stop',
    title: 'As much lock as it takes',
    question:
      'Set the lock stop so that the front is clear by the margin, and keep as much lock as that leaves.',
    build: 'holloway-2-tires-and-lift',
    axle: 'front',
    controls: ({ vehicle }) => {
      const most = vehicle.corners.front.steering?.lockInsideDeg ?? 35;
      return [
        {
          id: 'deg',
          words: 'Lock stop',
          kind: 'tape',
          quantity: 'angle',
          min: 20,
          max: most,
          step: 0.5,
          start: most,
        },
      ];
    },
    apply: (base, { deg = 35 }) => withPackage(base, { lockStopDeg: deg }),
    facts: (base, _values, assessment) => [
      length('least clearance, front', assessment().fit.front.leastClearanceMm),
      length('margin', base.use.marginMm),
    ],
    judge: (base, { deg = 35 }, assessment) => {
      const clear = (lockStopDeg: number): boolean =>
        assess(withPackage(base, { lockStopDeg })).fit.front.leastClearanceMm >= base.use.marginMm;
      const enough = assessment().fit.front.leastClearanceMm >= base.use.marginMm;
      return {
        ...(enough && !clear(deg + 1)
          ? { right: true }
          : { right: false, way: enough ? ('more' as const) : ('less' as const) }),
        reason:
          'The wheel comes nearest at the end of the lock. A stop gives that angle away and widens the turning circle, so that no more of it is taken than is needed.',
      };
    },
  },
];
