import { MARKS } from '../../../core/format/names';
import { useStore } from '@nanostores/react';
import { keyboardFor } from '../../ui/keyboardFor';
import { typedQuantity } from '../../ui/RowsDialog';
import { useTyped } from '../../ui/useTyped';
import { useKept } from '../../state/kept';
import { useState } from 'react';
import type { Build } from '../../../core/format/build';
import { lockOfShare, LOCK_WORDS } from '../../../core/measure/gaps';
import { stanceTravelMm, type Suggestion } from '../../../core/calibration/nextReadings';
import { AxleSwitch, Segments } from '../../ui/choices';
import { readQuantity, show, withUnit, type Quantity } from '../../../core/units/quantity';
import { $units } from '../../state/store';
import { writeDown } from './logStore';
import { TurnPlate } from './TurnPlate';
import { mm, readingWords, STANCE_WORDS } from './words';
import type { TestReading } from '../../../core/format/testFit';

export type Pose = Pick<
  TestReading,
  'axle' | 'side' | 'direction' | 'stance' | 'lockDeg' | 'travelMm' | 'obstacle' | 'placeMm'
>;

const big =
  'border-line border px-4 py-2.5 text-lg font-semibold aria-pressed:bg-ink aria-pressed:text-sheet';

/** A number of the pose, as it is typed until the field is left: shown and read in the units of whoever types. */
function PoseNumber({
  words,
  value,
  quantity,
  take,
}: {
  words: string;
  value: number;
  quantity: Quantity;
  take: (value: number) => void;
}) {
  const units = useStore($units);
  const [typed, setTyped] = useTyped(value);
  return (
    <label className="caption w-28">
      {withUnit(words, quantity, units)}
      <input
        className="field-box text-ink text-base"
        inputMode={keyboardFor(quantity, units)}
        value={typed ?? show(value, quantity, units)}
        onChange={(event) => {
          setTyped(event.target.value);
          const read = readQuantity(event.target.value, quantity, units);
          if (read.ok) take(read.value);
        }}
        onBlur={() => setTyped(null)}
      />
    </label>
  );
}

/** One reading with large targets: pose, place, and what was seen; written down with one press. */
export function TestFitForm({
  build,
  pose,
  setPose,
}: {
  build: Build;
  pose: Pose;
  setPose: (pose: Pose) => void;
}) {
  const units = useStore($units);
  const [gap, setGap] = useKept('log.gap', '');
  const [sound, setSound] = useKept('log.sound', '');
  const [fault, setFault] = useState('');
  const corner = build.vehicle.corners[pose.axle];
  const set = (part: Partial<Pose>): void => setPose({ ...pose, ...part });
  const write = async (seen: Partial<TestReading>): Promise<void> => {
    // How sure a reading is has its default; what is typed may be anything, and the log says what is wrong with it.
    const reading = { ...pose, ...seen, ...(sound.trim() ? { sound: sound.trim() } : {}) } as TestReading;
    const refused = await writeDown({ kind: 'test-fit', reading });
    setFault(refused ?? '');
    if (refused !== null) return;
    // What is typed by then stays.
    setGap((now) => (now === gap ? '' : now));
    setSound((now) => (now === sound ? '' : now));
  };
  const locks = [true, false].flatMap((inside) =>
    LOCK_WORDS.filter(([, share]) => inside || share > 0).map(([words, share]) => ({
      words: share === 0 ? 'straight' : `${words} ${inside ? 'inside' : 'outside'}`,
      deg: Math.round(lockOfShare(corner, share, inside)),
    })),
  );
  return (
    <div className="flex flex-col gap-3" data-testid="test-fit">
      <div className="flex flex-wrap gap-x-5 gap-y-2">
        <AxleSwitch
          value={pose.axle}
          choose={(axle) =>
            set({
              axle,
              obstacle: build.vehicle.corners[axle].obstacles[0]?.id ?? '',
              lockDeg: 0,
              travelMm: stanceTravelMm(build, axle, pose.stance),
            })
          }
        />
        <Segments
          label="Side"
          value={pose.side}
          options={[
            ['left', 'Left'],
            ['right', 'Right'],
          ]}
          choose={(side) => set({ side })}
        />
        <Segments
          label="Going"
          value={pose.direction}
          options={[
            ['forward', 'Forward'],
            ['reverse', 'Reverse'],
          ]}
          choose={(direction) => set({ direction })}
        />
        <Segments
          label="Stands"
          value={pose.stance}
          options={(['ride', 'ramp', 'loaded', 'crossed'] as const).map(
            (one) => [one, STANCE_WORDS[one]] as const,
          )}
          choose={(stance) => set({ stance, travelMm: stanceTravelMm(build, pose.axle, stance) })}
        />
      </div>
      {corner.steering && (
        <div className="flex flex-wrap gap-1.5" role="group" aria-label="Lock">
          {locks.map(({ words, deg }) => (
            <button
              key={words}
              type="button"
              className={big}
              aria-pressed={pose.lockDeg === deg}
              onClick={() => set({ lockDeg: deg })}
            >
              {words}
            </button>
          ))}
          <PoseNumber
            words="Lock"
            quantity="angle"
            value={pose.lockDeg}
            take={(lockDeg) => set({ lockDeg })}
          />
          {pose.side === 'left' && pose.axle === 'front' && (
            <TurnPlate take={(lockDeg) => set({ lockDeg })} />
          )}
          <PoseNumber
            words="Travel"
            quantity="length"
            value={pose.travelMm}
            take={(travelMm) => set({ travelMm })}
          />
        </div>
      )}
      <div className="flex flex-wrap gap-1.5" role="group" aria-label="Place">
        {corner.obstacles.map(({ id, label }) => (
          <button
            key={id}
            type="button"
            className={big}
            aria-pressed={pose.obstacle === id}
            onClick={() => set({ obstacle: id, placeMm: undefined })}
          >
            {label || id}
          </button>
        ))}
      </div>
      <p className="text-lg">{readingWords({ ...pose, errorMm: 2 }, build, units)}</p>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          void write({ gapMm: typedQuantity(gap, 'length', units) });
        }}
      >
        <label className="caption w-36">
          {withUnit('Gap', 'length', units)}
          <input
            className="field-box text-ink text-2xl font-semibold"
            inputMode={keyboardFor('length', units)}
            value={gap}
            onChange={(event) => setGap(event.target.value)}
          />
        </label>
        <button type="submit" className={big} disabled={gap.trim() === ''}>
          Write the gap down
        </button>
        <span className="text-graphite pb-3">or it</span>
        {MARKS.map((mark) => (
          <button key={mark} type="button" className={big} onClick={() => void write({ mark })}>
            {mark === 'shine'
              ? 'shines'
              : mark === 'crumbs'
                ? 'leaves crumbs'
                : mark === 'scuff'
                  ? 'scuffs'
                  : 'cuts'}
          </button>
        ))}
        <button type="button" className={big} onClick={() => void write({ clear: true })}>
          is clear
        </button>
        <label className="caption grow">
          Heard, done
          <input
            className="field-box text-ink"
            value={sound}
            maxLength={120}
            onChange={(event) => setSound(event.target.value)}
          />
        </label>
      </form>
      {fault && (
        <p role="alert" className="font-medium">
          ▲ {fault}
        </p>
      )}
    </div>
  );
}

/** The readings that would teach most, each put into the form with one press. */
export function Suggestions({
  build,
  list,
  take,
}: {
  build: Build;
  list: readonly Suggestion[] | null;
  take: (pose: Pose) => void;
}) {
  const units = useStore($units);
  return (
    <div data-testid="suggestions">
      <h3 className="text-lg font-semibold">The two-minute round</h3>
      {list === null ? (
        <p className="text-graphite" role="status">
          Looking for what would teach most…
        </p>
      ) : list.length === 0 ? (
        <p>Enough is known: no reading would teach more than it is sure of itself.</p>
      ) : (
        <ol>
          {list.map(({ reading, predictedMm, spreadMm }, i) => (
            <li key={i}>
              <button
                type="button"
                className="border-line hover:border-ink w-full border-b py-1.5 text-left"
                onClick={() => take(reading)}
              >
                <b className="font-semibold">{readingWords(reading, build, units)}</b>{' '}
                <span className="text-graphite">
                  predicted {mm(predictedMm, units)} ± {mm(spreadMm, units)}
                </span>
              </button>
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}
