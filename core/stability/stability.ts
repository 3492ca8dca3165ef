import { AXLES, type Build } from '../format/build';
import type { Check } from '../check';
import { growthMm } from '../vehicle/rise';

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
export const STABILITY_LIMITS = { watchPct: -5, failPct: -12 } as const;

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
export function stabilityOf(build: Build): Stability | { checks: Check[] } {
  const { vehicle, package: pack } = build;
  const { cgHeightMm, trackMm, stock, massKg } = vehicle;
  if (cgHeightMm === undefined)
    return {
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
  const centrePlane = pack.spacerMm - pack.wheel.offsetMm + stock.wheel.offsetMm;
  const whole = massKg.front + massKg.rear;
  const added = pack.addedMass.reduce((sum, one) => sum + one.massKg, 0);
  const raised =
    (whole * (cgHeightMm + SPRUNG_SHARE * meanLiftMm(build) + growthMm(build) / 2) +
      pack.addedMass.reduce((sum, one) => sum + one.massKg * one.heightMm, 0)) /
    (whole + added);
  const before = meanTrack / (2 * cgHeightMm);
  const after = (meanTrack + 2 * centrePlane) / (2 * raised);
  const changePct = (after / before - 1) * 100;
  const { watchPct, failPct } = STABILITY_LIMITS;
  const status = changePct <= failPct ? 'fail' : changePct <= watchPct ? 'watch' : 'pass';
  return {
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
        message:
          status === 'fail'
            ? `It stands ${Math.abs(changePct).toFixed(0)} % less stable than as delivered. Lift less, or widen the track; drive it as what it is.`
            : changePct < 0
              ? `It stands ${Math.abs(changePct).toFixed(1)} % less stable than as delivered, an estimate. A tilt test would settle it; drive it as what it is.`
              : 'It stands no less stable than as delivered.',
      },
    ],
  };
}
