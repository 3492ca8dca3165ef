import { wordingText } from '../wording';
import type { Assessment } from '../assess';
import type { GradeChance } from '../clearance/sureness';
import { fitSureWords } from '../verdictTail';
import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import { CUT_KINDS } from '../cutting/kinds';
import { tradeoffsOf } from '../tradeoffs';
import { showRounded, showWithUnit, type Quantity, type UnitSystem } from '../units/quantity';
import { RETORQUE } from '../work/retorque';
import { riseMm } from '../vehicle/rise';
import { beforeAfter } from './beforeAfter';
import { elevationBlocks } from './elevationSketch';
import { underTitle, type Block, type Heading, type PaperSheet } from './paper';
import { spareWords } from '../vehicle/spare';
import { decidedCuts, movedParts, placeWords } from '../work/triggers';
import { wayWords } from '../vehicle/partChecks';
import type { Stated } from '../format/jobWork';

/** One row of before and after; nothing where they read alike. */
type Row = [label: string, before: string, after: string];

/** What changes, as it is read: only what does. */
export function changeRows(
  build: Build,
  { tire, speedometer, driveline, load, ground }: Assessment,
  units: UnitSystem,
): Row[] {
  const { vehicle, package: pack } = build;
  const say = (value: number, quantity: Quantity): string => showRounded(value, quantity, units);
  const wheel = ({ diameterIn, widthIn, offsetMm }: typeof pack.wheel): string =>
    `${diameterIn} x ${widthIn} in, offset ${say(offsetMm, 'length')}`;
  const gain = Math.round(tire.groundClearanceGainMm);
  const rows: Row[] = [
    ['Tires', vehicle.stock.tire.code, pack.tire.code],
    [
      'Tire diameter',
      say(tire.stock.overallDiameterMm, 'length'),
      say(tire.package.overallDiameterMm, 'length'),
    ],
    ['Wheels', wheel(vehicle.stock.wheel), wheel(pack.wheel)],
    ['Spacers', 'none', pack.spacerMm > 0 ? say(pack.spacerMm, 'length') : 'none'],
    ...AXLES.map((axle): Row => [
      `Body higher, ${axle}`,
      say(0, 'length'),
      say(riseMm(build, axle, 'body'), 'length'),
    ]),
    [
      'Room under the axles',
      say(0, 'length'),
      `${gain < 0 ? '−' : gain > 0 ? '+' : ''}${say(Math.abs(gain), 'length')}`,
    ],
  ];
  const { approachDeg, departureDeg } = ground;
  if (approachDeg)
    rows.push(['Approach angle', `${approachDeg.stock.toFixed(1)}°`, `${approachDeg.package.toFixed(1)}°`]);
  if (departureDeg)
    rows.push([
      'Departure angle',
      `${departureDeg.stock.toFixed(1)}°`,
      `${departureDeg.package.toFixed(1)}°`,
    ]);
  rows.push([
    'Axle ratio',
    String(vehicle.stock.axleRatio),
    String(pack.axleRatio ?? vehicle.stock.axleRatio),
  ]);
  if (driveline.rpmAtCruise)
    rows.push([
      'Engine at cruise',
      `${Math.round(driveline.rpmAtCruise.stock)} rpm`,
      `${Math.round(driveline.rpmAtCruise.package)} rpm`,
    ]);
  rows.push(
    ['Speedometer, before it is set', reads(vehicle.stockOverreadPct ?? 0), reads(speedometer.errorPct)],
    [
      'Weighs as it travels',
      say(vehicle.massKg.front + vehicle.massKg.rear, 'mass'),
      say(load.grossKg, 'mass'),
    ],
  );
  return rows.filter(([, before, after]) => before !== after);
}

const reads = (pct: number): string =>
  Math.abs(pct) < 0.05 ? 'reads true' : `reads ${Math.abs(pct).toFixed(1)} % ${pct < 0 ? 'less' : 'more'}`;

function measuredWords({ vehicle }: Build): string[] {
  const count = (axle: AxleName) =>
    vehicle.corners[axle].obstacles.reduce(
      (sum, { points, estimated }) => ({
        all: sum.all + points.length,
        guessed: sum.guessed + (estimated?.length ?? 0),
      }),
      { all: 0, guessed: 0 },
    );
  const words = AXLES.map((axle) => {
    const { all, guessed } = count(axle);
    const taken = `The ${axle} wells: ${all - guessed} of ${all} points measured`;
    return guessed > 0 ? `${taken}, ${guessed} taken from a shape.` : `${taken}.`;
  });
  const devices = [
    ...new Set(
      vehicle.readings?.map(({ device, simulated }) => (simulated ? `${device} (simulated)` : device)) ?? [],
    ),
  ];
  return [
    ...words,
    'Tire and wheel by their makers’ sheets, where the sheet gives a figure; by the code otherwise.',
    ...(devices.length > 0 ? [`Read on devices: ${devices.join(', ')}.`] : []),
  ];
}

const care = (units: UnitSystem): string[] => [
  `Have the wheel nuts torqued again after ${RETORQUE[units]}, and after every time a wheel was off.`,
  'Check the pressures cold, monthly and before long tours; air up again after airing down, before driving fast.',
  'Rotate the tires as their maker says, the spare with them where it is the same; look for wear that is uneven.',
  'Look at the edges that were trimmed after the first winter; touch up what is bare before it rusts.',
  'After some days look for shiny spots and rubber crumbs in the wells, and tell the shop where.',
];
const CAUTIONS = [
  'It stands higher and stops later: leave more room, take bends slower, mind low roofs.',
  'Computed from what was measured. It does not replace the makers’ limits, the local code or an inspector.',
  'Ratings are never exceeded on the strength of a calculation.',
];

/**
 * One or two pages for the customer: what was there, what is built, what it gains and costs, and what to look after; with the package
 * drawn into a photograph where there is one. `chance` is that of its grade, where chance has a say in it.
 */
export function customerCopy(
  heading: Heading,
  build: Build,
  assessment: Assessment,
  stated: readonly Stated[],
  units: UnitSystem,
  { photograph, chance }: { photograph?: Block | undefined; chance?: GradeChance | null } = {},
): PaperSheet {
  const tradeoffs = tradeoffsOf(build, assessment, units);
  const side = (which: 'gain' | 'cost'): string[] =>
    tradeoffs.filter((one) => one.side === which).map(({ words }) => words);
  const cuts = decidedCuts(build);
  const moved = movedParts(build);
  const spare = spareWords(build);
  const inspector = assessment.rules.filter(({ status }) => status !== 'pass');
  const pressures = stated.filter(({ label, value }) => label.startsWith('Cold pressure') && value.trim());
  const blocks: Block[] = [
    {
      kind: 'sketches',
      items: [...beforeAfter(build, 'front', units), ...beforeAfter(build, 'rear', units)],
    },
    ...(photograph ? [photograph] : []),
    ...elevationBlocks(build, units),
    { kind: 'heading', words: 'What changes' },
    {
      kind: 'table',
      head: ['', 'As delivered', 'As built'],
      rows: changeRows(build, assessment, units),
      widths: [0.34, 0.33, 0.33],
    },
    ...(cuts.length + moved.length > 0
      ? [
          {
            kind: 'list' as const,
            items: [
              ...cuts.map(
                (cut) =>
                  `${placeWords(cut)}: ${CUT_KINDS[cut.kind].words}, up to ${showWithUnit(cut.depthMm, 'length', units)}.`,
              ),
              ...moved.map(
                (part) =>
                  `${placeWords(part)}: ${part.byMm ? `set ${wordingText(wayWords(part.byMm), units)}` : 'taken off; ask for it, it is yours'}.`,
              ),
            ],
          },
        ]
      : []),
    ...(spare ? [{ kind: 'text' as const, words: wordingText(spare, units) }] : []),
    ...(assessment.envelopes ?? []).map(({ check }) => ({
      kind: 'text' as const,
      words: wordingText(check.message, units),
    })),
    { kind: 'heading', words: 'What it gains' },
    { kind: 'list', items: side('gain') },
    { kind: 'heading', words: 'What it costs' },
    { kind: 'list', items: side('cost') },
    { kind: 'heading', words: 'Care' },
    {
      kind: 'list',
      items: [
        ...pressures.map(
          ({ label, value, source }) => `${label}: ${value} (${source || 'as the shop states'}).`,
        ),
        ...care(units).filter((words) => cuts.length > 0 || !words.includes('trimmed')),
      ],
    },
    { kind: 'heading', words: 'Cautions' },
    { kind: 'list', items: CAUTIONS },
    { kind: 'heading', words: 'Measured, estimated, left to the inspector' },
    {
      kind: 'list',
      items: [
        ...measuredWords(build),
        ...(chance ? [fitSureWords(chance, assessment.grade)] : []),
        'Estimated: stability, hill holding, axle strength, brakes and range, where they are spoken of here.',
        ...(inspector.length > 0
          ? inspector.map(({ message }) => `For the inspector: ${wordingText(message, units)}`)
          : ['Rules of the place: none that this build is known to break; the inspector decides.']),
      ],
    },
  ];
  return {
    title: 'Your vehicle, before and after',
    under: underTitle(heading),
    blocks: blocks.filter((block) => block.kind !== 'list' || block.items.length > 0),
    mostPages: 2,
  };
}
