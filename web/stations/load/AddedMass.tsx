import { useStore } from '@nanostores/react';
import { $units } from '../../state/store';
import { showWithUnit } from '../../../core/units/quantity';
import { Plus, Trash2 } from 'lucide-react';
import type { Build } from '../../../core/format/build';
import { Field } from '../../ui/Field';
import { TextField } from '../../ui/TextField';
import { setStage } from '../../state/edits';
import { Button } from '../../ui/Button';

/** Usual things: mass in kg, place as a share of the wheelbase behind the front axle, height in mm. Estimates to begin from. */
const USUAL: readonly (readonly [label: string, massKg: number, share: number, heightMm: number])[] = [
  ['two people in front', 160, 0.42, 1000],
  ['three people behind', 230, 0.68, 1000],
  ['canopy', 90, 1, 1450],
  ['roof tent', 60, 0.6, 1950],
  ['winch', 45, -0.2, 700],
  ['front bumper of steel', 60, -0.2, 650],
  ['water tank, 60 l', 66, 0.85, 750],
  ['second battery', 28, 0.1, 950],
  ['spare wheel on a rear carrier', 45, 1.35, 950],
  ['drawers and tools', 120, 1.05, 850],
];

type Masses = Build['package']['addedMass'];

/** What is added to the vehicle: how heavy, how far back, how high. */
export function AddedMass({
  vehicle,
  masses,
  locked,
}: {
  vehicle: Build['vehicle'];
  masses: Masses;
  locked: boolean;
}) {
  const units = useStore($units);
  const add = (label: string, massKg: number, share: number, heightMm: number): void =>
    void put([
      ...masses,
      { label, massKg, behindFrontAxleMm: Math.round(vehicle.wheelbaseMm * share), heightMm },
    ]);
  const put = (next: Masses) => setStage('/package/addedMass', next);
  return (
    <>
      <table className="w-full text-[0.95rem]" data-testid="added-mass">
        <thead>
          {/* A name takes a line of its own where there is no room beside it. */}
          <tr className="caption text-left max-md:grid max-md:grid-cols-[1fr_1fr_1fr_2rem]">
            <th className="max-md:col-span-full">Added</th>
            <th>Mass</th>
            <th>Behind the front axle</th>
            <th>Above the ground</th>
            <th>
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {masses.map(({ label, massKg, behindFrontAxleMm, heightMm }, i) => {
            const path = `package.addedMass.${i}`;
            return (
              <tr key={i} className="align-top max-md:grid max-md:grid-cols-[1fr_1fr_1fr_2rem]">
                <td className="pr-1 max-md:col-span-full">
                  <TextField
                    hideLabel
                    label={`Added ${i + 1}`}
                    path={`${path}.label`}
                    value={label}
                    take={(text) => setStage(`/package/addedMass/${i}/label`, text)}
                    disabled={locked}
                  />
                </td>
                <td className="pr-1 md:w-28">
                  <Field
                    hideLabel
                    label={`Mass ${i + 1}`}
                    path={`${path}.massKg`}
                    value={massKg}
                    quantity="mass"
                    disabled={locked}
                  />
                </td>
                <td className="pr-1 md:w-32">
                  <Field
                    hideLabel
                    label={`Place ${i + 1}`}
                    path={`${path}.behindFrontAxleMm`}
                    value={behindFrontAxleMm}
                    quantity="length"
                    disabled={locked}
                  />
                </td>
                <td className="md:w-32">
                  <Field
                    hideLabel
                    label={`Height ${i + 1}`}
                    path={`${path}.heightMm`}
                    value={heightMm}
                    quantity="length"
                    disabled={locked}
                  />
                </td>
                <td>
                  <button
                    type="button"
                    className="px-1 py-1.5"
                    aria-label={`Remove ${label || `added ${i + 1}`}`}
                    disabled={locked}
                    onClick={() => void put(masses.filter((_, k) => k !== i))}
                  >
                    <Trash2 size={15} aria-hidden />
                  </button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      <div className="mt-1 flex items-center gap-2">
        <Button
          className="flex items-center gap-1"
          disabled={locked}
          onClick={() => add('load', 50, 0.5, 900)}
        >
          <Plus size={15} aria-hidden /> Add a thing
        </Button>
        <select
          className="field-box w-56"
          aria-label="Add a usual thing"
          value=""
          disabled={locked}
          onChange={(event) => {
            const usual = USUAL.find(([label]) => label === event.target.value);
            if (usual) add(...usual);
          }}
        >
          <option value="">or a usual one, est.</option>
          {USUAL.map(([label, massKg]) => (
            <option key={label} value={label}>
              {label}, about {showWithUnit(massKg, 'mass', units)}
            </option>
          ))}
        </select>
      </div>
    </>
  );
}
