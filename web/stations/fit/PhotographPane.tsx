import { useStore } from '@nanostores/react';
import { useEffect, useMemo, useRef } from 'react';
import { tinykeys } from 'tinykeys';
import { packageInPhoto, type PackageInPhoto } from '../../../core/photogrammetry/packageInPhoto';
import { cardPlan, plannedObstacles } from '../../../core/photogrammetry/cardPlan';
import { showWithUnit } from '../../../core/units/quantity';
import { poseWords } from '../../../core/verdict';
import { useOneStop } from '../../drawings/oneStop';
import { Tape } from '../../drawings/Tape';
import { free } from '../../state/freeKey';
import { useKept } from '../../state/kept';
import { newestRound } from '../../state/photographed';
import { $pose, $units } from '../../state/store';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/choices';
import { openRound } from '../photos/keepRound';
import { upright as uprightBox } from '../photos/upright';
import { setPhotos, usePhotos, type Shot } from '../photos/usePhotos';
import { tapesOf } from './tapes';
import { poseWithin, type CornerPane } from './useCorner';

/** What is drawn into the picture, over it. */
function Drawn({ drawn }: { drawn: PackageInPhoto }) {
  const clip = 'photograph-arch';
  return (
    <>
      {drawn.arch && (
        <clipPath id={clip}>
          <path d={drawn.arch} />
        </clipPath>
      )}
      {drawn.layers.map(({ id, d, fill, opacity, stroke, line, dash, clipped }, i) => (
        <g key={i} clipPath={clipped && drawn.arch ? `url(#${clip})` : undefined}>
          <path
            d={d}
            fill={fill ?? 'none'}
            fillOpacity={opacity}
            stroke={stroke}
            strokeWidth={line}
            strokeDasharray={dash}
            {...(id === 'outline' ? { 'data-testid': 'photograph-wheel' } : {})}
          />
        </g>
      ))}
    </>
  );
}

/** The round on the page, or the newest that is kept of this end, brought to it. */
function useRound({ axle, corner }: CornerPane['corner']): ReturnType<typeof usePhotos> {
  const round = usePhotos();
  const { measured, axle: of, busy } = round;
  const wanted = measured !== null && of === axle ? undefined : newestRound(axle)?.id;
  const printed = useMemo(() => plannedObstacles(cardPlan(corner).cards), [corner]);
  useEffect(() => {
    if (wanted !== undefined && !busy) void openRound(wanted, printed);
    // Asked once for each round: what is wrong with it is said where rounds are kept.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [wanted]);
  return round;
}

const WIDTH = 720;
const LEFT = 190;
const TAPE_ROOM = 96;

/** The package's wheel drawn into a picture of the round, in the shared pose, to scale, behind the fender where it hides it. */
export function PhotographPane(props: CornerPane) {
  const { corner } = props;
  const { shots, chosen, measured, axle, faults } = useRound(corner);
  const views = measured?.views ?? [];
  const view = views.find(({ name }) => name === chosen) ?? views[0];
  const shot = shots.find(({ name }) => name === view?.name);
  if (!measured || !view || !shot || axle !== corner.axle)
    return (
      <p className="text-graphite py-6" role="status">
        {faults[0] ?? 'Fetching the round of photographs…'}
      </p>
    );
  return <Photograph {...props} measured={measured} view={view} shot={shot} />;
}

type Shown = CornerPane & {
  measured: NonNullable<ReturnType<typeof usePhotos>['measured']>;
  view: { name: string; toCamera: number[] };
  shot: Shot;
};

function Photograph({ build, corner, profile, stock, named, locked, measured, view, shot }: Shown) {
  const units = useStore($units);
  const svg = useRef<SVGSVGElement>(null);
  const stop = useOneStop(svg);
  const [before, setBefore] = useKept('fit.photo.before', false);
  useEffect(() => tinykeys(window, { b: free(() => setBefore((was) => !was)) }), [setBefore]);
  const { lockDeg, travelMm, lowest, highest } = poseWithin(corner, useStore($pose));
  const { cuts } = build.package;
  const widthPx = shot.width;
  const drawn = useMemo(
    () => packageInPhoto({ measured, view, widthPx, corner, profile, stock, cuts, lockDeg, travelMm }),
    [measured, view, widthPx, corner, profile, stock, cuts, lockDeg, travelMm],
  );
  const { upright, level } = tapesOf(build, corner.axle, { lockDeg, travelMm }, { lowest, highest });
  const box = uprightBox(shot);
  const wide = WIDTH - LEFT;
  const high = (wide * box.height) / box.width;
  const scale = (): number => WIDTH / (svg.current?.getBoundingClientRect().width ?? WIDTH);
  const nearest = drawn?.nearest;
  const words = nearest
    ? `${named.nameById[nearest.obstacle] ?? nearest.obstacle}: ${
        nearest.clearanceMm < 0
          ? `met by ${showWithUnit(Math.round(-nearest.clearanceMm), 'length', units)}`
          : `${showWithUnit(Math.round(nearest.clearanceMm), 'length', units)} free`
      }, ${poseWords(lockDeg, travelMm, units)}`
    : 'Some of the wheel would stand behind the camera: choose another picture';
  const { steering } = corner;
  const [least, most] = [-(steering?.lockOutsideDeg ?? 0), steering?.lockInsideDeg ?? 0];
  return (
    <div className="flex flex-col gap-1.5" data-testid="photograph">
      <svg
        ref={svg}
        {...stop}
        className="drawing"
        viewBox={`0 0 ${WIDTH} ${high + TAPE_ROOM}`}
        role="group"
        aria-label="Photograph of the corner with its tapes"
      >
        <svg
          x={LEFT}
          y={0}
          width={wide}
          height={high}
          viewBox={`0 0 ${box.width} ${box.height}`}
          role="img"
          aria-label={
            before
              ? `${shot.name} as it was taken`
              : `${shot.name} with the package’s wheel drawn in. ${words}`
          }
        >
          <g transform={box.transform}>
            {shot.url && (
              <image href={shot.url} width={shot.width} height={shot.height} preserveAspectRatio="none" />
            )}
            {!before && drawn && <Drawn drawn={drawn} />}
          </g>
        </svg>
        <Tape
          upright
          x={96}
          y={8}
          lengthPx={high - 16}
          {...upright}
          units={units}
          scale={scale}
          disabled={locked}
        />
        <Tape
          upright={false}
          x={LEFT + 8}
          y={high + 50}
          lengthPx={wide - 16}
          {...level}
          units={units}
          scale={scale}
          disabled={locked}
        />
      </svg>
      {!shot.url && <p className="font-medium">▲ This picture still waits on the device that took it.</p>}
      <p className="text-[0.92rem]">
        {words}. Thin blue: as delivered; dashed: what the fender hides; red: where it meets.
      </p>
      <div className="flex flex-wrap items-end gap-3">
        <Choice
          label="Picture"
          value={view.name}
          options={measured.views.map(({ name }) => [name, name] as const)}
          choose={(name) => setPhotos({ chosen: name })}
        />
        <Button aria-pressed={before} title="B" onClick={() => setBefore(!before)}>
          Before
        </Button>
        <label className="flex min-w-40 flex-1 items-center gap-2">
          <span className="caption">Lock</span>
          <input
            type="range"
            className="accent-ink min-w-0 flex-1"
            min={least}
            max={most}
            step={1}
            value={lockDeg}
            disabled={least >= most}
            onChange={(event) => $pose.set({ ...$pose.get(), lockDeg: Number(event.target.value) })}
          />
        </label>
      </div>
    </div>
  );
}
