import { useStore } from '@nanostores/react';
import { lazy, memo, Suspense, useState } from 'react';
import type { AxleName, Build } from '../../../core/format/build';
import { Segments } from '../../ui/choices';
import type { RoundReading } from '../../../core/measure/round';
import type { Side } from '../../../core/format/measured';
import { $axle, $build, $pose, $units } from '../../state/store';
import { CornerFields } from './CornerFields';
import { GapPanel } from './GapPanel';
import { guideOf } from './guide';
import { ObstacleTable } from './ObstacleTable';
import { PointTable } from './PointTable';
import { ReadingFiles } from './ReadingFiles';
import { RoundPanel } from './RoundPanel';
import { VehicleFields } from './VehicleFields';
import { WellDrawing } from './WellDrawing';

// The three-dimensional drawing is asked for when a scan is.
const ScanStation = lazy(() =>
  import('../scan/ScanStation').then((module) => ({ default: module.ScanStation })),
);

/** The scan of a corner with the package of the stage on the page, which the rest of the station does not follow. */
function ScanSide(props: { axle: AxleName; side: Side; setSide: (side: Side) => void }) {
  const build = useStore($build);
  return build && <ScanStation build={build} {...props} />;
}

type Way = 'points' | 'round' | 'gaps' | 'scan';
const WAYS: readonly (readonly [Way, string])[] = [
  ['points', 'Points'],
  ['round', 'Tape round'],
  ['gaps', 'Gaps'],
  ['scan', 'Scan'],
];

/**
 * The vehicle as it stands: its fields, its corners, and what the wheel could meet, as table and drawing at once.
 * Redrawn only when the vehicle or the chosen axle changes: a package that is dragged leaves it as it is.
 */
export const MeasureStation = memo(function MeasureStation({ build: { vehicle } }: { build: Build }) {
  const axle: AxleName = useStore($axle);
  const { obstacles } = vehicle.corners[axle];
  const [chosen, setChosen] = useState<string | null>(null);
  const [point, setPoint] = useState(-1);
  const [by, setBy] = useState<Way>('points');
  const [side, setSide] = useState<Side>('left');
  const [reading, setReading] = useState<RoundReading | null>(null);
  const units = useStore($units);
  const guide =
    by === 'round' && reading
      ? guideOf(
          vehicle,
          axle,
          reading,
          vehicle.corners[axle].measured?.readings.find(
            (one) => one.reading === reading.id && one.side === side,
          )?.valueMm,
          units,
        )
      : undefined;
  const selected = obstacles.find(({ id }) => id === chosen) ?? obstacles[0];
  const index = selected ? obstacles.indexOf(selected) : 0;
  return (
    <section id="measure" aria-labelledby="measure-title" className="station">
      <div className="mb-2 flex flex-wrap items-center gap-x-6">
        <h2 id="measure-title" className="station-title">
          Measure
        </h2>
        <Segments
          label="Axle"
          value={axle}
          options={[
            ['front', 'Front'],
            ['rear', 'Rear'],
          ]}
          choose={(next) => $pose.set({ ...$pose.get(), axle: next })}
        />
        <Segments label="By" value={by} options={WAYS} choose={setBy} />
        <p className="text-graphite">
          From the left hub’s mounting face at ride height: x forward, y outboard, z up. Right mirrors it
          until measured.
        </p>
      </div>
      <div className="grid grid-cols-1 print:grid-cols-2 gap-x-6 gap-y-4 xl:grid-cols-[minmax(0,0.9fr)_minmax(0,1.5fr)_minmax(0,1.25fr)]">
        <div className="flex flex-col gap-4">
          <VehicleFields vehicle={vehicle} />
          <CornerFields vehicle={vehicle} axle={axle} />
        </div>
        {by === 'scan' ? (
          <Suspense fallback={<p>Opening the scan…</p>}>
            <ScanSide axle={axle} side={side} setSide={setSide} />
          </Suspense>
        ) : (
          <>
            <WellDrawing
              vehicle={vehicle}
              axle={axle}
              chosen={selected?.id ?? ''}
              point={point}
              choose={setChosen}
              choosePoint={setPoint}
              {...(guide ? { guide } : {})}
            />
            <div className="flex min-w-0 flex-col gap-3">
              {by === 'round' && (
                <RoundPanel vehicle={vehicle} axle={axle} side={side} setSide={setSide} show={setReading} />
              )}
              {by === 'gaps' && (
                <GapPanel
                  vehicle={vehicle}
                  axle={axle}
                  side={selected?.side ?? side}
                  chosen={selected?.id ?? ''}
                  choose={setChosen}
                />
              )}
              {by === 'points' && (
                <>
                  <ObstacleTable
                    vehicle={vehicle}
                    axle={axle}
                    chosen={selected?.id ?? ''}
                    choose={setChosen}
                  />
                  {selected && (
                    <PointTable
                      key={selected.id}
                      vehicle={vehicle}
                      axle={axle}
                      index={index}
                      obstacle={selected}
                      focusPoint={setPoint}
                    />
                  )}
                </>
              )}
              <ReadingFiles vehicle={vehicle} axle={axle} />
            </div>
          </>
        )}
      </div>
    </section>
  );
});
