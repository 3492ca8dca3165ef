import type { AxleName } from '../format/names';
import type { Vehicle } from '../format/build';
import { minus, dot, plus, times, type Vec } from '../geometry/vec';
import { grouped } from '../grouped';
import type { PhotoMeasurement } from '../photogrammetry/measure';
import { isThing } from './sides';
import { isSure } from './takePhotos';

/** By how much a photo round puts a part farther from the axle than it stands, mm, and how sure that is. */
export type Off = { obstacle: string; mm: number; spreadMm: number };
/** How a part came to stand where it does. */
export type StoodBy = 'estimate' | 'photographs' | 'reading';

/** Places that were photographed are marked as such in the sources of a vehicle. */
export const isPhotographed = (readings: Vehicle['readings'], path: string): boolean =>
  readings?.some((one) => one.path === path && one.device.startsWith('photographs')) ?? false;

/** The nearest point of a line. */
function nearestOn(line: readonly Vec[], point: Vec): Vec | undefined {
  let best: Vec | undefined;
  let least = Infinity;
  line.forEach((from, i) => {
    const to = line[i + 1] ?? from;
    const along = minus(to, from);
    const length2 = dot(along, along);
    const t = length2 === 0 ? 0 : Math.min(1, Math.max(0, dot(minus(point, from), along) / length2));
    const on = plus(from, times(along, t));
    const away = minus(point, on);
    if (dot(away, away) < least) {
      least = dot(away, away);
      best = on;
    }
  });
  return best;
}

/**
 * A photo round beside what stands, part by part: the mean of how much farther from the axle it puts the part, seen from the side. The
 * points of a part share the error of whoever read it, so that the mean is no surer than one of them.
 */
export function offWhatStands(
  vehicle: Vehicle,
  axle: AxleName,
  { points }: Pick<PhotoMeasurement, 'points'>,
): (Off & { by: StoodBy })[] {
  const { obstacles } = vehicle.corners[axle];
  return [...grouped(points.filter(isSure), ({ obstacle }) => obstacle)].flatMap(([name, own]) => {
    const stood = obstacles.find((one) => isThing(one, name));
    if (!stood || stood.points.length < 2) return [];
    const offMm = own.flatMap(({ xMm, yMm, zMm }) => {
      const on = nearestOn(stood.points, [xMm, yMm, zMm]);
      return on ? [Math.hypot(xMm, zMm) - Math.hypot(on[0], on[2])] : [];
    });
    const photographed = isPhotographed(vehicle.readings, `corners.${axle}.obstacles.${stood.id}`);
    return [
      {
        obstacle: name,
        mm: offMm.reduce((sum, one) => sum + one, 0) / offMm.length,
        spreadMm: Math.hypot(stood.tapeErrorMm, Math.max(...own.map((one) => Math.max(...one.sigmaMm)))),
        by: (stood.estimated?.length ?? 0) > 0 ? 'estimate' : photographed ? 'photographs' : 'reading',
      },
    ];
  });
}

/** The same for parts alone that were read by other means: what photographs are judged by. */
export const heldAgainst = (
  vehicle: Vehicle,
  axle: AxleName,
  measured: Pick<PhotoMeasurement, 'points'>,
): Off[] =>
  offWhatStands(vehicle, axle, measured)
    .filter(({ by }) => by === 'reading')
    .map(({ by: _, ...off }) => off);
