import type { Corner, Obstacle } from '../format/build';
import { baseOf, roundFor } from './round';
import type { Side } from '../format/names';
import type { GapReading } from '../format/measured';

type Point = Obstacle['points'][number];

const otherSide = (side: Side): Side => (side === 'left' ? 'right' : 'left');
const idOn = (thing: string, side: Side): string => `${thing}-${side}`;
export const isThing = (obstacle: Obstacle, thing: string): boolean =>
  obstacle.id === thing || obstacle.id === idOn(thing, 'left') || obstacle.id === idOn(thing, 'right');

/** What a part is called on either side. */
export function thingOf({ id, side }: Pick<Obstacle, 'id' | 'side'>): string {
  const end = side ? idOn('', side) : '';
  return end && id.endsWith(end) ? id.slice(0, -end.length) : id;
}

const whollyEstimated = ({ estimated, points }: Obstacle): boolean =>
  new Set(estimated).size >= points.length;

export function withPoints(
  obstacle: Obstacle,
  points: readonly Point[],
  estimated: readonly boolean[],
): Obstacle {
  const { estimated: _before, ...rest } = obstacle;
  const guessed = estimated.flatMap((is, i) => (is ? [i] : []));
  return { ...rest, points: [...points], ...(guessed.length > 0 ? { estimated: guessed } : {}) };
}

/**
 * The obstacle that a reading on a side moves, and the others. One side stands for both until the other is
 * measured; then each has its own.
 */
export function split(
  corner: Corner,
  thing: string,
  side: Side,
  gaps: readonly GapReading[],
  fresh: () => Obstacle,
): { mine: Obstacle; others: Obstacle[] } {
  const all = corner.obstacles.filter((one) => isThing(one, thing));
  const rest = corner.obstacles.filter((one) => !isThing(one, thing));
  const own = all.find((one) => one.side === side);
  if (own) return { mine: own, others: [...rest, ...all.filter((one) => one !== own)] };
  const [shared] = all;
  if (!shared) return { mine: fresh(), others: rest };
  const readOn = (which: Side): boolean =>
    (corner.measured?.readings ?? []).some(
      (reading) => reading.side === which && ownerOf(reading.reading) === thing,
    ) || gaps.some((gap) => gap.side === which && gap.obstacle === thing);
  const other = otherSide(side);
  // What stands there was read on the other side, or on the left where nobody said: it stays that side's own.
  const apart = readOn(other) || (side === 'right' && !whollyEstimated(shared) && !readOn('right'));
  if (!apart) return { mine: shared, others: rest };
  const mirrored = withPoints(
    { ...shared, id: idOn(thing, side), side },
    shared.points,
    shared.points.map(() => true),
  );
  return { mine: mirrored, others: [...rest, { ...shared, side: other }] };
}

const OWNERS = new Map<string, string>(
  (['front', 'rear'] as const).flatMap((axle) =>
    roundFor(axle, 'left').map(({ id, thing }) => [`${axle} ${id}`, thing] as const),
  ),
);
function ownerOf(reading: string): string | undefined {
  const base = baseOf(reading);
  return OWNERS.get(`front ${base}`) ?? OWNERS.get(`rear ${base}`);
}
