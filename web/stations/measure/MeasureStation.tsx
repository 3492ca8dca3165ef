import type { DecidingGap } from '../../../core/calibration/decidingReadings';
import { useStore } from '@nanostores/react';
import { BelowFold } from '../../ui/BelowFold';
import { keepFor, useKept } from '../../state/kept';
import { memo, useState } from 'react';
import type { AxleName, Side } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { AxleSwitch, Segments } from '../../ui/choices';
import { fetched, later } from '../../ui/later';
import type { RoundReading } from '../../../core/measure/round';
import { isUnmeasured, stillToRead } from '../../../core/measure/still';
import { $axle, $build, $pose, $units } from '../../state/store';
import { $gapPose } from './gapPose';
import { guideOf } from './guide';
import { ObstacleTable } from './ObstacleTable';
import { ReadingFiles } from './ReadingFiles';
import { VehicleFields } from './VehicleFields';
import { WellDrawing } from './WellDrawing';

const CornerFields = later('The corner', async () => (await import('./CornerFields')).CornerFields, '20rem');
const PathPanel = later(
  'The path of the wheel',
  async () => (await import('./PathPanel')).PathPanel,
  '14.6rem',
);
const PointTable = fetched('The points', async () => (await import('./PointTable')).PointTable);
const RoundPanel = later('The tape round', async () => (await import('./RoundPanel')).RoundPanel, '34rem');
const GapPanel = fetched('The gaps', async () => (await import('./GapPanel')).GapPanel);

// The three-dimensional drawing is asked for when a scan is.
const ScanStation = later(
  'The scan',
  () => import('../scan/ScanStation').then((module) => module.ScanStation),
  '34rem',
);

const PhotoStation = later(
  'The photographs',
  () => import('../photos/PhotoStation').then((module) => module.PhotoStation),
  '34rem',
);

/** The scan of a corner with the package of the stage on the page, which the rest of the station does not follow. */
function ScanSide(props: { axle: AxleName; side: Side; setSide: (side: Side) => void }) {
  const build = useStore($build);
  return build && <ScanStation build={build} {...props} />;
}

type Way = 'points' | 'round' | 'photos' | 'gaps' | 'scan';
const WAYS: readonly (readonly [Way, string])[] = [
  ['points', 'Points'],
  ['round', 'Tape round'],
  ['photos', 'Photographs'],
  ['gaps', 'Gaps'],
  ['scan', 'Scan'],
];

/** Below the others where they stand one below another: not before the last of them is read, which would push it down. */
const LAST_WHERE_NARROW = 'max-xl:order-last max-xl:[&:not(:has(~[data-end]))]:hidden';

/**
 * The vehicle as it stands: its fields, its corners, and what the wheel could meet, as table and drawing at once.
 * Redrawn only when the vehicle or the chosen axle changes: a package that is dragged leaves it as it is.
 */
export const MeasureStation = memo(function MeasureStation({ build: { vehicle } }: { build: Build }) {
  const axle: AxleName = useStore($axle);
  const { obstacles } = vehicle.corners[axle];
  const [chosen, setChosen] = useKept<string | null>('measure.obstacle', null);
  const [point, setPoint] = useKept('measure.point', -1);
  // A vehicle that nobody has measured is begun with the round that asks for everything.
  const [by, setBy] = useKept<Way>('measure.way', () => (isUnmeasured(vehicle) ? 'round' : 'points'));
  const [side, setSide] = useKept<Side>('measure.side', 'left');
  const [reading, setReading] = useKept<RoundReading | null>('measure.reading', null);
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
  const gapPose = useStore($gapPose);
  /** Whether the gaps open with the hand in their field. */
  const [hand, setHand] = useState(false);
  /** Opens the gaps with what is to be read already said, and the hand in the field. */
  const readGap = (gap: DecidingGap): void => {
    keepFor('gap.lock', String(gap.lockShare));
    keepFor('gap.way', gap.lockDeg < 0 ? 'outside' : 'inside');
    keepFor('gap.travelMm', gap.travelMm);
    keepFor('gap.mounted', 'stock');
    $pose.set({ ...$pose.get(), axle: gap.axle });
    setChosen(gap.obstacle);
    setSide(gap.side);
    setBy('gaps');
    setHand(true);
  };
  const still = stillToRead(vehicle, axle);
  const selected = obstacles.find(({ id }) => id === chosen) ?? obstacles[0];
  const index = selected ? obstacles.indexOf(selected) : 0;
  return (
    <section id="measure" aria-labelledby="measure-title" className="station">
      <div className="mb-2 flex flex-wrap items-center gap-x-6">
        <h2 id="measure-title" tabIndex={-1} className="station-title">
          Measure
        </h2>
        <AxleSwitch value={axle} choose={(next) => $pose.set({ ...$pose.get(), axle: next })} />
        <Segments
          label="By"
          value={by}
          options={WAYS}
          choose={(way) => {
            setHand(false);
            setBy(way);
          }}
        />
        <p
          className="min-w-64 flex-1 leading-tight"
          data-testid="still-to-read"
          title="From the left hub’s mounting face at ride height: x forward, y outboard, z up. Right mirrors it until measured."
        >
          {still.places === 0 ? (
            <>Every place at the {axle} was measured.</>
          ) : (
            <>
              <b className="font-semibold">
                {still.places} of {still.of} places at the {axle} are estimates:
              </b>{' '}
              {still.parts.map(({ label }) => label).join(', ')}.{' '}
              {by === 'points' && 'Tape round asks for them in order.'}
            </>
          )}
        </p>
      </div>
      <div className="grid grid-cols-1 gap-x-6 gap-y-4 md:grid-cols-2 print:grid-cols-2 xl:grid-cols-[minmax(0,0.9fr)_minmax(0,1.5fr)_minmax(0,1.25fr)]">
        <div className={`flex flex-col gap-4 ${LAST_WHERE_NARROW}`}>
          <VehicleFields vehicle={vehicle} />
          <CornerFields vehicle={vehicle} axle={axle} />
        </div>
        {by === 'scan' && <ScanSide axle={axle} side={side} setSide={setSide} />}
        {by === 'photos' && <PhotoStation vehicle={vehicle} axle={axle} side={side} setSide={setSide} />}
        {by !== 'scan' && by !== 'photos' && (
          <>
            <div className="flex min-w-0 flex-col gap-3">
              <WellDrawing
                vehicle={vehicle}
                axle={axle}
                chosen={selected?.id ?? ''}
                point={point}
                choose={setChosen}
                choosePoint={setPoint}
                {...(guide ? { guide } : {})}
                {...(by === 'gaps' && gapPose ? { gapPose } : {})}
              />
              {vehicle.corners[axle].suspension.kind === 'independent' && (
                <PathPanel vehicle={vehicle} axle={axle} />
              )}
            </div>
            <div className="flex min-w-0 flex-col gap-3">
              {by === 'round' && (
                <RoundPanel
                  vehicle={vehicle}
                  axle={axle}
                  side={side}
                  setSide={setSide}
                  current={reading}
                  show={setReading}
                  goGap={readGap}
                />
              )}
              {by === 'gaps' && (
                <GapPanel
                  vehicle={vehicle}
                  axle={axle}
                  side={selected?.side ?? side}
                  chosen={selected?.id ?? ''}
                  choose={setChosen}
                  hand={hand}
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
                    <BelowFold>
                      <PointTable
                        key={selected.id}
                        vehicle={vehicle}
                        axle={axle}
                        index={index}
                        obstacle={selected}
                        focusPoint={setPoint}
                      />
                    </BelowFold>
                  )}
                </>
              )}
              <ReadingFiles vehicle={vehicle} axle={axle} />
            </div>
          </>
        )}
        <i data-end hidden />
      </div>
    </section>
  );
});
