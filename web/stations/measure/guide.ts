import type { AxleName } from '../../../core/format/names';
import type { Obstacle, Vehicle } from '../../../core/format/build';
import { standingProfile } from '../../../core/measure/begin';
import { pointAt } from '../../../core/measure/moveThing';
import type { RoundReading } from '../../../core/measure/round';
import { outlineIds } from '../../../core/measure/things';
import { toClock } from '../../../core/measure/outline';
import { showWithUnit, type UnitSystem } from '../../../core/units/quantity';
import type { Guide } from '../../drawings/CornerView';

type Point = Obstacle['points'][number];

function nearestAt(obstacle: Obstacle | undefined, hour: number, otherwise: Point): Point {
  const [nearest] = (obstacle?.points ?? [])
    .map((point) => ({ point, away: Math.abs(toClock(point, false).hour - hour) }))
    .sort((a, b) => a.away - b.away);
  return nearest && nearest.away < 1.5 ? nearest.point : otherwise;
}

/** Where the tape is held for a reading, drawn before it is taken: to where the thing stands, or would as a rule. */
export function guideOf(
  vehicle: Vehicle,
  axle: AxleName,
  { kind, thing, view }: RoundReading,
  valueMm: number | undefined,
  units: UnitSystem,
): Guide {
  const words = valueMm === undefined ? '?' : showWithUnit(valueMm, 'length', units);
  const { obstacles } = vehicle.corners[axle];
  const find = (id: string): Obstacle | undefined => obstacles.find((one) => one.id === id);
  const radius = standingProfile(vehicle).tireOuterMm + 90;
  const at = (hour: number): Point => {
    const angle = (hour * Math.PI) / 6;
    return [-radius * Math.sin(angle), 100, radius * Math.cos(angle)];
  };
  const ids = outlineIds(axle);
  switch (kind.of) {
    case 'lip':
    case 'liner':
      return { view, from: [0, 0, 0], to: nearestAt(find(ids[kind.of]), kind.hour, at(kind.hour)), words };
    case 'across': {
      const [x, y, z] = nearestAt(find(ids.lip), kind.hour, at(kind.hour));
      // Ahead and behind the hub the front view looks along the tape; there it is shown from above.
      return kind.hour === 0
        ? { view, from: [x, 0, z], to: [x, y, z], words }
        : { view: 'plan', from: [x, 0, z], to: [x, y, z], words };
    }
    case 'depth': {
      const [x, y, z] = nearestAt(find(ids.lip), 0, at(0));
      const [, inner] = nearestAt(find(ids.liner), 0, [x, y - 45, z]);
      return { view, from: [x, y, z], to: [x, inner, z], words };
    }
    case 'place': {
      const to = pointAt(find(thing)?.points ?? [[300, -150, 200]], kind);
      const from: Point = [...to];
      from[kind.axis] = 0;
      return { view, from, to, words };
    }
    case 'thing': {
      const points = find(thing)?.points ?? [[300, -150, 200]];
      const { axis, reach } = kind;
      const sorted = [...points].sort((a, b) => a[axis] - b[axis]);
      const target: Point = (reach === 'least'
        ? sorted[0]
        : reach === 'most'
          ? sorted.at(-1)
          : points[0]) ?? [0, 0, 0];
      const from: Point = [...target];
      from[axis] = 0;
      return { view, from, to: target, words };
    }
  }
}
