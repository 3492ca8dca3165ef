import { useStore } from '@nanostores/react';
import type { AxleName } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import { isSure } from '../../../core/measure/takePhotos';
import type { PhotoPoint } from '../../../core/photogrammetry/measure';
import { showWithUnit } from '../../../core/units/quantity';
import { CornerView, type Frame } from '../../drawings/CornerView';
import { $units } from '../../state/store';
import { useStandingWell } from '../measure/useStandingWell';

type Props = { vehicle: Vehicle; axle: AxleName; points: readonly PhotoPoint[] };

const WIDTH = 620;
const SCALE = 0.3;
const FRAMES: readonly Frame[] = [
  {
    of: 'side',
    left: 2,
    top: 18,
    width: 392,
    height: 330,
    x: 198,
    y: 206,
    scale: SCALE,
    title: 'side, front to the left',
  },
  {
    of: 'front',
    left: 404,
    top: 18,
    width: 214,
    height: 330,
    x: 548,
    y: 206,
    scale: SCALE,
    title: 'from the front',
  },
];
/** A fifth of a millimetre cannot be seen at the scale of a well. */
const TIMES = 100;
/** One that is not known would cover the well: drawn no larger than this, mm. */
const MOST_MM = 90;

/** What a round measured over the well as it stands: an ellipse for each point, as wide as it is sure, drawn so many times larger. */
export function SpreadDrawing({ vehicle, axle, points }: Props) {
  const units = useStore($units);
  const { profile, view, drawn } = useStandingWell(vehicle, axle);
  const wide = (sigmaMm: number): number => Math.min(MOST_MM, sigmaMm * TIMES);
  const spreads = points.map((point) => {
    const [x, y, z] = point.sigmaMm;
    const say = (mm: number): string => showWithUnit(Math.round(mm * 100) / 100, 'length', units);
    return {
      at: [point.xMm, point.yMm, point.zMm] as const,
      radius: [wide(x), wide(y), wide(z)] as const,
      loose: !isSure(point),
      words: `Card ${point.id}: ± ${say(x)} forward, ± ${say(y)} outboard, ± ${say(z)} up`,
    };
  });
  return (
    <figure data-testid="photo-spreads">
      <figcaption className="caption">
        Measured over the well as it stands · ellipses: one standard deviation, {TIMES} times as large
      </figcaption>
      <svg
        className="drawing"
        viewBox={`0 0 ${WIDTH} 352`}
        role="img"
        aria-label={`${points.length} photographed points over the well as it stands, each as an ellipse as wide as it is sure`}
      >
        {FRAMES.map((frame) => (
          <CornerView
            key={frame.of}
            frame={frame}
            profile={profile}
            hub={view.hub}
            spin={view.spin}
            obstacles={drawn}
            near=""
            spreads={spreads}
          />
        ))}
      </svg>
    </figure>
  );
}
