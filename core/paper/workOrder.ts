import { boltCircleWords } from '../wheel/boltCircle';
import type { Assessment } from '../assess';
import type { GradeChance } from '../clearance/sureness';
import { sureWords } from '../verdictTail';
import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import { CUT_KINDS } from '../cutting/kinds';
import { showRounded, type Quantity, type UnitSystem } from '../units/quantity';
import { CHECK_LISTS, checksOf, type CheckList } from '../work/checks';
import { wayWords } from '../vehicle/partChecks';
import { wordingText } from '../wording';
import { underTitle, type Block, type Heading, type PaperSheet } from './paper';
import { hours } from '../quote/quote';
import { decidedCuts, factsOf, movedParts, placeWords } from '../work/triggers';
import type { JobWork, Stated, Tick } from '../format/jobWork';
import { sayDate } from '../time/wallClock';

const tickWords = (tick: Tick | undefined): string | null =>
  tick ? `${tick.by}, ${sayDate(tick.at)}` : null;

/** What is stated, with its source; what is not is said to be open, never filled in. */
export function statedRows(stated: readonly Stated[]): [string, string][] {
  return stated.map(({ label, value, source }) => [
    label,
    value.trim()
      ? `${value.trim()} (${source.trim() || 'source not given'})`
      : 'not stated: ask the maker, write it here ____________',
  ]);
}

function packageRows(
  { vehicle, package: pack }: Build,
  say: (value: number, quantity: Quantity) => string,
): [string, string][] {
  const { tire, wheel, spacerMm, lift, cuts, axleRatio, lockStopDeg } = pack;
  const rows: [string, string][] = [
    ['Tire', tire.code],
    [
      'Wheel',
      `${wheel.diameterIn} x ${wheel.widthIn} in, offset ${say(wheel.offsetMm, 'length')}, ${boltCircleWords(wheel.studs, wheel.pcdMm)}, bore ${say(wheel.boreMm, 'length')}, ${wheel.seat} seat`,
    ],
    [
      'Spacer',
      spacerMm > 0 ? `${say(spacerMm, 'length')}${pack.spacerKind ? `, ${pack.spacerKind}` : ''}` : 'none',
    ],
    ...AXLES.map((axle): [string, string] => {
      const { springMm, bracketMm, bodyMm, bumpStopMm } = lift[axle];
      const parts = [
        ['spring', springMm],
        ['bracket', bracketMm],
        ['body', bodyMm],
        ['bump stop', bumpStopMm],
      ] as const;
      const words = parts.filter(([, mm]) => mm !== 0).map(([name, mm]) => `${name} ${say(mm, 'length')}`);
      return [`Lift, ${axle}`, words.join(', ') || 'none'];
    }),
    [
      'Axle ratio',
      axleRatio === undefined || axleRatio === vehicle.stock.axleRatio
        ? `${vehicle.stock.axleRatio}, as it is`
        : `${axleRatio}, was ${vehicle.stock.axleRatio}`,
    ],
  ];
  if (lockStopDeg !== undefined) rows.push(['Lock stop', `${lockStopDeg}° at the inside wheel`]);
  if (cuts.length === 0) rows.push(['Trimming', 'none']);
  return rows;
}

/** One sheet for the bay: what was measured, what is fitted, what is stated, what is cut, the steps and what is signed. */
export function workOrder(
  heading: Heading,
  build: Build,
  { tire, fit, grade }: Assessment,
  work: JobWork,
  units: UnitSystem,
  chance: GradeChance | null = null,
): PaperSheet {
  const { vehicle } = build;
  const say = (value: number, quantity: Quantity): string => showRounded(value, quantity, units);
  const checks = checksOf(factsOf(build));
  const cuts = decidedCuts(build);
  const moved = movedParts(build);
  const least = AXLES.map((axle): [string, string] => [
    `Least clearance, ${axle}`,
    `${say(fit[axle].leastClearanceMm, 'length')} (${fit[axle].grade}), margin ${say(build.use.marginMm, 'length')}`,
  ]);
  if (chance) least.push(['How sure the grade is, estimated', `${grade}, ${sureWords(chance, grade)}`]);
  const list = (which: CheckList): Block[] => [
    { kind: 'heading', words: CHECK_LISTS[which] },
    {
      kind: 'checks',
      items: checks
        .filter((one) => one.list === which)
        .map(({ id, words }) => ({
          words,
          done: tickWords(work.ticks[id]) ?? (work.explained[id] ? `open: ${work.explained[id].why}` : null),
        })),
    },
  ];
  const blocks: Block[] = [
    { kind: 'heading', words: 'Measured' },
    {
      kind: 'rows',
      rows: [
        [
          'Wheelbase, track',
          `${say(vehicle.wheelbaseMm, 'length')}, ${say(vehicle.trackMm.front, 'length')} front, ${say(vehicle.trackMm.rear, 'length')} rear`,
        ],
        [
          'Axle loads',
          `${say(vehicle.massKg.front, 'mass')} front, ${say(vehicle.massKg.rear, 'mass')} rear`,
        ],
        [
          'Hub',
          `${boltCircleWords(vehicle.hub.studs, vehicle.hub.pcdMm)}, bore ${say(vehicle.hub.boreMm, 'length')}${vehicle.hub.thread ? `, ${vehicle.hub.thread}` : ', thread not entered'}`,
        ],
        [
          'Tire diameter',
          `${say(tire.stock.overallDiameterMm, 'length')}, becomes ${say(tire.package.overallDiameterMm, 'length')}`,
        ],
        ...least,
      ],
    },
    { kind: 'heading', words: 'Package' },
    { kind: 'rows', rows: packageRows(build, say) },
    { kind: 'heading', words: 'Torque, pressures, alignment: as the makers or the shop state them' },
    { kind: 'rows', rows: statedRows(work.stated) },
    ...(cuts.length > 0
      ? ([
          { kind: 'heading', words: 'Cuts' },
          {
            kind: 'table',
            head: ['Edge', 'How it gives', 'Deepest', 'Work, est.'],
            rows: cuts.map((cut) => [
              placeWords(cut),
              CUT_KINDS[cut.kind].words,
              say(cut.depthMm, 'length'),
              hours(cut.minutes),
            ]),
            widths: [0.4, 0.3, 0.15, 0.15],
            right: [2, 3],
          },
          {
            kind: 'text',
            words:
              'Never cut: frame, suspension, steering and brake parts, seat-belt and airbag mounts, crash structure, fuel and brake lines. Discs burst: eyes, hands, breath and hearing protected.',
          },
        ] satisfies Block[])
      : []),
    ...(moved.length > 0
      ? ([
          { kind: 'heading', words: 'Parts moved and taken off' },
          {
            kind: 'rows',
            rows: moved.map((part): [string, string] => [
              placeWords(part),
              part.byMm ? wordingText(wayWords(part.byMm), units) : 'taken off, kept for the customer',
            ]),
          },
        ] satisfies Block[])
      : []),
    { kind: 'heading', words: 'Steps' },
    {
      kind: 'checks',
      items: work.tasks.map(({ id, label, workMin, dryMin }) => ({
        words: `${label} (${hours(workMin)}${dryMin > 0 ? `, then ${hours(dryMin)} to dry` : ''})`,
        done: tickWords(work.ticks[id]),
      })),
    },
    ...list('before'),
    ...list('during'),
    ...list('release'),
    { kind: 'heading', words: 'Cautions' },
    {
      kind: 'text',
      words:
        'Rated jack, stands on the maker’s points, wheels chocked; never on a differential cover, never under a vehicle on a jack alone. Axle, brake, steering and restraint work belongs to qualified people. Computed from what was measured; makers’ limits and the local code stand above it.',
    },
    { kind: 'rows', rows: [['Released by', '______________________________   on ______________']] },
  ];
  return {
    title: 'Work order',
    under: underTitle(heading),
    blocks: blocks.filter((block) => block.kind !== 'checks' || block.items.length > 0),
  };
}
