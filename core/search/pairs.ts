import type { Build } from '../format/build';
import { profileOf, type Profile } from '../clearance/profile';
import { AXLES } from '../format/names';
import { grouped } from '../grouped';
import { loadOf, type Load } from '../load/load';
import { codeOf, tireSize, type TireSize } from '../tire/size';
import { grownDecides, grownSize } from '../tire/grown';
import { hardwareChecks } from '../wheel/hardware';
import { hubChecks } from '../wheel/hubChecks';
import type { Fall, Stop } from './limits';
import {
  buildOf,
  costOf,
  daysOf,
  ALREADY_FITTED,
  type Choice,
  type OfferedSpacer,
  type OfferedTire,
  type OfferedWheel,
  type Space,
} from './space';
import type { Limits } from '../format/searchLimits';

/** A tire on a wheel that carries it, with what is known of the two without any lift. */
export type Pair = {
  tire: number;
  wheel: number;
  size: TireSize;
  /** Capacity of two tires over the load of their axle, less 1, where it is least; null where a capacity is not known. */
  reserve: number | null;
  /** Filled in when it is asked for first. */
  load?: Load;
  /** Spacers by number: the wheel's profile with each; null where studs and spacer do not go together. */
  profiles: (Profile | null)[];
};

/** What fell before any lift was looked at: which tire, which wheel (-1: whichever), to what, and how many spacers it counts for. */
export type EarlyFall = Fall & { tire: number; wheel: number; spacers: number };

/** Hub checks that speak of wheel and vehicle alone, whichever tire is on. */
const WHEEL_ALONE = new Set([
  'wheel-studs',
  'wheel-bolt-circle',
  'wheel-bore',
  'wheel-seat',
  'rim-over-brake',
]);
/** Hub checks whose tire cannot be mounted on the wheel at all: no package. */
const NO_PACKAGE = new Set(['tire-on-rim', 'rim-in-approved-range']);

function reserveOf({ axleKg, capacityKg }: Load): number | null {
  let least = Infinity;
  for (const axle of AXLES) {
    const { tires } = capacityKg[axle];
    if (tires === undefined) return null;
    least = Math.min(least, tires / axleKg[axle] - 1);
  }
  return least;
}

/**
 * Every tire on every wheel that carries it, in front of the first limits that need no sweep: hub, load and reserve, studs and
 * spacer, price and delivery. Pairs that cannot be mounted are no packages and are not counted.
 */
export function pairsOf(
  space: Space,
  limits: Limits,
): { pairs: Pair[]; fallen: EarlyFall[]; mountable: number } {
  const { base, tires, wheels, spacers } = space;
  const [lift] = space.lifts;
  const [ratio] = space.ratios;
  const [noSpacer] = spacers;
  if (!lift || !ratio || !noSpacer)
    throw new Error('a search needs at least one lift, one ratio and one spacer');
  // Which lift and which ratio is not known here: what they cost is asked of each later.
  const free = { lift: { ...lift, ...ALREADY_FITTED }, ratio: { ...ratio, ...ALREADY_FITTED } };
  const pairs: Pair[] = [];
  const fallen: EarlyFall[] = [];
  let mountable = 0;
  const build = (tire: OfferedTire, wheel: OfferedWheel, spacer: OfferedSpacer = noSpacer): Build =>
    buildOf(base, { tire, wheel, spacer, lift, ratio });
  const byRim = grouped(tires.keys(), (t) => codeOf(tires[t]!.tire).rimIn);
  const out = (tire: number, wheel: number, stop: Stop, by = 0, count = spacers.length): void => {
    fallen.push({ tire, wheel, stop, by, spacers: count });
  };
  const grows = grownDecides(base.use);
  wheels.forEach((wheel, w) => {
    const carried = byRim.get(wheel.wheel.diameterIn) ?? [];
    let wheelFails: boolean | undefined;
    // Studs and spacer do not depend on the tire: asked for once a wheel.
    const studs: (boolean | undefined)[] = [];
    for (const t of carried) {
      const tire = tires[t]!;
      const approved = tire.tire.approvedRimIn;
      if (approved && (wheel.wheel.widthIn < approved[0] || wheel.wheel.widthIn > approved[1])) continue;
      const whole = build(tire, wheel);
      if (wheelFails === undefined) {
        const hub = hubChecks(whole).filter(({ status }) => status === 'fail');
        wheelFails = hub.some(({ id }) => WHEEL_ALONE.has(id));
        if (hub.some(({ id }) => NO_PACKAGE.has(id)))
          throw new Error('a tire off its rim reached the search');
      }
      mountable++;
      if (wheelFails) {
        out(t, w, 'wheel');
        continue;
      }
      const size = tireSize(tire.tire, wheel.wheel.widthIn);
      const load = loadOf(whole);
      if (load.checks.some(({ status }) => status === 'fail')) {
        out(t, w, 'load');
        continue;
      }
      const reserve = reserveOf(load);
      // What is not known is no reserve.
      const short = limits.loadReserve === undefined ? 0 : limits.loadReserve - (reserve ?? -1);
      if (short > 0) {
        out(t, w, 'reserve', short);
        continue;
      }
      const profiles = spacers.map((spacer, s): Profile | null => {
        studs[s] ??= hardwareChecks(build(tire, wheel, spacer)).every(({ status }) => status !== 'fail');
        if (!studs[s]) {
          out(t, w, 'hardware', 0, 1);
          return null;
        }
        const stopped = offerStop(limits, { tire, wheel, spacer, lift: free.lift, ratio: free.ratio });
        if (stopped) {
          out(t, w, stopped.stop, stopped.by, 1);
          return null;
        }
        const standing = grows ? grownSize(size, tire.tire, wheel.wheel.diameterIn) : size;
        return profileOf(standing, wheel.wheel, spacer.spacerMm);
      });
      if (profiles.some((one) => one !== null)) pairs.push({ tire: t, wheel: w, size, reserve, profiles });
    }
  });
  return { pairs, fallen, mountable };
}

/** What a choice falls to by when it comes and what it costs; null where it keeps to both. */
export function offerStop(limits: Limits, choice: Choice): Fall | null {
  const late = limits.days === undefined ? null : overDays(limits, daysOf(choice));
  if (late !== null) return { stop: 'days', by: late };
  const dear = limits.budget === undefined ? null : overBudget(limits, costOf(choice));
  return dear === null ? null : { stop: 'budget', by: dear };
}

/** By how much a cost is over the budget; null where it keeps to it. What is not known is over it. */
export function overBudget({ budget }: Limits, cost: number | null): number | null {
  if (budget === undefined) return null;
  if (cost === null) return Infinity;
  return cost > budget ? cost - budget : null;
}
export function overDays({ days }: Limits, until: number | null): number | null {
  if (days === undefined) return null;
  if (until === null) return Infinity;
  return until > days ? until - days : null;
}
