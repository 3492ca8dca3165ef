import { inMm, say, type Wording } from '../wording';
import { AXLES, type AxleName, type Build } from '../format/build';
import type { Check } from '../check';
import { tireSize } from '../tire/size';
import { growthPct, riseMm } from '../vehicle/rise';
import { wheelPlanes } from '../wheel/geometry';
import { RULE_KINDS, type Rule, type RuleKind } from '../format/rules';

/** What of an assessment the rules look at that is not worked out again here. */
type Assessed = { speedometer: { checks: readonly Check[] }; load: { checks: readonly Check[] } };

/** A figure to hold against a limit, or what has to be measured first. */
type Figure = { value: number; place: string } | { unknown: string };

const most = (figures: readonly { value: number; place: string }[]): Figure =>
  figures.reduce((a, b) => (b.value > a.value ? b : a));

/** The arc of the lip that has to cover the tread, from the upright through the hub: forward and back, degrees. */
const COVER_ARC_DEG = { forward: 30, back: 50 } as const;

function treadOutside(build: Build): Figure {
  const { package: pack, vehicle } = build;
  const size = tireSize(pack.tire, pack.wheel.widthIn);
  const { centrePlaneMm } = wheelPlanes(pack.wheel, pack.spacerMm, size);
  const found: { value: number; place: string }[] = [];
  for (const axle of AXLES) {
    const lip = vehicle.corners[axle].obstacles
      .filter(({ id }) => id.includes('lip'))
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

function bumperHeight(build: Build): Figure {
  const { heightsMm } = build.vehicle;
  const list = (
    [
      ['front', heightsMm?.bumperFront],
      ['rear', heightsMm?.bumperRear],
    ] as [AxleName, number | undefined][]
  ).flatMap(([axle, height]) =>
    // Bumpers sit on the frame: a body lift leaves them where they are.
    height === undefined ? [] : [{ value: height + riseMm(build, axle, 'frame'), place: `at the ${axle}` }],
  );
  return list.length < 2
    ? { unknown: 'measure the lower edge of both bumpers above the ground (Measure)' }
    : most(list);
}

const FIGURES: Record<Exclude<RuleKind, 'speedometer' | 'ratings'>, (build: Build) => Figure> = {
  lift: ({ package: { lift } }) =>
    most(
      AXLES.map((axle) => ({
        value: lift[axle].springMm + lift[axle].bracketMm + lift[axle].bodyMm,
        place: `at the ${axle}, tires not counted`,
      })),
    ),
  'diameter-change': (build) => ({
    value: Math.abs(growthPct(build)),
    place: 'over all',
  }),
  'tread-cover': treadOutside,
  'lamp-height': (build) => {
    const lamps = build.vehicle.heightsMm?.lamps;
    return lamps === undefined
      ? { unknown: 'measure the upper edge of the lamps above the ground (Measure)' }
      : { value: lamps + riseMm(build, 'front', 'body'), place: 'at the front' };
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

/**
 * The place's rules that are in force for this job, each as a check that names its source and the day somebody last
 * looked. They are what the shop wrote down, not the law. None where no rule set is in force.
 */
export function ruleChecks(build: Build, judged: Assessed): Check[] {
  return (build.use.rules?.rules ?? []).map((rule, i) => {
    const id = `rule-${i + 1}-${rule.kind}`;
    if (rule.kind === 'speedometer') return carried(rule, id, judged.speedometer.checks);
    if (rule.kind === 'ratings')
      return carried(
        rule,
        id,
        judged.load.checks.filter((one) => RATING_IDS.test(one.id)),
      );
    return limited(rule, id, FIGURES[rule.kind](build));
  });
}
