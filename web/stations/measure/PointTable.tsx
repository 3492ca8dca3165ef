import { Plus, Trash2 } from 'lucide-react';
import type { AxleName, Obstacle, Vehicle } from '../../../core/format/build';
import { MATERIALS, NEVER_CUT } from '../../../core/format/vehicle';
import { MATERIAL_WORDS } from '../../drawings/layers';
import { Choice } from '../../ui/choices';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';
import { setVehicle } from '../../state/edits';

type Props = {
  vehicle: Vehicle;
  axle: AxleName;
  index: number;
  obstacle: Obstacle;
  focusPoint: (point: number) => void;
};

const CARRIERS = [
  ['body', 'body'],
  ['frame', 'frame'],
  ['upright', 'upright (turns with the hub)'],
  ['arm', 'arm (follows the wheel)'],
] as const;

/** The chosen obstacle: what it is, and its points, which move in the drawing as they are typed. */
export function PointTable({ axle, index, obstacle, focusPoint }: Props) {
  const at = `/corners/${axle}/obstacles/${index}`;
  const path = `vehicle.corners.${axle}.obstacles.${index}`;
  const { points, carrier, material } = obstacle;
  const armed = typeof carrier !== 'string';
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
          options={MATERIALS.map((one) => [one, MATERIAL_WORDS[one]] as const)}
          choose={(next) => {
            // What is never cut carries no cut along from what it was before.
            if (NEVER_CUT.has(next)) void setVehicle(`${at}/cutMm`, undefined);
            void setVehicle(`${at}/material`, next);
          }}
        />
        <NumberField
          label="May be cut or tucked"
          quantity="length"
          path={`${path}.cutMm`}
          value={obstacle.cutMm}
          take={(mm) => setVehicle(`${at}/cutMm`, mm)}
          disabled={NEVER_CUT.has(material)}
        />
        <NumberField
          label="Tape accuracy ±"
          quantity="length"
          path={`${path}.tapeErrorMm`}
          value={obstacle.tapeErrorMm}
          take={(mm) => setVehicle(`${at}/tapeErrorMm`, mm)}
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
        <table className="w-full">
          <thead>
            <tr className="caption text-left">
              <th className="w-7">#</th>
              <th>x forward</th>
              <th>y outboard</th>
              <th>z up</th>
              <th>
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {points.map((point, p) => (
              <tr key={p} onFocus={() => focusPoint(p)} onBlur={() => focusPoint(-1)} className="align-top">
                <td className="text-graphite pt-1.5">{p + 1}</td>
                {(['x', 'y', 'z'] as const).map((name, axis) => (
                  <td key={name} className="pr-1">
                    <NumberField
                      hideLabel
                      label={`Point ${p + 1} ${name}`}
                      quantity="length"
                      path={`${path}.points.${p}.${axis}`}
                      value={point[axis]}
                      take={(mm) => setVehicle(`${at}/points/${p}/${axis}`, mm)}
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
      <button
        type="button"
        className="plain-button mt-1 flex items-center gap-1"
        onClick={() => setPoints([...points, points.at(-1) ?? [0, 0, 0]])}
      >
        <Plus size={16} aria-hidden /> Point
      </button>
    </div>
  );
}
