import { Said } from '../../ui/Said';
import { useKept } from '../../state/kept';
import { today } from '../../state/clock';
import { useStore } from '@nanostores/react';
import { Trash2 } from 'lucide-react';
import { AXLES, type AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { chalkStep } from '../../../core/load/chalk';
import { roadPressureOf } from '../../../core/load/load';
import { showWithUnit } from '../../../core/units/quantity';
import { AxleSwitch, Segments } from '../../ui/choices';
import { NumberField } from '../../ui/NumberField';
import { setStage } from '../../state/edits';
import { $units } from '../../state/store';
import type { Chalk } from '../../../core/format/chalk';
import { Button } from '../../ui/Button';
import { sayDate } from '../../../core/time/wallClock';

const MARKS: readonly (readonly [Chalk['mark'], string])[] = [
  ['even', 'Even'],
  ['centre', 'Middle'],
  ['edges', 'Edges'],
];

/** Chalk across the tread, a short straight drive, a look: what went first, and what to try next. */
export function ChalkPanel({ build }: { build: Build }) {
  const units = useStore($units);
  const [axle, setAxle] = useKept<AxleName>('chalk.axle', 'front');
  const [kpa, setKpa] = useKept<number | undefined>('chalk.kpa', undefined);
  const [mark, setMark] = useKept<Chalk['mark']>('chalk.mark', 'even');
  const entries = build.package.chalk ?? [];
  const limitKpa = build.package.tire.maxPressureKpa;
  const newest = entries.at(-1);
  const write = (): void => {
    if (kpa === undefined) return;
    const entry: Chalk = { axle, kpa, mark, on: today() };
    if (setStage('/package/chalk', [...entries, entry]).ok) setKpa(undefined);
  };
  return (
    <div data-testid="chalk" className="mt-3">
      <h3 className="caption">
        Chalk test: a line across the tread, a short straight drive, what went first
      </h3>
      <form
        className="flex flex-wrap items-end gap-x-3 gap-y-1"
        onSubmit={(event) => {
          event.preventDefault();
          write();
        }}
      >
        <AxleSwitch value={axle} choose={setAxle} />
        <div className="w-24">
          <NumberField
            hideLabel
            label="Pressure it was driven at"
            path="chalk"
            quantity="pressure"
            value={kpa}
            empty="driven at"
            take={(value) => {
              setKpa(value);
              return { ok: true };
            }}
          />
        </div>
        <Segments label="First" value={mark} options={MARKS} choose={setMark} />
        <Button type="submit" disabled={kpa === undefined}>
          Write down
        </Button>
      </form>
      {newest && (
        <p className="mt-1 font-medium" data-testid="chalk-step">
          {newest.axle === 'front' ? 'Front' : 'Rear'}:{' '}
          <Said words={chalkStep(newest, roadPressureOf(build, newest.axle), limitKpa).message} />
        </p>
      )}
      {entries.length > 0 && (
        <ul className="text-[0.9rem]">
          {AXLES.flatMap((one) =>
            entries.flatMap((entry, i) =>
              entry.axle === one
                ? [
                    <li key={i} className="border-line flex items-center gap-3 border-b">
                      <span className="w-12">{one === 'front' ? 'Front' : 'Rear'}</span>
                      <span className="w-24">{showWithUnit(entry.kpa, 'pressure', units)}</span>
                      <span className="w-28">{MARKS.find(([key]) => key === entry.mark)?.[1]}</span>
                      <span className="text-graphite grow">{entry.on && sayDate(entry.on)}</span>
                      <button
                        type="button"
                        aria-label={`Remove chalk test ${i + 1}`}
                        className="px-1 py-1"
                        onClick={() =>
                          void setStage(
                            '/package/chalk',
                            entries.filter((_, k) => k !== i),
                          )
                        }
                      >
                        <Trash2 size={14} aria-hidden />
                      </button>
                    </li>,
                  ]
                : [],
            ),
          )}
        </ul>
      )}
    </div>
  );
}
