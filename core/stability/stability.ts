import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { deriveFigures } from '../figures';
import type { Result } from '../result';

export type Stability = {
  trackFactor: { stock: number; package: number };
  tiltDeg: { stock: number; package: number };
  changePct: number;
  /** Height of the centre of gravity, mm: as measured, and with the package (an estimate). */
  cgHeightMm: { stock: number; package: number };
  checks: Check[];
};

/** Share of the whole that springs carry and a lift raises. An estimate. */
const SPRUNG_SHARE = 0.85;
/** From these changes of the track factor on, per cent; a shop may set others. */
export const STABILITY_LIMITS = { watchPct: -5, failPct: -12, watchFactor: 1, failFactor: 0.85 } as const;

/** Mean over both axles of what the lift kinds raise the body by, mm. */
export function meanLiftMm({ package: { lift } }: Build): number {
  return AXLES.reduce((sum, axle) => {
    const { springMm, bracketMm, bodyMm } = lift[axle];
    return sum + (springMm + bracketMm + bodyMm) / AXLES.length;
  }, 0);
}

const degrees = (radians: number): number => (radians * 180) / Math.PI;

/**
 * How the vehicle stands: track over twice the height of its centre of gravity, before and after. A lift raises the
 * sprung mass, half the growth of the diameter raises all of it, added masses count at their own height. Without a
 * measured height there is nothing to work out, only an unknown check.
 */
export function stabilityOf(
  build: Build,
  figures = deriveFigures(build),
): Result<Stability, { checks: Check[] }> {
  const { vehicle, package: pack } = build;
  const { cgHeightMm, trackMm, massKg } = vehicle;
  if (cgHeightMm === undefined)
    return {
      ok: false,
      checks: [
        {
          id: 'track-factor',
          status: 'unknown',
          message:
            'How much less stable it stands is not known. Measure the height of the centre of gravity (Measure). Higher stands less stable.',
        },
      ],
    };
  const meanTrack = (trackMm.front + trackMm.rear) / 2;
  const centrePlane = figures.package.planes.centrePlaneMm - figures.stock.planes.centrePlaneMm;
  const whole = massKg.front + massKg.rear;
  const added = pack.addedMass.reduce((sum, one) => sum + one.massKg, 0);
  const raised =
    (whole * (cgHeightMm + SPRUNG_SHARE * meanLiftMm(build) + figures.growthMm / 2) +
      pack.addedMass.reduce((sum, one) => sum + one.massKg * one.heightMm, 0)) /
    (whole + added);
  const before = meanTrack / (2 * cgHeightMm);
  const after = (meanTrack + 2 * centrePlane) / (2 * raised);
  const changePct = (after / before - 1) * 100;
  const { watchPct, failPct, watchFactor, failFactor } = STABILITY_LIMITS;
  const lifted = meanLiftMm(build) !== 0 || figures.growthMm !== 0 || added > 0;
  const little = after < failFactor;
  const status =
    changePct <= failPct || little
      ? 'fail'
      : // How high the weight stands with a lift, other tires or a load is an estimate: it never passes by that.
        changePct <= watchPct || after < watchFactor || lifted
        ? 'watch'
        : 'pass';
  const value: Stability = {
    trackFactor: { stock: before, package: after },
    tiltDeg: { stock: degrees(Math.atan(before)), package: degrees(Math.atan(after)) },
    changePct,
    cgHeightMm: { stock: cgHeightMm, package: raised },
    checks: [
      {
        id: 'track-factor',
        status,
        value: changePct,
        limit: failPct,
        message: little
          ? `Its track factor is ${after.toFixed(2)}, under ${failFactor}: it stands too narrow for its height, whatever it was. Lift less, carry lower, or widen the track.`
          : status === 'fail'
            ? `It stands ${Math.abs(changePct).toFixed(0)} % less stable than as delivered. Lift less, or widen the track; drive it as what it is.`
            : changePct < 0
              ? `It stands ${Math.abs(changePct).toFixed(1)} % less stable than as delivered, an estimate. A tilt test would settle it; drive it as what it is.`
              : status === 'watch'
                ? `It stands about as stable as delivered, an estimate (track factor ${after.toFixed(2)}). A tilt test would settle it.`
                : 'It stands no less stable than as delivered.',
      },
    ],
  };
  return { ok: true, value };
}
