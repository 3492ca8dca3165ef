import { useStore } from '@nanostores/react';
import { useMemo } from 'react';
import { poseView } from '../../../core/clearance/contact';
import { cutDepths } from '../../../core/clearance/corner';
import type { Vec } from '../../../core/geometry/vec';
import {
  archInPhoto,
  pixelIn,
  wheelInPhoto,
  type DrawnWheel,
} from '../../../core/photogrammetry/wheelInPhoto';
import { showWithUnit } from '../../../core/units/quantity';
import { poseWords } from '../../../core/verdict';
import { useKept } from '../../state/kept';
import { $pose, $units } from '../../state/store';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/choices';
import { setPhotos, usePhotos } from '../photos/usePhotos';
import { poseWithin, type CornerPane } from './useCorner';

const path = (points: readonly (readonly [number, number])[]): string =>
  `M ${points.map(([u, v]) => `${u.toFixed(1)} ${v.toFixed(1)}`).join(' L ')} Z`;

/** The edge that hides the wheel: the lip's points in their order. */
const LIP = /lip/;

const RUBBER = '#17181a';

function Wheel({ wheel, line }: { wheel: DrawnWheel; line: number }) {
  const [outer, inner, rim, middle] = wheel.rings;
  return (
    <>
      <path d={path(wheel.outline)} fill={RUBBER} fillOpacity={0.9} stroke="#0b0b0c" strokeWidth={line} />
      {[inner, outer].map((ring, i) => (
        <path key={i} d={path(ring ?? [])} fill="none" stroke="#5b5e63" strokeWidth={line} />
      ))}
      <path d={path(rim ?? [])} fill="#3a3d41" stroke="#aeb2b7" strokeWidth={line * 2} />
      {wheel.spokes.map(([a, b], i) => (
        <line key={i} x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} stroke="#aeb2b7" strokeWidth={line * 7} />
      ))}
      <path d={path(middle ?? [])} fill="#8d9196" stroke="#aeb2b7" strokeWidth={line} />
    </>
  );
}

/** The package's wheel drawn into a picture of the round, in the shared pose, to scale, behind the fender where it hides it. */
export function PhotographPane({ build, corner, profile, stock, named }: CornerPane) {
  const units = useStore($units);
  const { shots, chosen, measured } = usePhotos();
  const [before, setBefore] = useKept('fit.photo.before', false);
  const { lockDeg, travelMm, lowest, highest } = poseWithin(corner, useStore($pose));
  const { cuts } = build.package;
  const pose = useMemo(
    () => poseView(corner, profile, cutDepths(corner.corner.obstacles, cuts), lockDeg, travelMm),
    [corner, profile, cuts, lockDeg, travelMm],
  );
  const views = measured?.views ?? [];
  const view = views.find(({ name }) => name === chosen) ?? views[0];
  const shot = shots.find(({ name }) => name === view?.name);
  if (!measured || !view || !shot) return null;
  const { camera, points } = measured;
  // The picture shows the body where it stood: a body lift moves the wheel down in it.
  const down = ([x, y, z]: readonly number[]): Vec => [x ?? 0, y ?? 0, (z ?? 0) - corner.lift.bodyMm];
  const place = { hub: down(pose.hub), spin: pose.spin as Vec };
  const lip = points
    .filter(({ obstacle }) => LIP.test(obstacle))
    .map(({ xMm, yMm, zMm }): Vec => [xMm, yMm, zMm]);
  const edgeMm = lip.length > 0 ? Math.max(...lip.map(([, y]) => y)) : Infinity;
  const wheel = wheelInPhoto(camera, view, place, profile, edgeMm);
  const delivered = wheelInPhoto(camera, view, place, stock);
  const arch = archInPhoto(camera, view, lip);
  const { nearest } = pose;
  const meets = nearest.clearanceMm < 0;
  const gap = [pixelIn(camera, view, down(nearest.at)), pixelIn(camera, view, down(nearest.surface))];
  const [at, surface] = gap;
  const { width, height } = shot;
  const line = width / 500;
  const words = `${named.nameById[nearest.obstacle] ?? nearest.obstacle}: ${
    meets
      ? `met by ${showWithUnit(Math.round(-nearest.clearanceMm), 'length', units)}`
      : `${showWithUnit(Math.round(nearest.clearanceMm), 'length', units)} free`
  }, ${poseWords(lockDeg, travelMm, units)}`;
  const range = (
    label: string,
    value: number,
    [low, high]: readonly [number, number],
    set: (value: number) => void,
  ) => (
    <label className="flex min-w-40 flex-1 items-center gap-2">
      <span className="caption">{label}</span>
      <input
        type="range"
        className="accent-ink min-w-0 flex-1"
        min={low}
        max={high}
        step={1}
        value={value}
        disabled={low >= high}
        onChange={(event) => set(Number(event.target.value))}
      />
    </label>
  );
  const { steering } = corner;
  const clip = 'photograph-arch';
  return (
    <div className="flex flex-col gap-1.5" data-testid="photograph">
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="border-line block h-auto w-full border"
        role="img"
        aria-label={
          before ? `${shot.name} as it was taken` : `${shot.name} with the package’s wheel drawn in. ${words}`
        }
      >
        <image href={shot.url} width={width} height={height} />
        {!before && wheel && (
          <>
            {arch && (
              <clipPath id={clip}>
                <path d={path(arch)} />
              </clipPath>
            )}
            <g clipPath={arch ? `url(#${clip})` : undefined}>
              <Wheel wheel={wheel} line={line} />
            </g>
            {wheel.out.length > 2 && <path d={path(wheel.out)} fill={RUBBER} fillOpacity={0.75} />}
            <path
              d={path(wheel.outline)}
              fill="none"
              stroke="#f4f2ec"
              strokeWidth={line}
              strokeDasharray={`${line * 5} ${line * 3}`}
              data-testid="photograph-wheel"
            />
            {delivered && (
              <path d={path(delivered.outline)} fill="none" stroke="#7fd1ff" strokeWidth={line * 0.8} />
            )}
            {at && surface && (
              <>
                <line
                  x1={at[0]}
                  y1={at[1]}
                  x2={surface[0]}
                  y2={surface[1]}
                  stroke={meets ? '#ff5a3c' : '#ffd35a'}
                  strokeWidth={line * 1.6}
                />
                <circle cx={at[0]} cy={at[1]} r={line * 3.5} fill={meets ? '#ff5a3c' : '#ffd35a'} />
              </>
            )}
          </>
        )}
      </svg>
      <p className="text-[0.92rem]">{words}. Thin blue: as delivered; dashed: what the fender hides.</p>
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label="Picture"
          value={view.name}
          options={views.map(({ name }) => [name, name] as const)}
          choose={(name) => setPhotos({ chosen: name })}
        />
        <Button aria-pressed={before} onClick={() => setBefore(!before)}>
          Before
        </Button>
      </div>
      <div className="flex flex-wrap gap-x-4 gap-y-1">
        {range('Lock', lockDeg, [-(steering?.lockOutsideDeg ?? 0), steering?.lockInsideDeg ?? 0], (deg) =>
          $pose.set({ ...$pose.get(), lockDeg: deg }),
        )}
        {range('Travel', travelMm, [lowest, highest], (mm) => $pose.set({ ...$pose.get(), travelMm: mm }))}
      </div>
    </div>
  );
}
