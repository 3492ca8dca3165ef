import { inMm, say } from '../wording';
import { readTireCode } from '../tire/code';
import { nominalSize, tireSize } from '../tire/size';
import { backspacingMm, wheelPlanes } from '../wheel/geometry';
import { judged, length, tapeMm, withPackage, type Lesson } from './lesson';

const diameterOf = (code: string): number => {
  const read = readTireCode(code);
  return read.ok ? (nominalSize(read.value).diameterMm ?? NaN) : NaN;
};
/** Right within so many mm. */
const near = (value: number, wanted: number, withinMm: number): ReturnType<typeof judged> =>
  judged(value, wanted - withinMm, wanted + withinMm);
const nothingMoves = (): never[] => [];

const SIDEWALL = 'LT255/85R17 121/118Q E';
const ASPECT = ['245/75R16', '245/85R16'] as const;
const WHEEL = { widthIn: 8, offsetMm: 0 };

/** What codes and figures say, before anything is fitted. */
export const READING: readonly Lesson[] = [
  {
    id: 'sidewall',
    title: 'Read this sidewall',
    question: `A sidewall says ${SIDEWALL}. Move the tape to how tall that tire is over all.`,
    build: 'halyard-1-tall-and-narrow',
    axle: 'front',
    straight: true,
    controls: () => [tapeMm('mm', 'Over all', [600, 1000], 700)],
    apply: (base, { mm = 0 }) =>
      withPackage(base, { tire: { code: SIDEWALL, pattern: 'mud', overallDiameterMm: Math.max(600, mm) } }),
    facts: nothingMoves,
    judge: (_base, { mm = 0 }) => {
      const wanted = diameterOf(SIDEWALL);
      return {
        ...near(mm, wanted, 4),
        reason: say`The wheel is 17 in, ${inMm(431.8)}. Each sidewall is 85 per cent of the width that the code says, 255 millimetres: ${inMm(216.75)}, and there are two: ${inMm(wanted, 1)}. The maker’s sheet may differ by up to 3 per cent.`,
      };
    },
  },
  {
    id: 'aspect',
    title: 'From 75 to 85',
    question: `How much taller over all is a ${ASPECT[1]} than a ${ASPECT[0]}? Move the tape to the difference.`,
    build: 'rook-1-long-tour',
    axle: 'front',
    straight: true,
    controls: () => [tapeMm('mm', 'Taller by', [0, 120], 10)],
    apply: (base) => base,
    facts: nothingMoves,
    judge: (_base, { mm = 0 }) => {
      const wanted = diameterOf(ASPECT[1]) - diameterOf(ASPECT[0]);
      return {
        ...near(mm, wanted, 1),
        reason: say`The aspect is a share of the width, not millimetres: ten per cent of 245 is ${inMm(24.5)} of sidewall, twice: ${inMm(wanted, 0)} over all.`,
      };
    },
  },
  {
    id: 'backspacing',
    title: 'Offset and backspacing',
    question:
      'A wheel is 8 in wide between its beads and has no offset. How far is its mounting face from the inner lip, with the rule laid across? Move the tape there.',
    build: 'rook-1-long-tour',
    axle: 'front',
    straight: true,
    controls: () => [tapeMm('mm', 'Backspacing', [60, 180], 80)],
    apply: (base) => base,
    facts: nothingMoves,
    judge: (_base, { mm = 0 }) => {
      const wanted = backspacingMm(WHEEL);
      return {
        ...near(mm, wanted, 3),
        reason: say`The width counts between the beads; the lips stand about half an inch further out on each side. Half of 9 in, and no offset: ${inMm(wanted, 0)}.`,
      };
    },
  },
  {
    id: 'offset',
    title: 'Which way does offset move the wheel',
    question: say`Bring the whole wheel ${inMm(15)} further out, by its offset alone.`,
    build: 'rook-1-long-tour',
    axle: 'front',
    straight: true,
    controls: ({ package: { wheel } }) => [
      tapeMm('mm', 'Offset', [wheel.offsetMm - 40, wheel.offsetMm + 40], wheel.offsetMm),
    ],
    apply: (base, { mm = 0 }) => withPackage(base, { wheel: { ...base.package.wheel, offsetMm: mm } }),
    facts: (base, { mm = 0 }) => {
      const { tire, wheel, spacerMm } = base.package;
      const size = tireSize(tire, wheel.widthIn);
      const edge = (offsetMm: number) => wheelPlanes({ ...wheel, offsetMm }, spacerMm, size).outerEdgeMm;
      return [length('outer edge stands further out by', edge(mm) - edge(wheel.offsetMm))];
    },
    judge: (base, { mm = 0 }) => ({
      ...near(mm, base.package.wheel.offsetMm - 15, 0.5),
      reason: say`Offset is how far the mounting face stands outward of the wheel’s middle. More of it tucks the wheel in; ${inMm(15)} less brings it as far out, and sweeps a larger arc.`,
    }),
  },
];
