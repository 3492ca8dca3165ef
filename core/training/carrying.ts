import { partWords } from '../format/names';
import { weakestOf } from '../driveline/weakest';
import { PART_NAMES } from '../driveline/strength';
import type { Build } from '../format/build';
import { judged, withPackage, type Lesson, type Values } from './lesson';

const WATER_BEHIND = 0.9;
const WATER_SLACK_KG = 25;

function withWater(base: Build, { kg = 0 }: Values): Build {
  return withPackage(base, {
    addedMass:
      kg > 0
        ? [
            ...base.package.addedMass,
            {
              label: 'water',
              massKg: kg,
              behindFrontAxleMm: base.vehicle.wheelbaseMm * WATER_BEHIND,
              heightMm: 900,
            },
          ]
        : base.package.addedMass,
  });
}

/** What carries it and what drives it. */
export const CARRYING: readonly Lesson[] = [
  {
    id: 'axle',
    title: 'Which axle runs out',
    question:
      'A water tank goes in over the rear axle. Fill it until the first axle is as full as its rating allows, and no further.',
    build: 'holloway-2-tires-and-lift',
    axle: 'rear',
    controls: () => [
      { id: 'kg', words: 'Water', kind: 'tape', quantity: 'mass', min: 0, max: 1200, step: 10, start: 0 },
    ],
    apply: withWater,
    facts: (base, _values, assessment) => {
      const { axleKg, grossKg } = assessment().load;
      return [
        { words: 'front axle', value: axleKg.front, quantity: 'mass', digits: 0 },
        { words: 'rear axle', value: axleKg.rear, quantity: 'mass', digits: 0 },
        { words: 'all of it', value: grossKg, quantity: 'mass', digits: 0 },
        ...(['front', 'rear', 'gross'] as const).flatMap((which) => {
          const rating = base.vehicle.ratingsKg[which];
          return rating === undefined
            ? []
            : [{ words: `rating, ${which}`, value: rating, quantity: 'mass' as const, digits: 0 }];
        }),
      ];
    },
    judge: (base, _values, assessment) => {
      const { axleKg, grossKg } = assessment().load;
      const left = Math.min(
        (base.vehicle.ratingsKg.front ?? Infinity) - axleKg.front,
        (base.vehicle.ratingsKg.rear ?? Infinity) - axleKg.rear,
        (base.vehicle.ratingsKg.gross ?? Infinity) - grossKg,
      );
      return {
        // What is left is less the more is carried.
        ...judged(-left, -WATER_SLACK_KG, 0),
        reason:
          'Each axle and the whole have ratings of their own, and the first that is reached ends it, whatever the others have left. A sum over four tires hides that. Ratings are never exceeded on the strength of a calculation.',
      };
    },
  },
  {
    id: 'first-part',
    title: 'Which part gives first',
    question: 'With this tire and this driving, which part of the front axle has least in hand? Step to it.',
    build: 'halyard-3-wide-and-tall',
    axle: 'front',
    controls: () => [
      {
        id: 'part',
        words: 'Part',
        kind: 'names',
        names: PART_NAMES.map((part, i) => [i, partWords(part)] as const),
        start: PART_NAMES.length - 1,
      },
    ],
    apply: (base) => base,
    facts: (_base, { part = 0 }, assessment) => {
      const one = assessment().strength?.front.parts.find(({ part: name }) => name === PART_NAMES[part]);
      return one?.demandNm === undefined
        ? []
        : [{ words: 'torque that it has to bear, N m', value: one.demandNm, quantity: 'plain', digits: 0 }];
    },
    judge: (_base, { part = 0 }, assessment) => {
      const first = weakestOf(assessment().strength?.front.parts ?? []);
      return {
        right: first?.part === PART_NAMES[part],
        reason: first
          ? `The ${partWords(first.part)} bears ${first.factor.toFixed(2)} times what is asked of it, less than any other. Where one part is meant to give first, choose the one that is mended beside the track. Makers’ limits come first.`
          : 'Its strength is not known.',
      };
    },
  },
  {
    id: 'gearing',
    title: 'Bring the engine back',
    question:
      'The tire is larger, so that the engine turns slower. Which axle ratio brings it back to what it was?',
    build: 'halyard-2-full-build',
    axle: 'rear',
    controls: ({ vehicle }) => [
      {
        id: 'ratio',
        words: 'Axle ratio',
        kind: 'tape',
        quantity: 'plain',
        min: 3,
        max: 5.5,
        step: 0.01,
        start: vehicle.stock.axleRatio,
      },
    ],
    apply: (base, { ratio = 4 }) => withPackage(base, { axleRatio: ratio }),
    facts: (base, _values, assessment) => {
      const { tire } = assessment();
      return [
        { words: 'tire larger by, %', value: tire.diameterChangePct, quantity: 'plain', digits: 1 },
        { words: 'ratio as delivered', value: base.vehicle.stock.axleRatio, quantity: 'plain', digits: 2 },
      ];
    },
    judge: (_base, { ratio = 4 }, assessment) => {
      const { equivalentRatio } = assessment().driveline;
      return {
        ...judged(ratio / equivalentRatio, 0.99, 1.01),
        reason: `The ratio grows as the tire does: ${equivalentRatio.toFixed(2)}. When between two, many take the deeper and keep room for a larger tire later.`,
      };
    },
  },
];
