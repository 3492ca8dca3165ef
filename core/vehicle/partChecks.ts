import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import type { Obstacle } from '../format/vehicle';
import type { Check } from '../check';
import { say, inMm, type Wording } from '../wording';

/** How far rubber bushings let a wheel move along the vehicle where nobody measured it, each way, mm. An estimate. */
export const USUAL_GIVE_MM = 5;

/** How far a part is moved and which way, as a fitter says it. */
export function wayWords([x, y, z]: readonly [number, number, number]): Wording {
  const ways: [number, string, string][] = [
    [x, 'forward', 'back'],
    [y, 'out', 'in'],
    [z, 'up', 'down'],
  ];
  return ways
    .filter(([mm]) => Math.abs(mm) >= 0.05)
    .map(([mm, plus, minus]) => say`${inMm(Math.abs(mm))} ${mm > 0 ? plus : minus}`)
    .reduce<Wording>((before, way) => (before === '' ? way : say`${before}, ${way}`), '');
}

const nameOf = ({ id, label }: Pick<Obstacle, 'id' | 'label'>): string => label || id;

/** What a package moves and takes off, named, and what of the corners was not measured. */
export function partChecks({ vehicle, package: pack }: Build): Check[] {
  const all = AXLES.flatMap((axle) => vehicle.corners[axle].obstacles);
  const named = (id: string): string => nameOf(all.find((part) => part.id === id) ?? { id, label: '' });
  const removed = pack.removed.map((id): Check => ({
    id: `removed-${id}`,
    status: 'watch',
    message: `The ${named(id)} is taken off and left out of what is judged. See that what it covers is kept from stones and spray, and ask the inspector whether it may be off.`,
  }));
  const moved = pack.moves.map(({ obstacle, byMm }): Check => ({
    id: `moved-${obstacle}`,
    status: 'watch',
    value: Math.hypot(...byMm),
    message: say`The ${named(obstacle)} is judged where it is to be set, ${wayWords(byMm)}. Measure it there when it is, and keep to its maker’s fastenings.`,
  }));
  const bushings = AXLES.flatMap((axle): Check[] =>
    vehicle.corners[axle].suspension.complianceMm === undefined
      ? [
          {
            id: `bushings-${axle}`,
            status: 'unknown',
            message: say`How far the ${axle} bushings give is not measured: pry the wheel forward and back against the frame and read the way, or enter 0 for stiff ones. Until then ${inMm(USUAL_GIVE_MM)} each way count in the chance of contact, not in the grade.`,
          },
        ]
      : [],
  );
  return [...removed, ...moved, ...bushings];
}
