import { inKmh, say } from '../wording';
import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { deriveFigures } from '../figures';
import { electricOf, type Electric } from './electric';
import { calibrationChecks, correctionOf, type GearingCorrection } from './correction';
import { crawlRatio, gradeHoldPct, rpmAt, runningOf, speedAtKmh, type Running } from './gearing';
import type { Powertrain } from '../format/driveline';

type Pair<T> = { stock: T; package: T };
export type Driveline = {
  /** The axle ratio that would drive as delivered with this tire. */
  equivalentRatio: number;
  effectiveGearingChangePct: number;
  /** In top gear; left out without a powertrain or a cruising speed. */
  rpmAtCruise?: Pair<number>;
  crawlRatio?: Pair<number>;
  /** At idle in first and low, km/h. */
  crawlSpeedKmh?: Pair<number>;
  /** Per gear at cruise; null where the gear cannot run at that speed. An estimate. */
  gradeHoldPct?: Pair<(number | null)[]>;
  /** The available ratio that each school would choose; null where none reaches it. */
  schools?: Schools;
  /** Electric vehicles with a cruising speed only. */
  electric?: Electric;
  /** What the speedometer is set to, and how it drifts. */
  correction: GearingCorrection;
  checks: Check[];
};
export type Schools = { restore: number | null; hold: number | null; crawl: number | null };

/** Two axles that are driven together may differ by this share. */
const SAME_RATIO = 0.01;
const same = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_RATIO * Math.max(a, b);

/** Ratios that every driven axle offers, ascending: numerically small is tall. Empty where none is known. */
export function offeredRatios({ vehicle }: Build): number[] {
  const driven = AXLES.flatMap((axle) => {
    const one = vehicle.axles?.[axle];
    return one?.driven ? [one.ratios] : [];
  });
  const [first = [], ...others] = driven;
  return first
    .filter((ratio) => others.every((list) => list.some((other) => same(ratio, other))))
    .sort((a, b) => a - b);
}

/**
 * Three schools. Restore: the ratio nearest the equivalent one. Hold: the tallest that holds in top gear at cruise,
 * at the mass it will have, the grade it held as delivered. Crawl: the tallest whose crawl ratio over (C·mass)
 * reaches the delivered figure.
 */
function schoolsOf(
  build: Build,
  powertrain: Powertrain,
  cruiseKmh: number | undefined,
  running: Pair<Running>,
  equivalent: number,
): Schools {
  const ratios = offeredRatios(build);
  const top = powertrain.gears.at(-1) ?? 1;
  const nearest = [...ratios].sort((a, b) => Math.abs(a - equivalent) - Math.abs(b - equivalent))[0];
  const held = cruiseKmh === undefined ? null : gradeHoldPct(powertrain, top, cruiseKmh, running.stock);
  const holds = (axleRatio: number): boolean => {
    if (held === null || cruiseKmh === undefined) return false;
    const now = gradeHoldPct(powertrain, top, cruiseKmh, { ...running.package, axleRatio });
    return now !== null && now >= held - 1e-9;
  };
  const crawlFigure = (one: Running): number =>
    crawlRatio(powertrain, one) / (one.circumferenceMm * one.massKg);
  const delivered = crawlFigure(running.stock);
  return {
    restore: nearest ?? null,
    hold: ratios.find(holds) ?? null,
    crawl:
      ratios.find((axleRatio) => crawlFigure({ ...running.package, axleRatio }) >= delivered * (1 - 1e-12)) ??
      null,
  };
}

function ratioChecks(build: Build): Check[] {
  const ratio = build.package.axleRatio ?? build.vehicle.stock.axleRatio;
  const driven = AXLES.filter((axle) => build.vehicle.axles?.[axle].driven);
  if (driven.length === 0)
    return [
      {
        id: 'axle-ratios',
        status: 'unknown',
        message:
          'Which axles are driven and which ratios they take is not known. Read the tags on the carriers.',
      },
    ];
  const without = driven.filter(
    (axle) =>
      !same(ratio, build.vehicle.stock.axleRatio) &&
      !build.vehicle.axles?.[axle].ratios.some((one) => same(one, ratio)),
  );
  return [
    {
      id: 'axle-ratios',
      status: without.length > 0 ? 'fail' : 'pass',
      value: ratio,
      message:
        without.length > 0
          ? `A ratio of ${ratio} is not made for the ${without.join(' and ')} axle. Driven axles must end within 1 % of each other; choose one that all of them take.`
          : `${ratio} at every driven axle.`,
    },
  ];
}

function speedChecks(build: Build, powertrain: Powertrain, running: Running): Check[] {
  const { cruiseKmh, comfortRpm, topKmh } = build.use;
  const top = powertrain.gears.at(-1) ?? 1;
  const checks: Check[] = [];
  if (cruiseKmh !== undefined && comfortRpm !== undefined) {
    const rpm = rpmAt(cruiseKmh, top, running);
    checks.push({
      id: 'comfort-rpm',
      status: rpm > comfortRpm ? 'watch' : 'pass',
      value: rpm,
      limit: comfortRpm,
      message:
        rpm > comfortRpm
          ? say`${Math.round(rpm)} rpm at ${inKmh(cruiseKmh)}, more than the ${comfortRpm} that are comfortable.`
          : say`${Math.round(rpm)} rpm at ${inKmh(cruiseKmh)}.`,
    });
  }
  if (powertrain.kind === 'electric' && topKmh !== undefined) {
    const rpm = rpmAt(topKmh, top, running);
    checks.push({
      id: 'motor-redline',
      status: rpm > powertrain.redlineRpm ? 'fail' : 'pass',
      value: rpm,
      limit: powertrain.redlineRpm,
      message: say`The motor turns ${Math.round(rpm)} rpm at ${inKmh(topKmh)}; its limit is ${powertrain.redlineRpm}.`,
    });
  }
  return checks;
}

/** Gearing with the package against as delivered. What the build lacks is left out, with an unknown check. */
export function drivelineOf(build: Build, figures = deriveFigures(build)): Driveline {
  const { vehicle, use } = build;
  const { powertrain } = vehicle;
  const running = runningOf(build, figures);
  const { stock, package: now } = running;
  const equivalentRatio = (stock.axleRatio * now.circumferenceMm) / stock.circumferenceMm;
  const effectiveGearingChangePct =
    (now.axleRatio / now.circumferenceMm / (stock.axleRatio / stock.circumferenceMm) - 1) * 100;
  const correction = correctionOf(build, figures);
  const always = [...ratioChecks(build), ...calibrationChecks(build, figures)];
  if (!powertrain)
    return {
      equivalentRatio,
      effectiveGearingChangePct,
      correction,
      checks: [
        ...always,
        {
          id: 'powertrain',
          status: 'unknown',
          message:
            'Gears and torque are not known: enter them to see engine speed, crawl and the grades it holds.',
        },
      ],
    };
  const pair = <T>(of: (one: Running) => T): Pair<T> => ({ stock: of(stock), package: of(now) });
  const { cruiseKmh } = use;
  const top = powertrain.gears.at(-1) ?? 1;
  return {
    equivalentRatio,
    effectiveGearingChangePct,
    ...(cruiseKmh === undefined
      ? {}
      : {
          rpmAtCruise: pair((one) => rpmAt(cruiseKmh, top, one)),
          gradeHoldPct: pair((one) =>
            powertrain.gears.map((gear) => gradeHoldPct(powertrain, gear, cruiseKmh, one)),
          ),
        }),
    crawlRatio: pair((one) => crawlRatio(powertrain, one)),
    crawlSpeedKmh: pair((one) =>
      speedAtKmh(powertrain.idleRpm, powertrain.gears[0] ?? 1, powertrain.lowRange, one),
    ),
    schools: schoolsOf(build, powertrain, cruiseKmh, running, equivalentRatio),
    ...(powertrain.kind === 'electric' && cruiseKmh !== undefined
      ? { electric: electricOf(powertrain, running, cruiseKmh) }
      : {}),
    correction,
    checks: [
      ...always,
      ...speedChecks(build, powertrain, now),
      ...(cruiseKmh === undefined
        ? [
            {
              id: 'cruise',
              status: 'unknown' as const,
              message:
                'The cruising speed is not known: enter it to see engine speed and the grades it holds.',
            },
          ]
        : []),
    ],
  };
}
