import { inKmh, say } from '../wording';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { deriveFigures, type Figures } from '../figures';
import { grouped } from '../grouped';

export type Speedometer = {
  /** Indicated over true, per cent of true: positive, it shows more than is driven. */
  errorPct: number;
  trueAtIndicated: { indicatedKmh: number; trueKmh: number }[];
  odometerErrorPct: number;
  checks: Check[];
};

const TABLE_KMH = [20, 30, 40, 50, 60, 80, 100, 120, 130] as const;
/** UN Regulation 39 tests at these speeds: 0 ≤ indicated − true ≤ 0.1 · true + 4 km/h. */
const R39_KMH = [40, 80, 120] as const;

/**
 * What is driven for every kilometre that is counted, as a share: the circumferences, and where it counts at the
 * transmission the axle ratios too. The over-read as delivered is left out.
 */
export function drivenPerCounted(
  { vehicle, package: pack }: Build,
  { stock, package: now }: Figures,
): number {
  const stockRatio = vehicle.stock.axleRatio;
  const gearing = vehicle.speedSensor === 'transmission' ? stockRatio / (pack.axleRatio ?? stockRatio) : 1;
  return (now.size.rollingCircumferenceMm / stock.size.rollingCircumferenceMm) * gearing;
}

/** How much a dial may show too much at a true speed, km/h: UN Regulation 39. */
export const mostOverKmh = (trueKmh: number): number => 0.1 * trueKmh + 4;

/** Speedometer and odometer with the package's rolling circumference against the stock one. */
export function speedometerOf(build: Build, figures = deriveFigures(build)): Speedometer {
  const { vehicle } = build;
  const driven = drivenPerCounted(build, figures);
  const { stockOverreadPct } = vehicle;
  const truePerIndicated = driven / (1 + (stockOverreadPct ?? 0) / 100);
  const checks = R39_KMH.map((indicatedKmh): Check => {
    const trueKmh = indicatedKmh * truePerIndicated;
    const over = indicatedKmh - trueKmh;
    const limit = mostOverKmh(trueKmh);
    // Equal speeds must not fail for the last bit of a division.
    const little = over < -1e-9;
    // Dials show too much as delivered; by how much decides whether this one still does.
    const status =
      little && stockOverreadPct === undefined ? 'unknown' : little || over > limit + 1e-9 ? 'fail' : 'pass';
    const reading = say`At ${inKmh(indicatedKmh)} on the dial it drives ${inKmh(trueKmh, 1)}`;
    return {
      id: `speedometer-${indicatedKmh}`,
      status,
      value: over,
      limit,
      message:
        status === 'pass'
          ? say`${reading}: within UN Regulation 39.`
          : status === 'unknown'
            ? say`${reading} if it showed the truth as delivered, and dials show too much as a rule. Read by how much it does (Driveline), with the tires as delivered.`
            : over < 0
              ? say`${reading}: it shows too little, which UN Regulation 39 does not allow. Recalibrate it to this tire.`
              : say`${reading}: it shows ${inKmh(over, 1)} too much; at most ${inKmh(limit, 1)} is allowed. Recalibrate it.`,
    };
  });
  return {
    errorPct: (1 / truePerIndicated - 1) * 100,
    trueAtIndicated: TABLE_KMH.map((indicatedKmh) => ({
      indicatedKmh,
      trueKmh: indicatedKmh * truePerIndicated,
    })),
    odometerErrorPct: (1 / driven - 1) * 100,
    checks,
  };
}

/**
 * The checks of a dial as they are read: a verdict that holds at several speeds is said once, at the speed where it is worst, and the
 * others are named after it.
 */
export function dialSaidOnce(checks: readonly Check[]): Check[] {
  const speed = ({ id }: Check): number => Number(id.replace('speedometer-', ''));
  const far = ({ value = 0, limit = 0 }: Check): number => (value < 0 ? -value : value - limit);
  return [...grouped(checks, ({ status }) => status).values()].map((group) => {
    const worst = group.reduce((most, one) => (far(one) > far(most) ? one : most));
    const others = group.filter((one) => one !== worst).map(speed);
    const [first, second] = others;
    if (first === undefined) return worst;
    const message =
      second === undefined
        ? say`${worst.message} So it is at ${inKmh(first)}.`
        : say`${worst.message} So it is at ${inKmh(first)} and ${inKmh(second)}.`;
    return { ...worst, message };
  });
}
