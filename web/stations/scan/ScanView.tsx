import type { Vec } from '../../../core/geometry/vec';
import { useStore } from '@nanostores/react';
import { useEffect, useRef, type PointerEvent } from 'react';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { linkageOf } from '../../../core/clearance/linkage';
import { POSE_STRIDE, writePose } from '../../../core/clearance/poses';
import { onTheme } from '../../drawings/colour';
import { poseWithin, useCorner } from '../fit/useCorner';
import { $pose } from '../../state/store';
import { ScanScene } from './scene';
import type { Scan } from './useScan';

type Props = {
  build: Build;
  axle: AxleName;
  scan: Scan;
  picked: (point: Vec, leastMm: number | null) => void;
};

/** The scanned well in space, turned with the pointer, with the package's wheel in the pose that all drawings share. */
export function ScanView({ build, axle, scan, picked }: Props) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const down = useRef<{ x: number; y: number } | null>(null);
  const { scene, worker, attach, draw, state } = scan;
  const pose = useStore($pose);
  useEffect(() => {
    if (!canvas.current) return;
    const made = new ScanScene(canvas.current);
    attach(made);
    void draw();
    const observer = new ResizeObserver(() => made.resize());
    observer.observe(canvas.current);
    const stopTheme = onTheme(() => {
      made.takeTheme();
      void draw();
    });
    return () => {
      observer.disconnect();
      stopTheme();
      made.dispose();
      attach(null);
    };
  }, [attach, draw]);
  const { corner, profile } = useCorner(build, axle);
  const { lockDeg, travelMm } = poseWithin(corner, pose);
  useEffect(() => {
    if (!state.aligned) return;
    const at = new Float64Array(POSE_STRIDE);
    const { suspension } = corner.corner;
    const hubMm = travelMm + corner.travel.rideMm;
    writePose(at, 0, corner.steering, linkageOf(suspension), corner.lift, lockDeg, hubMm);
    const [hx = 0, hy = 0, hz = 0, sx = 0, sy = 1, sz = 0] = at;
    scene.current?.setWheel(profile, [hx, hy, hz], [sx, sy, sz]);
  }, [scene, corner, profile, lockDeg, travelMm, state.aligned]);
  useEffect(() => {
    scene.current?.setMarks(state.aligned ? [] : state.picks.filter((point) => point !== null));
  }, [scene, state.picks, state.aligned]);
  const pick = async (event: PointerEvent): Promise<void> => {
    const from = down.current;
    // A press that moved has turned the view.
    if (!from || Math.hypot(event.clientX - from.x, event.clientY - from.y) > 4 || !scene.current) return;
    const { origin, direction, spread } = scene.current.ray(event.clientX, event.clientY);
    const found = await worker.current?.pick([...origin], [...direction], spread);
    if (found) picked(found.point, found.leastMm);
  };
  return (
    <canvas
      ref={canvas}
      className="border-line h-[34rem] w-full touch-none border"
      aria-label="The scanned well in space; drag to turn it, press a point to pick it"
      data-testid="scan-view"
      onPointerDown={(event) => {
        down.current = { x: event.clientX, y: event.clientY };
      }}
      onPointerUp={(event) => void pick(event)}
    />
  );
}
