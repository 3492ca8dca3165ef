import type { Assessment } from '../assess';
import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import { partWords } from '../format/names';
import { weakestOf } from '../driveline/weakest';
import { tradeoffsOf } from '../tradeoffs';
import { showRounded, type Quantity, type UnitSystem } from '../units/quantity';
import { riseMm } from '../vehicle/rise';
import { labelOf } from '../verdict';
import { isUnsure, sureWords } from '../verdictTail';
import type { GradeChance } from '../clearance/sureness';
import { underTitle, type Block, type Heading, type PaperSheet } from './paper';
import { money } from '../quote/quote';
import { lockMapSketch, sectionSketch } from './stageSketches';
import type { Terms } from '../format/quote';

/** What a stage comes to, in hundredths: all of it, and what of it is not done yet; `least` where a price is not known. */
export type StageCost = { totalCents: number; toGoCents: number; least: boolean };
export type Compared = {
  label: string;
  build: Build;
  assessment: Assessment;
  /** How sure the grades are. */
  /** Null where chance has no say in its grade. */
  chance: GradeChance | null;
  cost: StageCost | null;
};

/** One figure of every stage: what it is, and how each stage reads. */
export type FigureRow = { label: string; values: string[] };

/** Stages that fit beside each other on one sheet. */
export const MOST_STAGES = 4;

type Figure = [label: string, of: (stage: Compared) => string];

function figures(units: UnitSystem, terms: Terms): Figure[] {
  const say = (value: number, quantity: Quantity, digits = 0): string =>
    showRounded(value, quantity, units, digits);
  const spent = (cents: number, least: boolean): string =>
    `${least ? 'at least ' : ''}${money(cents, terms)}`;
  return [
    ['Grade', ({ assessment }) => assessment.grade],
    [
      'How sure that is, estimate',
      ({ assessment, chance }) =>
        chance && isUnsure(assessment) ? sureWords(chance, assessment.grade) : 'nothing to chance',
    ],
    ['Tire', ({ build }) => build.package.tire.code],
    ['Over all', ({ assessment }) => say(assessment.tire.package.overallDiameterMm, 'length')],
    ['Width on the rim', ({ assessment }) => say(assessment.tire.package.sectionWidthMm, 'length')],
    [
      'Wheel',
      ({ build: { package: pack } }) =>
        `${pack.wheel.diameterIn} x ${pack.wheel.widthIn} in, offset ${pack.wheel.offsetMm}`,
    ],
    ['Spacer', ({ build }) => (build.package.spacerMm > 0 ? say(build.package.spacerMm, 'length') : 'none')],
    ...AXLES.flatMap((axle): Figure[] => [
      [`Body higher, ${axle}`, ({ build }) => say(riseMm(build, axle, 'body'), 'length')],
      [
        `Nearest, ${axle}`,
        ({ build, assessment: { fit } }) =>
          `${say(fit[axle].leastClearanceMm, 'length')} to the ${labelOf(build, axle, fit[axle].at.obstacle)}`,
      ],
      [
        `To be cut, ${axle}`,
        ({ assessment: { fit } }) => {
          const count = fit[axle].cutsNeeded.length;
          return count === 0 ? 'nothing' : `${count} ${count === 1 ? 'edge' : 'edges'}`;
        },
      ],
    ]),
    ['Lock that can be used', ({ assessment }) => `${assessment.fit.front.usableLockDeg.inside.toFixed(0)}°`],
    [
      'Turning circle',
      ({ assessment: { fit } }) => {
        const circle = fit.front.turningCircleM;
        return circle ? `${(circle.usable ?? circle.package).toFixed(1)} m` : 'not known';
      },
    ],
    ['Room under the axles', ({ assessment }) => say(assessment.tire.groundClearanceGainMm, 'length')],
    ['Weighs', ({ assessment }) => say(assessment.load.grossKg, 'mass')],
    ['Axle ratio', ({ build }) => String(build.package.axleRatio ?? build.vehicle.stock.axleRatio)],
    [
      'Engine at cruise',
      ({ assessment: { driveline } }) =>
        driveline.rpmAtCruise ? `${Math.round(driveline.rpmAtCruise.package)} rpm` : 'not known',
    ],
    ['Speedometer shows', ({ assessment }) => `${assessment.speedometer.errorPct.toFixed(1)} % more`],
    [
      'Axle in hand',
      ({ assessment: { strength } }) => {
        if (!strength) return 'not known';
        const weakest = weakestOf([...strength.front.parts, ...strength.rear.parts]);
        return weakest ? `${partWords(weakest.part)}, ${weakest.factor.toFixed(2)} ×` : 'not known';
      },
    ],
    [
      'Rules to ask about',
      ({ assessment }) => String(assessment.rules.filter(({ status }) => status !== 'pass').length),
    ],
    ['Comes to', ({ cost }) => (cost ? spent(cost.totalCents, cost.least) : 'nothing')],
    ['Still to go', ({ cost }) => (cost ? spent(cost.toGoCents, cost.least) : 'nothing')],
  ];
}

/** Every figure in which the stages differ, in the order of the work. */
export function differingFigures(stages: readonly Compared[], units: UnitSystem, terms: Terms): FigureRow[] {
  return figures(units, terms)
    .map(([label, of]) => ({ label, values: stages.map(of) }))
    .filter(({ values }) => new Set(values).size > 1);
}

/** Up to four stages beside each other on one sheet: drawings on one scale, what differs, and what each gains and costs. */
export function sideBySide(
  heading: Heading,
  stages: readonly Compared[],
  rows: readonly FigureRow[],
  units: UnitSystem,
): PaperSheet {
  const share = 0.8 / stages.length;
  const words = (side: 'gain' | 'cost', { build, assessment }: Compared): string => {
    const all = tradeoffsOf(build, assessment, units).filter((one) => one.side === side);
    return all.map((one) => one.words).join(' ') || 'Nothing to speak of.';
  };
  const widths = [0.2, ...stages.map(() => share)];
  const head = ['', ...stages.map(({ label }) => label)];
  const blocks: Block[] = [
    { kind: 'sketches', items: stages.map(({ build, label }) => sectionSketch(build, label, units)) },
    {
      kind: 'sketches',
      items: stages.map(({ build, assessment }) =>
        lockMapSketch(build, assessment, 'lock and travel', units),
      ),
    },
    {
      kind: 'table',
      head,
      rows: [
        ...rows.map(({ label, values }) => [label, ...values]),
        ['Gains', ...stages.map((stage) => words('gain', stage))],
        ['Costs', ...stages.map((stage) => words('cost', stage))],
      ],
      widths,
    },
    {
      kind: 'text',
      words:
        'Drawn: the front wheel’s half section in what it could meet, as delivered dashed; below, lock across (the wheel outside and inside the turn) and wheel travel up, contact bold, the margin dashed. Computed from what was measured. It does not replace the makers’ limits, the local code or an inspector. Prices are the shop’s own; estimates are estimates.',
    },
  ];
  return { title: 'Stages side by side', under: underTitle(heading), blocks, mostPages: 1 };
}
