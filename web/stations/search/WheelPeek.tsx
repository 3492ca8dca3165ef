import { useStore } from '@nanostores/react';
import type { Build } from '../../../core/format/build';
import { sweepInputOf } from '../../../core/clearance/corner';
import type { FoldWindow } from '../../../core/clearance/fold';
import { mountedProfile } from '../../../core/clearance/profile';
import type { Found } from '../../../core/search/found';
import { WheelSection } from '../../drawings/WheelSection';
import { materialOf } from '../../../core/format/materials';
import { AT_ONCE, useWorkerQuery } from '../../state/workerQuery';
import { $units } from '../../state/store';

const WINDOW: FoldWindow = { aMm: [-330, 250], rMm: [150, 560], cellMm: 3 };
const nothing = (): void => undefined;

/** The wheel's-eye section of a found package at the front, with the wheel as delivered thin in it. */
export function WheelPeek({ found, build }: { found: Found; build: Build }) {
  const units = useStore($units);
  const { vehicle, package: pack } = build;
  // What could be met depends on lift, lock stop and zone, and not on the wheel: it is folded anew only for another.
  const fold = useWorkerQuery(
    (api, { window, ...sweep }) => api.fold(sweep, window),
    { ...sweepInputOf(build, 'front'), window: WINDOW },
    { ...AT_ONCE, worker: 'patient', keepLast: false },
  );
  const { obstacles } = vehicle.corners.front;
  return (
    <div data-testid="wheel-peek">
      <p className="font-semibold">
        {pack.tire.code}, offset {pack.wheel.offsetMm}
        {pack.spacerMm > 0 && `, spacer ${pack.spacerMm}`}
      </p>
      <WheelSection
        window={WINDOW}
        fold={fold}
        layers={obstacles.map(({ material }) => materialOf(material).layer)}
        names={obstacles.map(({ label, id }) => label || id)}
        profile={mountedProfile(pack, pack.spacerMm)}
        stock={mountedProfile(vehicle.stock, 0)}
        units={units}
        gap={{ clearanceMm: found.leastMm, name: 'nearest of both axles' }}
        pull={nothing}
        disabled
      />
    </div>
  );
}
