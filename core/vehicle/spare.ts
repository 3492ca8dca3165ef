import { SPARE_PLACES } from '../format/names';
import type { Check } from '../check';
import type { Build } from '../format/build';
import { deriveFigures, type Figures } from '../figures';
import { inKg, inMm, say, type Wording } from '../wording';
import { riseMm } from './rise';

/** Less room than this is as much as a tape may be off, mm. */
const TIGHT_MM = 10;

/** One figure of the place against what the new spare asks for: more than there is fails, hardly less is to be tried. */
function room(
  id: string,
  hasMm: number | undefined,
  asksMm: number,
  words: { measure: Wording; over: (byMm: number) => Wording; holds: Wording },
): Check {
  if (hasMm === undefined) return { id, status: 'unknown', message: words.measure };
  const leftMm = hasMm - asksMm;
  const figures = { id, value: asksMm, limit: hasMm };
  if (leftMm < 0) return { ...figures, status: 'fail', message: words.over(-leftMm) };
  return leftMm < TIGHT_MM
    ? {
        ...figures,
        status: 'watch',
        message: say`${words.holds}, with ${inMm(leftMm, 0)} to spare: as much as a tape may be off. Try it before it leaves.`,
      }
    : { ...figures, status: 'pass', message: say`${words.holds}, with ${inMm(leftMm, 0)} to spare.` };
}

function massCheck({ vehicle, package: pack }: Build): Check {
  const id = 'spare-mass';
  const { ratedKg } = vehicle.spare ?? {};
  const { massKg: tireKg } = pack.tire;
  if (ratedKg === undefined)
    return {
      id,
      status: 'unknown',
      message:
        'What the carrier of the spare is rated for is not known: read it off its label or ask its maker.',
    };
  if (tireKg === undefined)
    return {
      id,
      status: 'unknown',
      message: 'What the new spare weighs is not known: enter the mass of the tire.',
    };
  const kg = tireKg + pack.wheel.massKg;
  return kg > ratedKg
    ? {
        id,
        status: 'fail',
        value: kg,
        limit: ratedKg,
        message: say`The new spare weighs ${inKg(kg, 0)}, more than the ${inKg(ratedKg, 0)} that its carrier is rated for: a carrier that its maker rates for it, or another place.`,
      }
    : {
        id,
        status: 'pass',
        value: kg,
        limit: ratedKg,
        message: say`Its carrier is rated for the ${inKg(kg, 0)} of the new spare.`,
      };
}

/** Under the floor it lies flat: what is wider hangs lower, and what lifted the body lifted it too. */
function hangsCheck(build: Build, figures: Figures): Check {
  const id = 'spare-hangs';
  const { clearMm } = build.vehicle.spare ?? {};
  if (clearMm === undefined)
    return {
      id,
      status: 'unknown',
      message: 'How high the spare hangs over the ground is not measured.',
    };
  const lowerMm = figures.package.size.sectionWidthMm - figures.stock.size.sectionWidthMm;
  const value = clearMm + riseMm(build, 'rear', 'body', figures) - lowerMm;
  const lower = value < clearMm - 1;
  return {
    id,
    status: lower ? 'watch' : 'pass',
    value,
    limit: clearMm,
    message: lower
      ? say`The new spare hangs ${inMm(value, 0)} over the ground, ${inMm(clearMm - value, 0)} lower than as delivered: it comes down first behind the rear axle.`
      : say`The new spare hangs ${inMm(value, 0)} over the ground, as delivered ${inMm(clearMm, 0)}.`,
  };
}

/**
 * Whether the place of the spare holds the tire and wheel of the package; nothing where no place was entered. The tire stands
 * there pumped and without load: its overall diameter and its section width on the package's rim.
 */
export function spareChecks(build: Build, figures = deriveFigures(build)): Check[] {
  const { spare } = build.vehicle;
  if (!spare) return [];
  const { overallDiameterMm, sectionWidthMm } = figures.package.size;
  const where = SPARE_PLACES[spare.place];
  const checks = [
    room('spare-diameter', spare.diameterMm, overallDiameterMm, {
      measure: `How large a circle is free for the spare ${where} is not measured.`,
      over: (byMm) =>
        say`The new spare is ${inMm(byMm, 0)} too large for its place ${where}: carry it elsewhere, or a smaller one only as far and as fast as its maker and the axle’s allow.`,
      holds: `Its place ${where} is large enough for the new spare`,
    }),
    room('spare-depth', spare.depthMm, sectionWidthMm, {
      measure: `How wide a tire goes into the place of the spare ${where} is not measured.`,
      over: (byMm) =>
        say`The new spare is ${inMm(byMm, 0)} too wide for its place ${where}: carry it elsewhere, or space its carrier.`,
      holds: `Its place ${where} is deep enough for the new spare`,
    }),
    massCheck(build),
  ];
  if (spare.place === 'floor') return [...checks, hangsCheck(build, figures)];
  if (spare.place !== 'door') return checks;
  return [
    ...checks,
    room('spare-below', spare.clearMm, overallDiameterMm / 2, {
      measure: 'How far the middle of the carrier stands above the bumper is not measured.',
      over: (byMm) =>
        say`The new spare stands ${inMm(byMm, 0)} into what is below it on the door: set the carrier higher, where the plate and the lamps stay seen.`,
      holds: 'What is below the spare on the door stays free',
    }),
  ];
}

/** How the new spare is carried, in one sentence for whoever drives; null where no place was entered. */
export function spareWords(build: Build): Wording | null {
  const checks = spareChecks(build);
  if (checks.length === 0) return null;
  const failing = checks.find(({ status }) => status === 'fail');
  if (failing) return failing.message;
  const open = checks.filter(({ status }) => status === 'unknown');
  const { place } = build.vehicle.spare ?? { place: 'floor' };
  return open.length > 0
    ? `Whether the new spare goes ${SPARE_PLACES[place]} is not known: ${open.length} of ${checks.length} figures of its place are missing.`
    : `The new spare goes ${SPARE_PLACES[place]}, as the old one did.`;
}
