import { useStore } from '@nanostores/react';
import { useRef } from 'react';
import type { AxleName } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import type { Point } from '../../../core/clearance/contact';
import { showWithUnit } from '../../../core/units/quantity';
import { CornerView, gapIn, type Frame, type Guide } from '../../drawings/CornerView';
import { moveBy } from '../../state/edits';
import { $units } from '../../state/store';
import { useAfterFirst } from '../../state/useAfterFirst';
import type { GapPose } from './gapPose';
import { useStandingWell } from './useStandingWell';
import { useOneStop } from '../../drawings/oneStop';

type Props = {
  vehicle: Vehicle;
  axle: AxleName;
  chosen: string;
  point: number;
  choose: (id: string) => void;
  choosePoint: (point: number) => void;
  guide?: Guide;
  /** As a gap is read: the wheel is drawn so, and where the gap is. */
  gapPose?: GapPose;
};

const WIDTH = 620;
const SCALE = 0.318;
const FRAMES: readonly Frame[] = [
  {
    of: 'side',
    left: 2,
    top: 18,
    width: 392,
    height: 372,
    x: 198,
    y: 224,
    scale: SCALE,
    title: 'side, front to the left',
  },
  {
    of: 'front',
    left: 404,
    top: 18,
    width: 214,
    height: 372,
    x: 532,
    y: 224,
    scale: SCALE,
    title: 'from the front',
  },
  {
    of: 'plan',
    left: 2,
    top: 410,
    width: 392,
    height: 212,
    x: 198,
    y: 552,
    scale: SCALE,
    title: 'plan, outboard down',
  },
];

/** The well as measured, with the tire that stands in it: as delivered, straight ahead, at ride height; or as a gap is read. */
export function WellDrawing({ vehicle, axle, chosen, point, choose, choosePoint, guide, gapPose }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const stop = useOneStop(svg);
  // A handle on every point is dear: they come when the well is seen.
  const held = useAfterFirst();
  const index = vehicle.corners[axle].obstacles.findIndex(({ id }) => id === chosen);
  const units = useStore($units);
  const { profile, view, drawn } = useStandingWell(vehicle, axle, gapPose);
  const { obstacles } = vehicle.corners[axle];
  const movePoint = {
    scale: () => WIDTH / (svg.current?.getBoundingClientRect().width ?? WIDTH),
    move: (at: number, by: Point) => void moveBy(axle, index, at, by),
    take: choosePoint,
  };
  // The dimension stands in the view that shows most of it.
  const widest = FRAMES.map(({ of }) => of).reduce((a, b) =>
    gapIn(b, view.nearest) > gapIn(a, view.nearest) ? b : a,
  );
  const name = obstacles.find(({ id }) => id === view.nearest.obstacle)?.label ?? view.nearest.obstacle;
  return (
    <div>
      <h3 className="caption">
        {gapPose
          ? 'The wheel as it is turned, and where the gap is read, as far as is known'
          : 'As delivered at ride height; press a line, drag its points (arrows: 1 mm) · hollow: estimated'}
      </h3>
      <svg
        ref={svg}
        {...stop}
        className="drawing"
        viewBox={`0 0 ${WIDTH} 624`}
        role="group"
        aria-label="The wheel well as measured"
        data-testid="well-drawing"
      >
        {FRAMES.map((frame) => (
          <CornerView
            key={frame.of}
            frame={frame}
            profile={profile}
            hub={view.hub}
            spin={view.spin}
            obstacles={drawn}
            near={chosen}
            marked={{ id: chosen, point }}
            pick={choose}
            {...(held && !gapPose ? { movePoint } : {})}
            {...(guide ? { guide } : {})}
            {...(gapPose
              ? {
                  gap: {
                    at: view.nearest.at,
                    surface: view.nearest.surface,
                    words: frame.of === widest ? '?' : '',
                  },
                }
              : {})}
          />
        ))}
        <text x={406} y={434} fontSize={18} fontWeight={600}>
          {vehicle.stock.tire.code}
        </text>
        <text x={406} y={458} fontSize={14}>
          nearest: {name}
        </text>
        <text x={406} y={480} fontSize={14}>
          {showWithUnit(view.nearest.clearanceMm, 'length', units)} ·{' '}
          {showWithUnit(view.nearest.clearanceMm, 'length', units === 'metric' ? 'inch' : 'metric')}
        </text>
      </svg>
    </div>
  );
}
