import { useStore } from '@nanostores/react';
import { useMemo } from 'react';
import type { AxleName, Build } from '../../../core/build';
import { poseView } from '../../../core/clearance/contact';
import { cutDepths, sweepCorner } from '../../../core/clearance/fit';
import type { FoldWindow } from '../../../core/clearance/fold';
import { profileOf } from '../../../core/clearance/profile';
import { tireSize } from '../../../core/tire/size';
import { showWithUnit } from '../../../core/units/quantity';
import { labelOf, poseWords } from '../../../core/verdict';
import { BenchDrawing } from '../../drawings/BenchDrawing';
import { GradeMark } from '../../drawings/GradeMark';
import { layerOf } from '../../drawings/layers';
import { LockMap } from '../../drawings/LockMap';
import { WheelSection, type Pull } from '../../drawings/WheelSection';
import { changeStage, setOffset } from '../sheet/edits';
import { $active, $assessment, $cures, $pose, $units } from '../sheet/store';
import { FitControls } from './FitControls';
import { tapesOf } from './tapes';
import { TouchTable } from './TouchTable';
import { useFold } from './useFold';

/** Wide enough for every wheel that is fitted, and still while a handle is dragged. */
function windowFor(outerMm: number): FoldWindow {
  return { aMm: [-330, 250], rMm: [150, Math.max(540, Math.ceil((outerMm + 90) / 50) * 50)], cellMm: 2 };
}

/** What a pulled handle writes: sizes as entered figures beside the code, the centre plane as an offset. */
function pullPackage(build: Build, { diameterMm, widthMm, centreMm }: Pull): void {
  const { tire, wheel, spacerMm } = build.package;
  if (centreMm !== undefined) setOffset(build, Math.round(spacerMm - centreMm));
  if (diameterMm !== undefined)
    changeStage([{ path: '/package/tire/overallDiameterMm', to: Math.round(diameterMm) }]);
  if (widthMm !== undefined) {
    const size = tireSize(tire, wheel.widthIn);
    const stated = tireSize({ ...tire, sectionWidthMm: 1000 }, wheel.widthIn);
    const grown = stated.sectionWidthMm - 1000;
    const changes = [{ path: '/package/tire/sectionWidthMm', to: Math.round(widthMm - grown) }];
    // A stated tread keeps its share of the section; one that follows the pattern does so by itself.
    const tread = tire.treadWidthMm;
    if (tread !== undefined)
      changes.push({
        path: '/package/tire/treadWidthMm',
        to: Math.round((tread / size.sectionWidthMm) * widthMm),
      });
    changeStage(changes);
  }
}

export function FitStation({ build }: { build: Build }) {
  const units = useStore($units);
  const pose = useStore($pose);
  const judged = useStore($assessment);
  const cures = useStore($cures);
  const locked = useStore($active)?.position === 0;
  const axle: AxleName = pose.axle;
  const { vehicle, use } = build;
  const { tire, wheel, spacerMm, cuts, lift, sagMm } = build.package;
  const corner = useMemo(
    () => sweepCorner(vehicle, axle, { lift, sagMm }, use),
    [vehicle, axle, lift, sagMm, use],
  );
  const profile = useMemo(
    () => profileOf(tireSize(tire, wheel.widthIn), wheel, spacerMm),
    [tire, wheel, spacerMm],
  );
  const stock = useMemo(() => {
    const { tire: stockTire, wheel: stockWheel } = vehicle.stock;
    return profileOf(tireSize(stockTire, stockWheel.widthIn), stockWheel, 0);
  }, [vehicle]);
  const lockDeg = corner.corner.steering ? pose.lockDeg : 0;
  const lowest = corner.grid.travelMm[0] ?? 0;
  const highest = corner.grid.travelMm.at(-1) ?? 0;
  const travelMm = Math.min(highest, Math.max(lowest, pose.travelMm));
  const view = useMemo(
    () => poseView(vehicle, corner, profile, cutDepths(corner.corner.obstacles, cuts), lockDeg, travelMm),
    [vehicle, corner, profile, cuts, lockDeg, travelMm],
  );
  const obstacles = corner.corner.obstacles;
  const layers = useMemo(() => obstacles.map(({ material }) => layerOf(material)), [obstacles]);
  const names = useMemo(() => obstacles.map(({ id, label }) => label || id), [obstacles]);
  const byId = useMemo(
    () => ({
      layers: Object.fromEntries(obstacles.map(({ id }, i) => [id, layers[i] ?? 'metal'] as const)),
      names: Object.fromEntries(obstacles.map(({ id }, i) => [id, names[i] ?? id])),
    }),
    [obstacles, layers, names],
  );
  const window = windowFor(Math.max(profile.tireOuterMm, stock.tireOuterMm));
  const fold = useFold(build, axle, window);
  const fit = judged?.assessment.fit[axle];
  const { upright, level } = tapesOf(build, axle, { lockDeg, travelMm }, { lowest, highest });
  const gapWords = showWithUnit(view.nearest.clearanceMm, 'length', units);
  const nearName = labelOf(build, axle, view.nearest.obstacle);
  const notes = [
    view.nearest.clearanceMm < 0
      ? `meets by ${showWithUnit(-view.nearest.clearanceMm, 'length', units)}`
      : `${gapWords} free`,
    nearName,
    poseWords(lockDeg, travelMm, units),
    ...(corner.corner.suspension.kind === 'solid'
      ? [view.crossed ? 'one wheel up, one down' : 'both wheels together']
      : []),
    axle === 'front' ? 'left front; right is its mirror' : 'left rear; right is its mirror',
  ];
  return (
    <section id="fit" aria-labelledby="fit-title" className="station">
      <FitControls build={build} corner={corner} lockDeg={lockDeg} />
      <div className="grid grid-cols-[minmax(0,1.06fr)_minmax(0,1fr)] gap-x-4">
        <BenchDrawing
          view={view}
          profile={profile}
          stock={stock}
          layers={byId.layers}
          names={byId.names}
          units={units}
          upright={upright}
          level={level}
          disabled={locked}
          notes={notes}
        />
        <div className="flex flex-col gap-2">
          <h3 className="caption">Wheel’s-eye section, {axle} · dash-dot: as delivered</h3>
          <WheelSection
            window={window}
            fold={fold}
            layers={layers}
            names={names}
            profile={profile}
            stock={stock}
            units={units}
            gap={
              fit
                ? { clearanceMm: fit.leastClearanceMm, name: labelOf(build, axle, fit.at.obstacle) }
                : { clearanceMm: NaN, name: '' }
            }
            pull={(change) => pullPackage(build, change)}
            disabled={locked}
          />
          <Legend />
        </div>
      </div>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1.35fr)] gap-x-4">
        <div>
          <h3 className="caption flex justify-between">
            <span>Lock and travel map · hard line: contact, dashed: margin, dash-dot: zone</span>
          </h3>
          {fit && (
            <LockMap
              fitMap={fit.map}
              inZone={corner.inZone}
              marginMm={use.marginMm}
              pose={{ lockDeg, travelMm }}
              pick={(lock, travel) => $pose.set({ axle, lockDeg: lock, travelMm: travel })}
              units={units}
              nearestName={nearName}
            />
          )}
        </div>
        {fit && (
          <div>
            <p
              className="font-tight mb-1 flex items-baseline gap-3 text-lg font-semibold"
              data-testid="fit-grade"
            >
              <GradeMark grade={fit.grade} />
              <span className="text-graphite text-base font-medium">
                {axle}, least {showWithUnit(fit.leastClearanceMm, 'length', units)}
                {corner.corner.steering &&
                  ` · usable lock at ride height ${fit.usableLockDeg.inside.toFixed(1)}° inside, ${fit.usableLockDeg.outside.toFixed(1)}° outside`}
              </span>
            </p>
            <TouchTable
              build={build}
              axle={axle}
              fit={fit}
              cures={cures?.build === build ? cures.cures : null}
              locked={locked}
            />
          </div>
        )}
      </div>
    </section>
  );
}

function Legend() {
  const swatch = 'inline-block h-3.5 w-6 align-[-2px] mr-1.5';
  return (
    <p className="text-graphite flex gap-5 text-[0.85rem]">
      <span>
        <i className={swatch} style={{ background: 'var(--movable)' }} />
        liner, plastic
      </span>
      <span>
        <i className={swatch} style={{ background: 'var(--metal)' }} />
        sheet, seam
      </span>
      <span>
        <i
          className={swatch}
          style={{ background: 'repeating-linear-gradient(135deg, var(--hatch) 0 2px, transparent 2px 5px)' }}
        />
        never cut
      </span>
      <span>white: free in every pose of the zone</span>
    </p>
  );
}
