import { useStore } from '@nanostores/react';
import { useEffect, useState } from 'react';
import type { Build } from '../../../core/build';
import type { Fold, FoldWindow } from '../../../core/clearance/fold';
import { profileOf } from '../../../core/clearance/profile';
import type { Found } from '../../../core/search/search';
import { tireSize } from '../../../core/tire/size';
import { WheelSection } from '../../drawings/WheelSection';
import { layerOf } from '../../drawings/layers';
import { askPatiently } from '../fit/useAnswer';
import { $units } from '../sheet/store';

const WINDOW: FoldWindow = { aMm: [-330, 250], rMm: [150, 560], cellMm: 3 };
const nothing = (): void => undefined;

/** The wheel's-eye section of a found package at the front, with the wheel as delivered thin in it. */
export function WheelPeek({ found, build }: { found: Found; build: Build }) {
  const units = useStore($units);
  const { vehicle, package: pack } = build;
  const lift = JSON.stringify(pack.lift);
  const [fold, setFold] = useState<{ lift: string; fold: Fold } | null>(null);
  useEffect(() => {
    let here = true;
    // What could be met depends on the lift alone: it is folded anew only for another.
    void askPatiently((api) => api.fold(build, 'front', WINDOW)).then((made) => {
      if (here) setFold({ lift, fold: made });
    });
    return () => {
      here = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [lift]);
  const { obstacles } = vehicle.corners.front;
  const of = ({ tire, wheel }: Pick<Build['package'], 'tire' | 'wheel'>, spacerMm: number) =>
    profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm);
  return (
    <div data-testid="wheel-peek">
      <p className="font-semibold">
        {pack.tire.code}, offset {pack.wheel.offsetMm}
        {pack.spacerMm > 0 && `, spacer ${pack.spacerMm}`}
      </p>
      <WheelSection
        window={WINDOW}
        fold={fold?.lift === lift ? fold.fold : null}
        layers={obstacles.map(({ material }) => layerOf(material))}
        names={obstacles.map(({ label, id }) => label || id)}
        profile={of(pack, pack.spacerMm)}
        stock={of(vehicle.stock, 0)}
        units={units}
        gap={{ clearanceMm: found.leastMm, name: 'nearest of both axles' }}
        pull={nothing}
        disabled
      />
    </div>
  );
}
