import type { Check } from '../check';
import { ENVELOPE_KINDS, type AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Envelope } from '../format/envelope';
import { inKmh, inMm, say, type Wording } from '../wording';
import { cutDepths, leastWhole, sweepCorner, sweepInputOf } from './corner';
import { decidingProfile, type Profile } from './profile';

export type EnvelopeFit = {
  axle: AxleName;
  kind: Envelope['kind'];
  leastClearanceMm: number;
  at: { obstacle: string; lockDeg: number; travelMm: number };
  check: Check;
};

/**
 * A tire with something around it: taller by what stands over the tread, wider on either side by what stands beside the sidewall,
 * over its whole height; its shoulder is rounder by the lesser of the two, as of a line at that distance from it.
 */
export function withEnvelope(profile: Profile, { aboveMm, besideMm }: Envelope): Profile {
  return {
    ...profile,
    tireHalfWidthMm: profile.tireHalfWidthMm + besideMm,
    tireOuterMm: profile.tireOuterMm + aboveMm,
    shoulderMm: profile.shoulderMm + Math.min(aboveMm, besideMm),
  };
}

/** The build as it is driven with it: turned no further than that. */
function drivenWith(build: Build, { lockDeg }: Envelope): Build {
  if (lockDeg === undefined) return build;
  const { lockStopDeg = Infinity } = build.package;
  return { ...build, package: { ...build.package, lockStopDeg: Math.min(lockStopDeg, lockDeg) } };
}

/** How it is driven with, as it stands in a sentence. */
const drivenWords = ({ lockDeg, kmh }: Envelope): Wording => [
  ...(lockDeg === undefined ? [] : [` and ${lockDeg}° of lock`]),
  ...(kmh === undefined ? [] : [' up to ', inKmh(kmh, 0)]),
];

function checkOf(
  id: string,
  envelope: Envelope,
  { label, leastMm, marginMm }: { label: string; leastMm: number; marginMm: number },
): Check {
  const { axle, kind } = envelope;
  const what = `${ENVELOPE_KINDS[kind]} on the ${axle} tires`;
  const figures = { id, value: leastMm, limit: marginMm };
  const how = drivenWords(envelope);
  if (leastMm >= marginMm)
    return {
      ...figures,
      status: 'pass',
      message: say`With ${what}${how} there are ${inMm(leastMm, 0)} to the ${label}.`,
    };
  if (leastMm >= 0)
    return {
      ...figures,
      status: 'watch',
      message: say`With ${what}${how} only ${inMm(leastMm, 0)} are left to the ${label}: fit and tension them as their maker says, and look after the first kilometre.`,
    };
  return kind === 'mud'
    ? {
        ...figures,
        status: 'watch',
        message: say`Mud that packs ${inMm(-leastMm, 0)} deeper than the room to the ${label} is scraped off there, on the ${axle}: coated edges go bare and a liner may be pulled out.`,
      }
    : {
        ...figures,
        status: 'fail',
        message: say`With ${what}${how} the ${label} is met by ${inMm(-leastMm, 0)}: no chains there. A flatter chain that its maker allows, the other axle where the vehicle’s maker allows it, or less lock.`,
      };
}

/**
 * Whether what is put around the tires of an axle clears the well, each judged as a tire of its own: over the zone of the job, at
 * the lock that it is driven with. Nothing of it may touch, whatever the rub policy lets a tire do.
 */
export function envelopeFits(build: Build): EnvelopeFit[] {
  return build.package.envelopes.map((envelope, i): EnvelopeFit => {
    const { axle, kind } = envelope;
    const corner = sweepCorner(sweepInputOf(drivenWith(build, envelope), axle));
    const { obstacles } = corner.corner;
    const cut = cutDepths(obstacles, build.package.cuts);
    const profile = withEnvelope(decidingProfile(build.package, build.use), envelope);
    const { least, lockDeg, hubMm } = leastWhole(corner, profile, cut);
    const at = least.reduce((best, mm, k) => (mm < (least[best] ?? Infinity) ? k : best), 0);
    const part = obstacles[at];
    const leastMm = least[at] ?? Infinity;
    return {
      axle,
      kind,
      leastClearanceMm: leastMm,
      at: {
        obstacle: part?.id ?? '',
        lockDeg: lockDeg[at] ?? 0,
        travelMm: (hubMm[at] ?? 0) - corner.travel.rideMm,
      },
      check: checkOf(`envelope-${i + 1}-${kind}`, envelope, {
        label: part?.label || (part?.id ?? ''),
        leastMm,
        marginMm: build.use.marginMm,
      }),
    };
  });
}
