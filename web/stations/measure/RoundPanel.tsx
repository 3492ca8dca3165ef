import { useStore } from '@nanostores/react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { SHAPES, type AxleName, type Side, type WellShape } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import type { DecidingReading } from '../../../core/calibration/decidingReadings';
import { placesAmong } from '../../../core/measure/places';
import { roundFor, type RoundReading } from '../../../core/measure/round';
import { beginShape, dropReading, takeReading } from '../../../core/measure/take';
import { readQuantity, show } from '../../../core/units/quantity';
import { Segments } from '../../ui/choices';
import { NumberField } from '../../ui/NumberField';
import { takeCorner } from '../../state/edits';
import { $pose, $units, type Edited } from '../../state/store';
import type { DecidingGap } from '../../../core/calibration/decidingReadings';
import { Preparation } from './Preparation';
import { wordsOf } from './readingWords';
import { WhatDecides } from './WhatDecides';
import { isUnmeasured } from '../../../core/measure/still';

type Props = {
  vehicle: Vehicle;
  axle: AxleName;
  side: Side;
  setSide: (side: Side) => void;
  /** The reading under the hand, which the drawing shows. */
  current: RoundReading | null;
  show: (reading: RoundReading | null) => void;
  goGap: (gap: DecidingGap) => void;
};

const SHAPE_WORDS: Record<WellShape, string> = {
  round: 'round',
  squared: 'squared',
  closing: 'closing in below the hub',
  'flat-topped': 'flat-topped',
};

const kept = (vehicle: Vehicle, axle: AxleName, side: Side, id: string) =>
  vehicle.corners[axle].measured?.readings.find((one) => one.reading === id && one.side === side);

function take(
  vehicle: Vehicle,
  axle: AxleName,
  side: Side,
  known: RoundReading,
  valueMm: number | undefined,
  errorMm: number | undefined,
): Edited {
  const before = vehicle.corners[axle];
  if (valueMm === undefined) return takeCorner(axle, before, dropReading(before, known.id, side));
  const taken = takeReading(vehicle, axle, {
    reading: known.id,
    side,
    valueMm,
    ...(errorMm === undefined ? {} : { errorMm }),
  });
  return taken.ok ? takeCorner(axle, before, taken.value) : { ok: false, faults: [taken.fault] };
}

/** How sure one reading is: the round's own figure until the hand that read it says otherwise. */
function Sureness(props: { vehicle: Vehicle; axle: AxleName; side: Side; known: RoundReading }) {
  const { vehicle, axle, side, known } = props;
  const units = useStore($units);
  const reading = kept(vehicle, axle, side, known.id);
  const [typed, setTyped] = useState<string | null>(null);
  const errorMm = reading?.errorMm ?? known.errorMm;
  return (
    <input
      className="field-box text-graphite w-16 text-[0.9rem]"
      aria-label={`${wordsOf(known, units)}, accuracy`}
      title="Accuracy of this reading, one standard deviation"
      disabled={!reading}
      value={typed ?? `± ${show(errorMm, 'length', units)}`}
      onFocus={(event) => {
        setTyped(show(errorMm, 'length', units));
        event.target.select();
      }}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={() => {
        const read = readQuantity(typed ?? '', 'length', units);
        if (read.ok && reading && read.value !== errorMm)
          take(vehicle, axle, side, known, reading.valueMm, Math.min(200, Math.max(0, read.value)));
        setTyped(null);
      }}
    />
  );
}

/** The guided round: one reading after another by keyboard, each shown in the drawing before it is taken. */
export function RoundPanel({ vehicle, axle, side, setSide, current, show: focus, goGap }: Props) {
  const round = useMemo(() => roundFor(axle, side), [axle, side]);
  const units = useStore($units);
  /** The reading of one place of a thing that was asked for last, until it is taken. */
  const [asked, setAsked] = useState<string | null>(null);
  const { readings } = vehicle.corners[axle].measured ?? { readings: [] };
  const places = useMemo(
    () =>
      placesAmong(axle, side, [
        ...readings.filter((one) => one.side === side).map((one) => one.reading),
        asked ?? '',
      ]),
    [axle, side, readings, asked],
  );
  const rows = round.flatMap((one, i) =>
    round[i + 1]?.thing === one.thing ? [one] : [one, ...places.filter(({ thing }) => thing === one.thing)],
  );
  const read = round.filter(({ id }) => kept(vehicle, axle, side, id)).length;
  const { shape } = vehicle.corners[axle].measured ?? {};
  const list = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // Whoever has just chosen the round types next, and so does who has just begun a vehicle.
    const at = document.activeElement;
    if (at?.matches('input[type=radio]') || (at === document.body && isUnmeasured(vehicle)))
      list.current?.querySelector<HTMLInputElement>('input[data-field]')?.focus();
    // Once, when it is opened.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  /** Puts the hand into the field of a reading, on whichever axle and side it is. */
  const go = (wanted: DecidingReading): void => {
    $pose.set({ ...$pose.get(), axle: wanted.axle });
    setSide(wanted.side);
    setAsked(wanted.reading.id);
    requestAnimationFrame(() =>
      requestAnimationFrame(() => {
        const row = list.current?.querySelector(`[data-reading="${wanted.reading.id}"]`);
        row?.querySelector<HTMLInputElement>('input[data-field]')?.focus();
        // The whole of its name, not the field alone.
        row?.scrollIntoView({ block: 'nearest' });
      }),
    );
  };
  return (
    <div data-testid="round" ref={list}>
      <div className="mb-1 flex flex-wrap items-center gap-x-5 gap-y-1">
        <Segments
          label="Side"
          value={side}
          options={[
            ['left', 'Left'],
            ['right', 'Right'],
          ]}
          choose={setSide}
        />
        <label className="flex items-center gap-2">
          <span className="caption">Begin from a shape</span>
          <select
            className="field-box w-auto"
            aria-label="Well shape"
            value={shape ?? ''}
            onChange={(event) =>
              void takeCorner(
                axle,
                vehicle.corners[axle],
                beginShape(vehicle, axle, event.target.value as WellShape),
              )
            }
          >
            <option value="" disabled>
              none
            </option>
            {SHAPES.map((one) => (
              <option key={one} value={one}>
                {SHAPE_WORDS[one]}
              </option>
            ))}
          </select>
        </label>
        <span className="text-graphite ml-auto" data-testid="round-count">
          {read} of {round.length} read
        </span>
      </div>
      <WhatDecides vehicle={vehicle} go={go} goGap={goGap} />
      {read === 0 && <Preparation vehicle={vehicle} />}
      <p className="border-ink min-h-[3.1rem] border-l-4 pl-2" aria-live="polite" data-testid="round-words">
        {current ? (
          <>
            <b className="font-tight text-[1.1rem] font-semibold">{wordsOf(current, units)}</b>
            <br />
            {current.words}
          </>
        ) : (
          <>Type what the tape reads; Enter goes on, an empty field is skipped. mm, or inches as 14 3/8.</>
        )}
      </p>
      <div
        className="mt-1 max-h-[26rem] overflow-y-auto pr-1"
        onBlur={(event) => {
          if (!event.currentTarget.contains(event.relatedTarget)) focus(null);
        }}
      >
        {rows.map((reading) => (
          <div
            key={`${side} ${reading.id}`}
            data-reading={reading.id}
            className="border-line grid grid-cols-[minmax(0,1fr)_8.5rem_4rem] items-start gap-x-2 border-b py-1"
            onFocus={() => focus(reading)}
          >
            <span className={`pt-1 ${current?.id === reading.id ? 'font-semibold' : ''}`}>
              {wordsOf(reading, units)}
            </span>
            {/* What is said of a field has the whole line to be said in, not the field's width alone. */}
            <div className="[&_[role=alert]]:-ml-[12rem] [&_[role=alert]]:w-[24rem] [&_[role=status]]:-ml-[12rem] [&_[role=status]]:w-[24rem]">
              <NumberField
                hideLabel
                label={wordsOf(reading, units)}
                quantity="length"
                whenLeft
                path={reading.id}
                value={kept(vehicle, axle, side, reading.id)?.valueMm}
                empty="not read"
                take={(valueMm) =>
                  take(vehicle, axle, side, reading, valueMm, kept(vehicle, axle, side, reading.id)?.errorMm)
                }
              />
            </div>
            <Sureness vehicle={vehicle} axle={axle} side={side} known={reading} />
          </div>
        ))}
      </div>
    </div>
  );
}
