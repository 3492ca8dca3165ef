import { useStore } from '@nanostores/react';
import { useEffect, useId, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { poseView } from '../../../core/clearance/contact';
import { cutDepths, sweepInputOf } from '../../../core/clearance/corner';
import { inkPlaceWords, type Ink } from '../../../core/clearance/ink';
import type { ObstacleFit } from '../../../core/clearance/fit';
import { showWithUnit, type UnitSystem } from '../../../core/units/quantity';
import { poseWords } from '../../../core/verdict';
import { onTheme } from '../../drawings/colour';
import { CornerScene, VIEWPOINTS, type Viewpoint } from '../../drawings/space/CornerScene';
import { $assessment, $job, $pose, $units } from '../../state/store';
import { useWorkerQuery } from '../../state/workerQuery';
import { Button } from '../../ui/Button';
import { download } from '../../ui/download';
import { poseWithin, type CornerPane } from './useCorner';

/** Ink follows every change, and may come a moment after the drawing. */
const INK = { worker: 'patient', whenStill: false, keepLast: true } as const;

const TURNS: Readonly<Record<string, readonly [right: number, up: number, nearer: number]>> = {
  ArrowLeft: [-1, 0, 0],
  ArrowRight: [1, 0, 0],
  ArrowUp: [0, 1, 0],
  ArrowDown: [0, -1, 0],
  '+': [0, 0, 0.12],
  '=': [0, 0, 0.12],
  '-': [0, 0, -0.14],
};

/** What is met, said in words: what the drawing shows to whoever does not see it. */
function metWords(
  byObstacle: readonly ObstacleFit[],
  ink: Ink | null,
  { corner, profile, named }: Pick<CornerPane, 'corner' | 'profile' | 'named'>,
  units: UnitSystem,
): string[] {
  const sorted = [...byObstacle].sort((a, b) => a.leastClearanceMm - b.leastClearanceMm);
  const met = sorted.filter(({ leastClearanceMm }) => leastClearanceMm < 0);
  const placeOf = (id: string): string => {
    const number = corner.corner.obstacles.findIndex((one) => one.id === id);
    const places = ink?.places.filter(({ obstacle }) => obstacle === number) ?? [];
    const [first] = places.sort((a, b) => a.leastMm - b.leastMm);
    return first ? `, at ${inkPlaceWords(profile, first.angle, first.section)}` : '';
  };
  const name = (id: string): string => named.nameById[id] ?? id;
  const [nearest] = sorted;
  if (met.length === 0)
    return nearest
      ? [
          `Nothing is touched in the zone; nearest is ${name(nearest.obstacle)}, ${showWithUnit(nearest.leastClearanceMm, 'length', units)} free${placeOf(nearest.obstacle)}.`,
        ]
      : [];
  return met.map(
    ({ obstacle, leastClearanceMm, lockDeg, travelMm }) =>
      `${name(obstacle)}: met by ${showWithUnit(-leastClearanceMm, 'length', units)}${placeOf(obstacle)}; ${poseWords(lockDeg, travelMm, units)}`,
  );
}

/** The corner in space. It follows the hand and the pose; the ink of the zone follows a moment later. */
export function SpacePane({ build, corner, profile, stock, named }: CornerPane) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const [scene, setScene] = useState<CornerScene | null>(null);
  const [failed, setFailed] = useState(false);
  const [look, setLook] = useState<Viewpoint>('quarter');
  const [themes, setThemes] = useState(0);
  const described = useId();
  const units = useStore($units);
  const byObstacle = useStore($assessment)?.assessment.fit[corner.axle].byObstacle;
  const { lockDeg, travelMm } = poseWithin(corner, useStore($pose));
  const { cuts, spacerMm } = build.package;
  const { obstacles } = corner.corner;
  const { marginMm } = build.use;
  useEffect(() => {
    if (!canvas.current) return undefined;
    let made: CornerScene;
    try {
      made = new CornerScene(canvas.current);
    } catch (error) {
      console.warn('no drawing in space', error);
      setFailed(true);
      return undefined;
    }
    setScene(made);
    const observer = new ResizeObserver(() => made.resize());
    observer.observe(canvas.current);
    const stopTheme = onTheme(() => {
      made.takeTheme();
      setThemes((count) => count + 1);
    });
    return () => {
      observer.disconnect();
      stopTheme();
      made.dispose();
    };
  }, []);
  const ink = useWorkerQuery(
    (api, { profile: wheel, cuts: decided, nearMm, ...sweep }) => api.ink(sweep, wheel, decided, nearMm),
    { ...sweepInputOf(build, corner.axle), profile, cuts, nearMm: marginMm },
    INK,
  );
  const view = useMemo(
    () => poseView(corner, profile, cutDepths(obstacles, cuts), lockDeg, travelMm),
    [corner, profile, obstacles, cuts, lockDeg, travelMm],
  );
  // Colours are the theme's when a body is made: another theme makes them anew.
  useEffect(() => scene?.setWell(obstacles), [scene, obstacles, themes]);
  useEffect(
    () => scene?.setWheel(profile, spacerMm, build.vehicle.hub.studs),
    [scene, profile, spacerMm, build.vehicle.hub.studs, themes],
  );
  useEffect(() => scene?.setAsDelivered(stock), [scene, stock, themes]);
  useEffect(() => scene?.setFloor(), [scene, themes]);
  useEffect(() => scene?.setInk(ink, marginMm), [scene, ink, marginMm, profile, obstacles, themes]);
  useEffect(() => scene?.setPose(view), [scene, view, profile, obstacles, themes]);

  const turnTo = (viewpoint: Viewpoint): void => {
    setLook(viewpoint);
    scene?.look(viewpoint);
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const named = (Object.keys(VIEWPOINTS) as Viewpoint[]).find((one) => VIEWPOINTS[one].key === event.key);
    const turn = TURNS[event.key];
    if (!named && !turn) return;
    event.preventDefault();
    event.stopPropagation();
    if (named) turnTo(named);
    else if (turn) scene?.turn(...turn);
  };
  const save = async (): Promise<void> => {
    if (!scene) return;
    const { gltfOf } = await import('../../drawings/space/gltf');
    const bytes = await gltfOf(scene.exported(), {
      title: `${build.vehicle.label}, ${corner.axle}, ${build.package.label}`,
      pose: poseWords(lockDeg, travelMm, 'metric'),
      axes: 'in the node “corner”: x forward, y outboard, z up, mm from the hub face as delivered',
      measured:
        'the lines called “as measured”; bodies, folds, grooves and spokes are drawn around them and are not measured',
    });
    download(bytes, `${$job.get()?.number ?? 'corner'}-${corner.axle}-corner.glb`, 'model/gltf-binary');
  };
  // Of the zone, not of the pose: worked out again when one of these is another one, not with every move of the hand.
  const words = useMemo(
    () => (byObstacle ? metWords(byObstacle, ink, { corner, profile, named }, units) : []),
    [byObstacle, ink, corner, profile, named, units],
  );
  const gap = view.nearest.clearanceMm;
  const nearest = named.nameById[view.nearest.obstacle] ?? '';
  return (
    <div className="flex flex-col gap-1" data-testid="space">
      {failed ? (
        <p className="border-line border p-3">
          This browser cannot draw in space (WebGL is off). What it would show is said below.
        </p>
      ) : (
        <div
          role="application"
          aria-roledescription="drawing in space"
          aria-label={`The ${corner.axle} corner in space: arrow keys turn it, plus and minus go nearer and farther, 1 to 4 are views`}
          aria-describedby={described}
          tabIndex={0}
          onKeyDown={onKeyDown}
        >
          <canvas
            ref={canvas}
            className="border-line h-[27rem] w-full touch-none border"
            data-testid="space-canvas"
            data-look={look}
            data-inked={ink ? ink.places.filter(({ leastMm }) => leastMm < 0).length : ''}
          />
        </div>
      )}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        {(Object.keys(VIEWPOINTS) as Viewpoint[]).map((one) => (
          <button
            key={one}
            type="button"
            className="hover:text-signal font-tight font-semibold aria-pressed:underline"
            aria-pressed={look === one}
            aria-keyshortcuts={VIEWPOINTS[one].key}
            onClick={() => turnTo(one)}
          >
            <kbd className="text-graphite font-normal">{VIEWPOINTS[one].key}</kbd> {VIEWPOINTS[one].words}
          </button>
        ))}
        <Button className="ml-auto" disabled={!scene} onClick={() => void save()}>
          Save as glTF
        </Button>
      </div>
      <div id={described} className="text-[0.9rem] leading-snug">
        <p>
          <b className="font-semibold">
            {poseWords(lockDeg, travelMm, units)}: {nearest}{' '}
            {gap < 0
              ? `met by ${showWithUnit(-gap, 'length', units)}`
              : `${showWithUnit(gap, 'length', units)} free`}
          </b>
          , left {corner.axle}.
        </p>
        <ul data-testid="met-words">
          {words.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
        <p className="text-graphite">
          Ink: met in some pose of the zone; fainter: within the margin. Thin outline: as delivered. Lines are
          as measured; bodies, folds, grooves and spokes are drawn around them.
        </p>
      </div>
    </div>
  );
}
