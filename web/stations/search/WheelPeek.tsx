import { useStore } from '@nanostores/react';
import { useEffect, useState } from 'react';
import type { Build } from '../../../core/format/build';
import type { Fold, FoldWindow } from '../../../core/clearance/fold';
import { mountedProfile } from '../../../core/clearance/profile';
import type { Found } from '../../../core/search/found';
import { WheelSection } from '../../drawings/WheelSection';
import { layerOf } from '../../drawings/layers';
import { queryWorker } from '../../state/useAnswer';
import { $units } from '../../state/store';

const WINDOW: FoldWindow = { aMm: [-330, 250], rMm: [150, 560], cellMm: 3 };
const nothing = (): void => undefined;

/** The wheel's-eye section of a found package at the front, with the wheel as delivered thin in it. */
export function WheelPeek({ found, build }: { found: Found; build: Build }) {
  const units = useStore($units);
  const { vehicle, package: pack, use } = build;
  const swept = JSON.stringify([pack.lift, use.zone, use.zoneLimits]);
  const [fold, setFold] = useState<{ swept: string; fold: Fold } | null>(null);
  useEffect(() => {
    let here = true;
    // What could be met depends on lift and zone alone: it is folded anew only for another.
    void queryWorker((api) => api.fold(build, 'front', WINDOW)).then((made) => {
      if (here) setFold({ swept, fold: made });
    });
    return () => {
      here = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [swept]);
  const { obstacles } = vehicle.corners.front;
  return (
    <div data-testid="wheel-peek">
      <p className="font-semibold">
        {pack.tire.code}, offset {pack.wheel.offsetMm}
        {pack.spacerMm > 0 && `, spacer ${pack.spacerMm}`}
      </p>
      <WheelSection
        window={WINDOW}
        fold={fold?.swept === swept ? fold.fold : null}
        layers={obstacles.map(({ material }) => layerOf(material))}
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
