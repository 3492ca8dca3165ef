import { useStore } from '@nanostores/react';
import type { Assessment } from '../../../core/assess';
import { AXLES } from '../../../core/format/names';
import { showRounded, showWithUnit } from '../../../core/units/quantity';
import { $units } from '../../state/store';
import { AXLE_WORDS } from '../../ui/choices';
import { DataTable } from '../../ui/DataTable';

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
        <DataTable
          testId="pressures"
          className="w-full text-[0.95rem]"
          rows={AXLES}
          keyOf={(axle) => axle}
          columns={[
            { head: 'Axle', cell: (axle) => AXLE_WORDS[axle] },
            {
              head: 'Road',
              cell: (axle) => (
                <>
                  <b className="font-semibold">{kpa(pressureKpa[axle].road)}</b>
                  {pressureKpa[axle].source === 'estimate' && <span className="text-graphite"> est.</span>}
                </>
              ),
            },
            { head: 'Trail, est.', cell: (axle) => kpa(pressureKpa[axle].trail) },
            {
              head: 'Sidewall in use, est.',
              cell: (axle) => `${mm(sidewall[axle].deflectionMm)} of ${mm(sidewall[axle].usableMm)}`,
            },
            { head: 'On the ground, est.', cell: (axle) => `${mm(sidewall[axle].contactLengthMm)} long` },
          ]}
        />
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
