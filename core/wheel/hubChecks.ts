import { inMm, say } from '../wording';
import type { Build } from '../format/build';
import type { Check } from '../check';
import { codeOf } from '../tire/size';
import { boltCircleWords } from './boltCircle';

/** Circles closer than this are one drilling; 120 and 120.65 (4.75 in), or 114 and 114.3, are not. */
const SAME_CIRCLE_MM = 0.2;
/** A bore this close to the hub's still centres on it. */
const CENTRING_MM = 0.3;

const SEAT_WORDS = { cone: 'conical', ball: 'ball', flat: 'flat' } as const;

function bore(hubMm: number, pack: Build['package']): Check {
  const { boreMm: wheelMm, centredBy } = pack.wheel;
  const common = { id: 'wheel-bore', value: wheelMm, limit: hubMm };
  if (wheelMm < hubMm)
    return {
      ...common,
      status: 'fail',
      message: say`The wheel’s bore of ${inMm(wheelMm)} does not pass over the hub of ${inMm(hubMm)}. Choose a wheel with a bore of at least ${inMm(hubMm)}.`,
    };
  if (wheelMm <= hubMm + CENTRING_MM)
    return { ...common, status: 'pass', message: say`The bore of ${inMm(wheelMm)} centres on the hub.` };
  if (pack.centringRing)
    return {
      ...common,
      status: 'pass',
      message: say`A ring ${wheelMm}/${inMm(hubMm)} centres the wheel on the hub.`,
    };
  if (centredBy === 'nut')
    return { ...common, status: 'pass', message: 'The wheel is made to be centred by its nuts.' };
  return {
    ...common,
    status: 'watch',
    message: say`The bore of ${inMm(wheelMm)} is ${inMm(wheelMm - hubMm, 1)} wider than the hub: the nuts alone centre the wheel. Fit a centring ring ${wheelMm}/${inMm(hubMm)}, or confirm that the wheel is made to be centred by its nuts.`,
  };
}

function rimWidth({ tire, wheel }: Build['package']): Check {
  const id = 'rim-in-approved-range';
  if (!tire.approvedRimIn)
    return {
      id,
      status: 'unknown',
      value: wheel.widthIn,
      message:
        'The tire’s approved rim widths are not entered. Take them from the maker’s sheet for this size.',
    };
  const [low, high] = tire.approvedRimIn;
  if (wheel.widthIn < low || wheel.widthIn > high)
    return {
      id,
      status: 'fail',
      value: wheel.widthIn,
      limit: wheel.widthIn < low ? low : high,
      message: `A ${wheel.widthIn} in rim is outside the ${low} to ${high} in that the tire’s maker approves.`,
    };
  return {
    id,
    status: 'pass',
    value: wheel.widthIn,
    message: `The ${wheel.widthIn} in rim is within the approved ${low} to ${high} in.`,
  };
}

/** Whether the wheel goes onto this hub and the tire onto this wheel; each check says its cure. */
export function hubChecks({ vehicle, package: pack }: Build): Check[] {
  const { hub, minRimIn } = vehicle;
  const { wheel, tire } = pack;
  const rimOfTireIn = codeOf(tire).rimIn;
  const check = (
    id: string,
    passes: boolean,
    value: number,
    limit: number,
    pass: string,
    fail: string,
  ): Check => ({
    id,
    status: passes ? 'pass' : 'fail',
    value,
    limit,
    message: passes ? pass : fail,
  });
  const onHub = boltCircleWords(hub.studs, hub.pcdMm);
  const onWheel = boltCircleWords(wheel.studs, wheel.pcdMm);
  return [
    check(
      'wheel-studs',
      wheel.studs === hub.studs,
      wheel.studs,
      hub.studs,
      `${hub.studs} studs on hub and wheel.`,
      `The wheel is drilled for ${wheel.studs} studs, the hub has ${hub.studs}. Choose a wheel drilled ${onHub}.`,
    ),
    check(
      'wheel-bolt-circle',
      Math.abs(wheel.pcdMm - hub.pcdMm) <= SAME_CIRCLE_MM,
      wheel.pcdMm,
      hub.pcdMm,
      `Bolt circle ${onHub} on both.`,
      `The wheel is drilled ${onWheel}, the hub is ${onHub}. Circles that look alike do not bolt on; choose a wheel drilled ${onHub}.`,
    ),
    bore(hub.boreMm, pack),
    {
      id: 'wheel-seat',
      status: wheel.seat === hub.seat ? 'pass' : 'fail',
      message:
        wheel.seat === hub.seat
          ? `Nut seats match: ${SEAT_WORDS[hub.seat]}.`
          : `The wheel has ${SEAT_WORDS[wheel.seat]} nut seats, the vehicle’s nuts are ${SEAT_WORDS[hub.seat]}. Fit nuts made for ${SEAT_WORDS[wheel.seat]} seats, in the hub’s thread, or another wheel.`,
    },
    check(
      'tire-on-rim',
      rimOfTireIn === wheel.diameterIn,
      wheel.diameterIn,
      rimOfTireIn,
      `A ${rimOfTireIn} in tire on a ${wheel.diameterIn} in wheel.`,
      `The tire is made for a ${rimOfTireIn} in rim, the wheel is ${wheel.diameterIn} in. It cannot be mounted.`,
    ),
    rimWidth(pack),
    check(
      'rim-over-brake',
      wheel.diameterIn >= minRimIn,
      wheel.diameterIn,
      minRimIn,
      `The ${wheel.diameterIn} in rim passes the brakes (${minRimIn} in is the smallest that does).`,
      `A ${wheel.diameterIn} in rim does not pass the brakes; ${minRimIn} in is the smallest that does.`,
    ),
  ];
}
