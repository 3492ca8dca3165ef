import { materialOf } from '../../../core/format/materials';
import { useStore } from '@nanostores/react';
import { Plus, Trash2 } from 'lucide-react';
import { toast } from '../../state/notices';
import type { AxleName } from '../../../core/format/names';
import type { Obstacle, Vehicle, VehicleFile } from '../../../core/format/build';
import { platformMark } from '../../../core/statistics/platform';
import { showWithUnit } from '../../../core/units/quantity';
import { sideWords } from '../../../core/verdict';
import { step } from '../../state/saving';
import { $units, $vehicle, editVehicle } from '../../state/store';
import { Button } from '../../ui/Button';

type Props = { vehicle: Vehicle; axle: AxleName; chosen: string; choose: (id: string) => void };

const CARRIER_WORDS = { body: 'body', frame: 'frame', upright: 'upright' } as const;

export function carrierWords(carrier: Obstacle['carrier']): string {
  return typeof carrier === 'string' ? CARRIER_WORDS[carrier] : `arm × ${carrier.arm}`;
}

/** The obstacles of one corner; the chosen one is marked in the drawing and its points stand below. */
export function ObstacleTable({ vehicle, axle, chosen, choose }: Props) {
  const units = useStore($units);
  const { obstacles } = vehicle.corners[axle];
  // The build has no `x-…` keys: where a thing's points are from stands in the vehicle's own document.
  const file = useStore($vehicle)?.document as VehicleFile | undefined;
  const marks = file?.corners[axle].obstacles.map(platformMark) ?? [];
  const add = (): void => {
    let n = 1;
    while (obstacles.some(({ id }) => id === `new-${n}`)) n++;
    const id = `new-${n}`;
    const edited = editVehicle((vehicle) => ({
      ...vehicle,
      corners: {
        ...vehicle.corners,
        [axle]: {
          ...vehicle.corners[axle],
          obstacles: [
            ...vehicle.corners[axle].obstacles,
            { id, label: `new obstacle ${n}`, carrier: 'body', material: 'plastic', points: [[450, 0, 0]] },
          ],
        },
      },
    }));
    if (edited.ok) choose(id);
  };
  const remove = (id: string, name: string): void => {
    const left = vehicle.corners[axle].obstacles.filter((one) => one.id !== id);
    const edited = editVehicle((vehicle) => ({
      ...vehicle,
      corners: {
        ...vehicle.corners,
        [axle]: {
          ...vehicle.corners[axle],
          obstacles: vehicle.corners[axle].obstacles.filter((one) => one.id !== id),
        },
      },
    }));
    if (!edited.ok) return void toast(edited.faults[0]?.message ?? 'It cannot be removed.');
    choose(left[0]?.id ?? '');
    toast(`Removed ${name} from the ${axle} corner.`, {
      action: { label: 'Undo', onClick: () => void step('undo') },
    });
  };
  return (
    <div>
      <div className="flex items-center justify-between">
        <h3 className="text-lg font-semibold">Obstacles</h3>
        <Button
          needs="bench"
          className="flex items-center gap-1"
          onClick={add}
          disabled={obstacles.length >= 50}
        >
          <Plus size={16} aria-hidden /> Obstacle
        </Button>
      </div>
      <div className="max-h-72 overflow-y-auto">
        <table className="w-full border-collapse text-[0.92rem]" data-testid="obstacle-table">
          <thead>
            <tr className="caption border-ink border-b text-left">
              <th className="py-1">Name</th>
              <th className="px-1">Moves with</th>
              <th className="px-1">Material</th>
              <th className="px-1 text-right">May be cut</th>
              <th>
                <span className="sr-only">Remove</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {obstacles.map(({ id, label, side, carrier, material, cutMm, points, estimated }, i) => (
              <tr key={id} className={`border-line border-b ${id === chosen ? 'bg-soft font-semibold' : ''}`}>
                <td>
                  <button
                    type="button"
                    className="w-full py-1 text-left"
                    aria-pressed={id === chosen}
                    onClick={() => choose(id)}
                  >
                    {sideWords(side)}
                    {label || id}
                    {estimated && (
                      <span className="text-graphite text-[0.8rem] font-normal">
                        {' '}
                        {estimated.length} of {points.length} points estimated
                      </span>
                    )}
                    {marks[i] && (
                      <span className="text-graphite text-[0.8rem] font-normal" data-from-platform>
                        {' '}
                        not measured here: from {marks[i].vehicles} of its body
                        {(marks[i].elsewhere ?? 0) > 0 && `, ${marks[i].elsewhere} measured elsewhere`}, ±{' '}
                        {showWithUnit(marks[i].spreadMm, 'length', units)}
                      </span>
                    )}
                  </button>
                </td>
                <td className="px-1">{carrierWords(carrier)}</td>
                <td className="px-1">{materialOf(material).words}</td>
                <td className="px-1 text-right">{cutMm > 0 ? showWithUnit(cutMm, 'length', units) : 'no'}</td>
                <td className="text-right">
                  <button
                    type="button"
                    className="px-1 py-1"
                    aria-label={`Remove ${label || id}`}
                    disabled={obstacles.length <= 1}
                    onClick={() => remove(id, label || id)}
                  >
                    <Trash2 size={15} aria-hidden />
                  </button>
                  <span className="sr-only">{i + 1}</span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </div>
  );
}
