import { Said } from '../../ui/Said';
import { useStore } from '@nanostores/react';
import { Plus, Trash2 } from 'lucide-react';
import type { Assessment } from '../../../core/assess';
import type { Build } from '../../../core/format/build';
import { showRounded } from '../../../core/units/quantity';
import { AXLES, UNDERSIDE_CARRIERS } from '../../../core/format/names';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { TextField } from '../../ui/TextField';
import { setVehicle } from '../../state/edits';
import { $units } from '../../state/store';
import type { LowPoint } from '../../../core/format/underside';
import { Button } from '../../ui/Button';

/** What it gains over the ground, and the low points that it is worked out from. */
export function GroundPanel({ build, assessment: { ground } }: { build: Build; assessment: Assessment }) {
  const units = useStore($units);
  const mm = (value: number): string => showRounded(value, 'length', units);
  const deg = (value: number): string => `${value.toFixed(1)}°`;
  const rows = [
    ['Approach', ground.approachDeg, deg],
    ['Breakover', ground.breakoverDeg, deg],
    ['Departure', ground.departureDeg, deg],
    ['Running clearance', ground.runningClearanceMm, mm],
  ] as const;
  const points = build.vehicle.underside ?? [];
  const put = (next: LowPoint[]) => void setVehicle('/underside', next);
  return (
    <div className="mt-3" data-testid="ground">
      <h3 className="caption">Over the ground, before and after</h3>
      <table className="w-full text-[0.95rem]">
        <tbody>
          {rows.map(([name, pair, say]) => (
            <tr key={name} className="border-line border-b">
              <td className="py-0.5">{name}</td>
              {pair ? (
                <>
                  <td className="text-graphite text-right">{say(pair.stock)}</td>
                  <td className="text-right font-semibold">{say(pair.package)}</td>
                </>
              ) : (
                <td colSpan={2} className="text-graphite text-right">
                  not measured
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {ground.checks.map(({ id, message }) => (
        <p key={id} className="text-[0.9rem]">
          ? <Said words={message} />
        </p>
      ))}
      <details className="mt-1">
        <summary className="caption py-1">Low points, heights and overhangs as measured</summary>
        <div className="mb-1 grid grid-cols-3 gap-x-2">
          {(
            [
              ['lamps', 'Lamps, upper edge'],
              ['bumperFront', 'Front bumper, lower edge'],
              ['bumperRear', 'Rear bumper, lower edge'],
              ['step', 'Step or sill'],
              ['roof', 'Roof, highest place'],
            ] as const
          ).map(([key, label]) => (
            <Height key={key} which={key} label={label} build={build} />
          ))}
          {AXLES.map((axle) => (
            <Field
              key={axle}
              label={`Overhang, ${axle}`}
              path={`vehicle.overhangMm.${axle}`}
              value={build.vehicle.overhangMm?.[axle]}
              quantity="length"
              empty="not measured"
              put={(mm) => {
                const { [axle]: _, ...others } = build.vehicle.overhangMm ?? {};
                return setVehicle('/overhangMm', mm === undefined ? others : { ...others, [axle]: mm });
              }}
            />
          ))}
        </div>
        {points.map(({ label, behindFrontAxleMm, heightMm, carrier }, i) => (
          <div
            key={i}
            className="grid grid-cols-[1fr_1fr_1fr_2rem] items-start gap-x-1 md:grid-cols-[1fr_7rem_7rem_6rem_2rem]"
          >
            <div className="col-span-full md:col-span-1">
              <TextField
                hideLabel
                label={`Low point ${i + 1}`}
                path={`vehicle.underside.${i}.label`}
                value={label}
                take={(text) => setVehicle(`/underside/${i}/label`, text)}
              />
            </div>
            <Field
              hideLabel
              label={`Low point ${i + 1}, behind the front axle`}
              path={`vehicle.underside.${i}.behindFrontAxleMm`}
              value={behindFrontAxleMm}
              quantity="length"
            />
            <Field
              hideLabel
              label={`Low point ${i + 1}, above the ground`}
              path={`vehicle.underside.${i}.heightMm`}
              value={heightMm}
              quantity="length"
            />
            <Choice
              label={i === 0 ? 'Hangs on' : ''}
              value={carrier}
              options={UNDERSIDE_CARRIERS.map((one) => [one, one] as const)}
              choose={(one) => void setVehicle(`/underside/${i}/carrier`, one)}
            />
            <button
              type="button"
              className="px-1 py-1.5"
              aria-label={`Remove low point ${i + 1}`}
              onClick={() => put(points.filter((_, k) => k !== i))}
            >
              <Trash2 size={15} aria-hidden />
            </button>
          </div>
        ))}
        <Button
          className="mt-1 flex items-center gap-1"
          onClick={() =>
            put([
              ...points,
              {
                label: 'low point',
                behindFrontAxleMm: Math.round(build.vehicle.wheelbaseMm / 2),
                heightMm: 300,
                carrier: 'frame',
              },
            ])
          }
        >
          <Plus size={15} aria-hidden /> Low point
        </Button>
      </details>
    </div>
  );
}

type Which = keyof NonNullable<Build['vehicle']['heightsMm']>;

function Height({ which, label, build }: { which: Which; label: string; build: Build }) {
  const heights = build.vehicle.heightsMm ?? {};
  return (
    <Field
      label={label}
      path={`vehicle.heightsMm.${which}`}
      value={heights[which]}
      quantity="length"
      empty="not measured"
      put={(mm) => {
        const { [which]: _, ...others } = heights;
        return setVehicle('/heightsMm', mm === undefined ? others : { ...others, [which]: mm });
      }}
    />
  );
}
