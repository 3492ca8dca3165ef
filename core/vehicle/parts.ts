import type { Obstacle } from '../format/vehicle';
import type { Package } from '../format/package';

/**
 * A corner's parts as a package leaves them, in the order that they stand in: what is set elsewhere with its points there, what
 * is taken off without any.
 */
export function placedParts(
  obstacles: Obstacle[],
  { moves, removed }: Pick<Package, 'moves' | 'removed'>,
): Obstacle[] {
  if (moves.length === 0 && removed.length === 0) return obstacles;
  return obstacles.map((part): Obstacle => {
    if (removed.includes(part.id)) return { ...part, points: [] };
    const by = moves.find(({ obstacle }) => obstacle === part.id)?.byMm;
    if (!by) return part;
    const [dx, dy, dz] = by;
    return { ...part, points: part.points.map(([x, y, z]) => [x + dx, y + dy, z + dz]) };
  });
}

/** Whether a part is there at all. */
export const isThere = ({ points }: Pick<Obstacle, 'points'>): boolean => points.length > 0;
