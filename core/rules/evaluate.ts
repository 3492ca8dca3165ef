import { inMm, say, type Wording } from '../wording';
import { AXLES, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { deriveFigures, type Figures } from '../figures';
import { roleOf } from '../format/materials';
import type { Fit } from '../clearance/fit';
import { GRADES } from '../clearance/grade';
import { riseMm } from '../vehicle/rise';
import { RULE_KINDS, type RuleKind } from '../format/names';
import type { Rule } from '../format/rules';

/** What of an assessment the rules look at that is not worked out again here. */
type Assessed = {
  speedometer: { checks: readonly Check[] };
  load: { checks: readonly Check[] };
  /** Left out where a grade is held against its own limit, by the tire that decides it. */
  fit?: Record<AxleName, Pick<Fit, 'grown'>>;
};

/** A figure to hold against a limit, or what has to be measured first. */
type Figure = { value: number; place: string } | { unknown: string };

const most = (figures: readonly { value: number; place: string }[]): Figure =>
  figures.reduce((a, b) => (b.value > a.value ? b : a));

/** The arc of the lip that has to cover the tread, from the upright through the hub: forward and back, degrees. */
const COVER_ARC_DEG = { forward: 30, back: 50 } as const;

function treadOutside(build: Build, figures: Figures): Figure {
  const { package: pack, vehicle } = build;
  const {
    size,
    planes: { centrePlaneMm },
  } = figures.package;
  const found: { value: number; place: string }[] = [];
  for (const axle of AXLES) {
    const lip = vehicle.corners[axle].obstacles
      .filter((one) => roleOf(one) === 'lip')
      .flatMap(({ points }) => points)
      .filter(([x, , z]) => {
        const deg = (Math.atan2(x, z) * 180) / Math.PI;
        return z > 0 && deg <= COVER_ARC_DEG.forward && deg >= -COVER_ARC_DEG.back;
      });
    if (lip.length === 0) return { unknown: `measure the ${axle} fender lip` };
    const outer = centrePlaneMm + size.treadWidthMm / 2 + pack.lift[axle].outboardMm;
    found.push({ value: outer - Math.min(...lip.map(([, y]) => y)), place: `at the ${axle}` });
  }
  return most(found);
}

function bumperHeight(build: Build, figures: Figures): Figure {
  const { heightsMm } = build.vehicle;
  const list = (
    [
      ['front', heightsMm?.bumperFront],
      ['rear', heightsMm?.bumperRear],
    ] as [AxleName, number | undefined][]
  ).flatMap(([axle, height]) =>
    // Bumpers sit on the frame: a body lift leaves them where they are.
    height === undefined
      ? []
      : [{ value: height + riseMm(build, axle, 'frame', figures), place: `at the ${axle}` }],
  );
  return list.length < 2
    ? { unknown: 'measure the lower edge of both bumpers above the ground (Measure)' }
    : most(list);
}

const FIGURES: Record<
  Exclude<RuleKind, 'speedometer' | 'ratings' | 'grown-tire'>,
  (build: Build, figures: Figures) => Figure
> = {
  lift: ({ package: { lift } }) =>
    most(
      AXLES.map((axle) => ({
        value: lift[axle].springMm + lift[axle].bracketMm + lift[axle].bodyMm,
        place: `at the ${axle}, tires not counted`,
      })),
    ),
  'diameter-change': (_build, { growthPct }) => ({
    value: Math.abs(growthPct),
    place: 'over all',
  }),
  'tread-cover': treadOutside,
  'lamp-height': (build, figures) => {
    const lamps = build.vehicle.heightsMm?.lamps;
    return lamps === undefined
      ? { unknown: 'measure the upper edge of the lamps above the ground (Measure)' }
      : { value: lamps + riseMm(build, 'front', 'body', figures), place: 'at the front' };
  },
  'bumper-height': bumperHeight,
  spacer: ({ package: { spacerMm } }) => ({ value: spacerMm, place: 'at each wheel' }),
};

const ASK = 'Ask the inspector.';

function limited(rule: Rule, id: string, figure: Figure): Check {
  const { words, unit } = RULE_KINDS[rule.kind];
  const limit = rule.limit ?? 0;
  const from = `${rule.source}, checked ${rule.checkedOn}`;
  const said = (value: number): Wording =>
    unit === 'mm' ? say`${inMm(Number(value.toFixed(0)))}` : `${Number(value.toFixed(1))} ${unit}`;
  if ('unknown' in figure)
    return {
      id,
      status: 'unknown',
      limit,
      message: say`Rule “${words} ${said(limit)}” is not judged: ${figure.unknown}. ${ASK} (${from})`,
    };
  const holds = figure.value <= limit + 1e-9;
  return {
    id,
    status: holds ? 'pass' : 'fail',
    value: figure.value,
    limit,
    message: say`Rule “${words} ${said(limit)}”: ${said(figure.value)} ${figure.place}${holds ? '' : say`, ${said(figure.value - limit)} past it`}. ${ASK} (${from})`,
  };
}

const WORST: readonly Check['status'][] = ['fail', 'unknown', 'watch', 'pass'];
const RATING_IDS = /^(axle-load|gross-load|tire-capacity|speed-symbol)/;

function carried(rule: Rule, id: string, checks: readonly Check[]): Check {
  const [worst] = [...checks].sort((a, b) => WORST.indexOf(a.status) - WORST.indexOf(b.status));
  return {
    id,
    status: worst?.status ?? 'unknown',
    message: say`Rule “${RULE_KINDS[rule.kind].words}”: ${worst?.message ?? 'nothing to judge it by.'} ${ASK} (${rule.source}, checked ${rule.checkedOn})`,
  };
}

/** Whether the grown tire clears; where the rule is in force the grades of the sheet are its grades too. */
function grownTire(rule: Rule, id: string, fit: NonNullable<Assessed['fit']>): Check {
  const from = `${rule.source}, checked ${rule.checkedOn}`;
  const worse = (a: AxleName, b: AxleName): number =>
    GRADES.indexOf(fit[b].grown.grade) - GRADES.indexOf(fit[a].grown.grade) ||
    fit[a].grown.leastClearanceMm - fit[b].grown.leastClearanceMm;
  const axle = worse('front', 'rear') <= 0 ? 'front' : 'rear';
  const { grade, leastClearanceMm } = fit[axle].grown;
  return {
    id,
    status: grade === 'blocked' ? 'fail' : grade === 'trim' ? 'watch' : 'pass',
    value: leastClearanceMm,
    message: say`Rule “${RULE_KINDS[rule.kind].words}”: the ${axle} is ${grade} then, least ${inMm(Number(leastClearanceMm.toFixed(0)))}. ${ASK} (${from})`,
  };
}

/**
 * The place's rules that are in force for this job, each as a check that names its source and the day somebody last
 * looked. They are what the shop wrote down, not the law. None where no rule set is in force.
 */
export function ruleChecks(build: Build, judged: Assessed, figures = deriveFigures(build)): Check[] {
  return (build.use.rules?.rules ?? []).flatMap((rule, i): Check | [] => {
    const id = `rule-${i + 1}-${rule.kind}`;
    if (rule.kind === 'speedometer') return carried(rule, id, judged.speedometer.checks);
    if (rule.kind === 'ratings')
      return carried(
        rule,
        id,
        judged.load.checks.filter((one) => RATING_IDS.test(one.id)),
      );
    if (rule.kind === 'grown-tire') return judged.fit ? grownTire(rule, id, judged.fit) : [];
    return limited(rule, id, FIGURES[rule.kind](build, figures));
  });
}
