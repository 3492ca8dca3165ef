import { Plus, Trash2 } from 'lucide-react';
import type { AxleName } from '../../../core/format/names';
import type { Obstacle, Vehicle } from '../../../core/format/build';
import { isNeverCut, materialOf, MATERIALS, ROLE_WORDS, roleOf, ROLES } from '../../../core/format/materials';
import { Choice } from '../../ui/choices';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';
import type { Edited } from '../../state/store';
import { withCorner } from '../../../core/vehicle/withCorner';
import { questioned } from '../../../core/measure/standing';
import { setVehicle } from '../../state/edits';
import { Button } from '../../ui/Button';

type Props = {
  vehicle: Vehicle;
  axle: AxleName;
  index: number;
  obstacle: Obstacle;
  focusPoint: (point: number) => void;
};

const AXES = [
  ['x', 0],
  ['y', 1],
  ['z', 2],
] as const;
/** What is said of a figure has the width of all three to be said in. */
const SAID_WIDE = [
  '[&_[role=alert]]:w-[22rem]',
  '[&_[role=alert]]:w-[22rem] [&_[role=alert]]:-ml-[7.2rem]',
  '[&_[role=alert]]:w-[22rem] [&_[role=alert]]:-ml-[14.4rem]',
] as const;
const CARRIERS = [
  ['body', 'body'],
  ['frame', 'frame'],
  ['upright', 'upright (turns with the hub)'],
  ['arm', 'arm (follows the wheel)'],
] as const;

/** The chosen obstacle: what it is, and its points, which move in the drawing as they are typed. */
export function PointTable({ vehicle, axle, index, obstacle, focusPoint }: Props) {
  const at = `/corners/${axle}/obstacles/${index}`;
  const path = `vehicle.corners.${axle}.obstacles.${index}`;
  const { points, carrier, material } = obstacle;
  const armed = typeof carrier !== 'string';
  /** A point where it is typed; one inside of the wheel that stands there is questioned and not taken. */
  const setPoint = (p: number, axis: 0 | 1 | 2, mm: number | undefined): Edited => {
    const moved = (to: number): Vehicle => {
      const obstacles = vehicle.corners[axle].obstacles.map((one, i) =>
        i === index
          ? { ...one, points: one.points.map((point, k) => (k === p ? point.with(axis, to) : point)) }
          : one,
      ) as Obstacle[];
      return withCorner(vehicle, axle, { ...vehicle.corners[axle], obstacles });
    };
    const fault =
      mm === undefined ? undefined : questioned(vehicle, axle, `${path}.points.${p}.${axis}`, mm, moved);
    return fault ? { ok: false, faults: [fault] } : setVehicle(`${at}/points/${p}/${axis}`, mm);
  };
  const setPoints = (next: Obstacle['points']) => setVehicle(`${at}/points`, next);
  return (
    <div data-testid="point-table">
      <div className="mb-1 grid grid-cols-3 gap-x-2 gap-y-1.5">
        <TextField
          label="Name"
          path={`${path}.label`}
          value={obstacle.label}
          take={(text) => setVehicle(`${at}/label`, text)}
        />
        <Choice
          label="Moves with"
          value={armed ? 'arm' : carrier}
          options={CARRIERS}
          choose={(next) => void setVehicle(`${at}/carrier`, next === 'arm' ? { arm: 0.5 } : next)}
        />
        <Choice
          label="Material"
          value={material}
          options={MATERIALS.map((one) => [one, materialOf(one).words] as const)}
          choose={(next) => {
            // What is never cut carries no cut along from what it was before.
            if (isNeverCut(next)) {
              void setVehicle(`${at}/cutMm`, undefined);
              void setVehicle(`${at}/removable`, undefined);
            }
            void setVehicle(`${at}/material`, next);
          }}
        />
        <Choice
          label="Which part"
          value={roleOf(obstacle)}
          options={ROLES.map((one) => [one, ROLE_WORDS[one]] as const)}
          choose={(next) => void setVehicle(`${at}/role`, next)}
        />
        <NumberField
          label="May be cut or tucked"
          quantity="length"
          path={`${path}.cutMm`}
          value={obstacle.cutMm}
          take={(mm) => setVehicle(`${at}/cutMm`, mm)}
          disabled={isNeverCut(material)}
        />
        <NumberField
          label="Tape accuracy ±"
          quantity="length"
          path={`${path}.tapeErrorMm`}
          value={obstacle.tapeErrorMm}
          take={(mm) => setVehicle(`${at}/tapeErrorMm`, mm)}
        />
        <NumberField
          label="May be moved by"
          quantity="length"
          path={`${path}.movableMm`}
          value={obstacle.movableMm}
          empty="not moved"
          take={(mm) => setVehicle(`${at}/movableMm`, mm || undefined)}
        />
        <Choice
          label="May be taken off"
          value={obstacle.removable ? 'yes' : 'no'}
          options={[
            ['no', 'stays on'],
            ['yes', 'comes off'],
          ]}
          disabled={isNeverCut(material)}
          choose={(next) => void setVehicle(`${at}/removable`, next === 'yes' ? true : undefined)}
        />
        {armed && (
          <NumberField
            label="Follows the wheel by"
            quantity="plain"
            step={0.05}
            path={`${path}.carrier.arm`}
            value={carrier.arm}
            take={(share) => setVehicle(`${at}/carrier`, { arm: share ?? 0 })}
          />
        )}
      </div>
      <div className="max-h-64 overflow-y-auto pr-1">
        <table className="w-full table-fixed">
          <thead>
            <tr className="caption text-left">
              <th className="w-7">No.</th>
              <th>x forward</th>
              <th>y outboard</th>
              <th>z up</th>
              <th className="w-8">
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {points.map((point, p) => (
              <tr key={p} onFocus={() => focusPoint(p)} onBlur={() => focusPoint(-1)} className="align-top">
                <td className="text-graphite pt-1.5">{p + 1}</td>
                {AXES.map(([name, axis]) => (
                  <td key={name} className={`pr-1 ${SAID_WIDE[axis]}`}>
                    <NumberField
                      hideLabel
                      label={`Point ${p + 1} ${name}`}
                      quantity="length"
                      path={`${path}.points.${p}.${axis}`}
                      value={point[axis]}
                      take={(mm) => setPoint(p, axis, mm)}
                    />
                  </td>
                ))}
                <td className="pt-1">
                  <button
                    type="button"
                    className="px-1 py-1"
                    aria-label={`Remove point ${p + 1}`}
                    disabled={points.length <= 1}
                    onClick={() => setPoints(points.filter((_, i) => i !== p))}
                  >
                    <Trash2 size={15} aria-hidden />
                  </button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <Button
        className="mt-1 flex items-center gap-1"
        onClick={() => setPoints([...points, points.at(-1) ?? [0, 0, 0]])}
      >
        <Plus size={16} aria-hidden /> Point
      </Button>
    </div>
  );
}
