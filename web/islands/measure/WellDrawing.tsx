import { useStore } from '@nanostores/react';
import { useMemo } from 'react';
import type { AxleName, Vehicle } from '../../../core/build';
import { poseView } from '../../../core/clearance/contact';
import { sweepCorner } from '../../../core/clearance/fit';
import { profileOf } from '../../../core/clearance/profile';
import { tireSize } from '../../../core/tire/size';
import { showWithUnit } from '../../../core/units/quantity';
import { CornerView, type Frame } from '../../drawings/CornerView';
import { layerOf } from '../../drawings/layers';
import { $units } from '../sheet/store';

type Props = {
  vehicle: Vehicle;
  axle: AxleName;
  chosen: string;
  point: number;
  choose: (id: string) => void;
};

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
    x: 548,
    y: 224,
    scale: SCALE,
    title: 'from the front',
  },
  {
    of: 'plan',
    left: 2,
    top: 410,
    width: 392,
    height: 200,
    x: 198,
    y: 556,
    scale: SCALE,
    title: 'plan, outboard down',
  },
];

const STANDING = {
  springMm: 0,
  bracketMm: 0,
  bodyMm: 0,
  bumpStopMm: 0,
  droopGainMm: 0,
  foreAftMm: 0,
  outboardMm: 0,
  casterDeltaDeg: 0,
};
const ONE_POSE = { zone: 'all' as const, marginMm: 0, grid: { lock: 1, travel: 2 } };
const AS_IT_STANDS = { lift: { front: STANDING, rear: STANDING }, sagMm: { front: 0, rear: 0 } };

/** The well as measured, with the tire that stands in it: as delivered, straight ahead, at ride height. */
export function WellDrawing({ vehicle, axle, chosen, point, choose }: Props) {
  const units = useStore($units);
  const { profile, view } = useMemo(() => {
    const { tire, wheel } = vehicle.stock;
    const standing = profileOf(tireSize(tire, wheel.widthIn), wheel, 0);
    const corner = sweepCorner(vehicle, axle, AS_IT_STANDS, ONE_POSE);
    return {
      profile: standing,
      view: poseView(vehicle, corner, standing, new Float64Array(corner.flat.count), 0, 0),
    };
  }, [vehicle, axle]);
  const { obstacles } = vehicle.corners[axle];
  const drawn = view.obstacles.map(({ id, points }, i) => {
    const obstacle = obstacles[i];
    return { id, points, name: obstacle?.label || id, layer: layerOf(obstacle?.material ?? 'sheet') };
  });
  const name = obstacles.find(({ id }) => id === view.nearest.obstacle)?.label ?? view.nearest.obstacle;
  return (
    <div>
      <h3 className="caption">As delivered at ride height; press a line to choose it</h3>
      <svg
        className="drawing"
        viewBox="0 0 620 612"
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
