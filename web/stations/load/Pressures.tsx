import { useStore } from '@nanostores/react';
import type { Assessment } from '../../../core/assess';
import { AXLES } from '../../../core/format/build';
import { showRounded, showWithUnit } from '../../../core/units/quantity';
import { $units } from '../../state/store';

/** Pressures and what the sidewall does at them, and how it stands: estimates but where a load table was read. */
export function Pressures({ assessment: { load, stability } }: { assessment: Assessment }) {
  const units = useStore($units);
  const mm = (value: number): string => showRounded(value, 'length', units);
  const kpa = (value: number): string => showWithUnit(value, 'pressure', units);
  const { pressureKpa, sidewall } = load;
  return (
    <div className="mt-3">
      <h3 className="caption">Pressure for the load with a tenth in reserve</h3>
      {pressureKpa && sidewall ? (
        <table className="w-full text-[0.95rem]" data-testid="pressures">
          <thead>
            <tr className="caption border-ink border-b text-left">
              <th className="py-1">Axle</th>
              <th>Road</th>
              <th>Trail, est.</th>
              <th>Sidewall in use, est.</th>
              <th>On the ground, est.</th>
            </tr>
          </thead>
          <tbody>
            {AXLES.map((axle) => (
              <tr key={axle} className="border-line border-b">
                <td className="py-1">{axle === 'front' ? 'Front' : 'Rear'}</td>
                <td>
                  <b className="font-semibold">{kpa(pressureKpa[axle].road)}</b>
                  {pressureKpa[axle].source === 'estimate' && <span className="text-graphite"> est.</span>}
                </td>
                <td>{kpa(pressureKpa[axle].trail)}</td>
                <td>
                  {mm(sidewall[axle].deflectionMm)} of {mm(sidewall[axle].usableMm)}
                </td>
                <td>{mm(sidewall[axle].contactLengthMm)} long</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="text-graphite">
          Not known. Enter the tire’s load table, or its maximum load and the pressure that is stated at.
        </p>
      )}
      <p className="text-graphite text-[0.85rem]">
        Trail pressure presses the usable sidewall in by three tenths at most; the speed that goes with it is
        the tire maker’s to say. Air up again before the road.
      </p>
      {stability && (
        <p className="mt-1" data-testid="stability">
          Track factor {stability.trackFactor.stock.toFixed(3)} as delivered,{' '}
          <b className="font-semibold">{stability.trackFactor.package.toFixed(3)}</b> now (
          {stability.changePct.toFixed(1)} %); static tilt {stability.tiltDeg.stock.toFixed(1)}° to{' '}
          <b className="font-semibold">{stability.tiltDeg.package.toFixed(1)}°</b>, an estimate. Higher stands
          less stable.
        </p>
      )}
    </div>
  );
}
