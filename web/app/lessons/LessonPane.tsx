import { useMemo, useState } from 'react';
import { toast } from '../../state/notices';
import type { Build, BuildFile } from '../../../core/format/build';
import {
  startOf,
  type Control,
  type LessonVerdict,
  type Lesson,
  type Values,
} from '../../../core/training/lesson';
import { wordingText } from '../../../core/wording';
import { showRounded, showWithUnit, type UnitSystem } from '../../../core/units/quantity';
import type { LessonDone } from '../../../data/lessons';
import { AT_ONCE, useWorkerQuery } from '../../state/workerQuery';
import { refusalWords, send } from '../../state/apiClient';
import { LessonDrawing } from './LessonDrawing';
import { readBuild } from '../../../core/format/read';
import { Button } from '../../ui/Button';

type Props = {
  lesson: Lesson;
  file: BuildFile | undefined;
  units: UnitSystem;
  tried: (progress: LessonDone[]) => void;
  next?: () => void;
};

const STRAIGHT = { lockDeg: 0, travelMm: 0 };
const AGAIN = {
  more: 'It is more than that. Move it to the right.',
  less: 'It is less than that. Move it to the left.',
  either: 'Move it again and watch what changes.',
} as const;

/** One thing to move: a tape with its runner, or names to step through. The arrow keys move both. */
function Mover({
  control,
  value,
  units,
  move,
}: {
  control: Control;
  value: number;
  units: UnitSystem;
  move: (value: number) => void;
}) {
  const said =
    control.kind === 'tape'
      ? showWithUnit(value, control.quantity, units)
      : (control.names.find(([one]) => one === value)?.[1] ?? '');
  const range =
    control.kind === 'tape'
      ? { min: control.min, max: control.max, step: control.step }
      : { min: 0, max: control.names.length - 1, step: 1 };
  return (
    <label className="block">
      <span className="caption">{control.words}</span>
      <span className="flex items-center gap-4">
        <input
          type="range"
          className="accent-signal h-10 min-w-0 grow"
          {...range}
          value={value}
          aria-valuetext={said}
          data-control={control.id}
          onChange={(event) => move(Number(event.target.value))}
        />
        <output className="w-40 text-right text-2xl max-sm:w-28 max-sm:text-xl font-semibold">{said}</output>
      </span>
    </label>
  );
}

/** What the move of a lesson does, asked with every move; null until it is known. */
function useLesson(lesson: Lesson, build: Build | null, values: Values) {
  return useWorkerQuery(
    async (api, asked) => {
      const found = asked.build && (await api.lesson(asked.lesson, asked.build, asked.values));
      return found ? { ...found, values: asked.values } : null;
    },
    { lesson: lesson.id, build, values },
    { ...AT_ONCE, worker: 'judge' },
  );
}

/** A question, what is moved to answer it, what the move does, and the reason once it was answered. */
export function LessonPane({ lesson, file, units, tried, next }: Props) {
  const base = useMemo(() => {
    const read = file && readBuild(file);
    return read?.ok ? read.value : null;
  }, [file]);
  const controls = useMemo(() => (base ? lesson.controls(base) : []), [base, lesson]);
  const [values, setValues] = useState<Values>(() => startOf(controls));
  const [judged, setJudged] = useState<LessonVerdict | null>(null);
  const answer = useLesson(lesson, base, values);
  const build = useMemo(() => base && lesson.apply(base, values), [base, lesson, values]);
  if (!base || !build) return <p>This lesson’s example cannot be read.</p>;
  const check = async (): Promise<void> => {
    if (answer?.values !== values) return;
    setJudged(answer.judged);
    const noted = await send<LessonDone[]>('POST', `/api/lessons/${lesson.id}`, {
      right: answer.judged.right,
    });
    if (noted.kind === 'ok') tried(noted.value);
    else toast(refusalWords(noted));
  };
  return (
    <form
      className="flex flex-col gap-3"
      data-testid="lesson"
      onSubmit={(event) => {
        event.preventDefault();
        void check();
      }}
    >
      <h2 className="text-xl font-semibold">{lesson.title}</h2>
      <p className="text-[1.15rem]">{wordingText(lesson.question, units)}</p>
      {controls.map((control) => (
        <Mover
          key={control.id}
          control={control}
          value={values[control.id] ?? 0}
          units={units}
          move={(value) => {
            setJudged(null);
            setValues({ ...values, [control.id]: value });
          }}
        />
      ))}
      <div className="grid items-start gap-x-8 gap-y-3 md:grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)]">
        <LessonDrawing build={build} axle={lesson.axle} at={(!lesson.straight && answer?.at) || STRAIGHT} />
        <div>
          <dl data-testid="facts">
            {(answer?.facts ?? []).map(({ words, value, quantity, digits }) => (
              <div key={words} className="border-line flex justify-between gap-4 border-b py-1">
                <dt>{words}</dt>
                <dd className="font-semibold">{showRounded(value, quantity, units, digits ?? 1)}</dd>
              </div>
            ))}
          </dl>
          <div className="mt-4 flex gap-2">
            <Button type="submit" className="text-lg font-semibold" disabled={answer?.values !== values}>
              That is it
            </Button>
            {judged?.right && next && (
              <Button className="text-lg" onClick={next}>
                Next lesson
              </Button>
            )}
          </div>
          {judged && (
            <p role="status" className="mt-3 text-[1.1rem]" data-right={judged.right} data-testid="judged">
              <b className="font-semibold">{judged.right ? '✓ Right.' : '○ Not yet.'}</b>{' '}
              {judged.right ? wordingText(judged.reason, units) : AGAIN[judged.way ?? 'either']}
            </p>
          )}
        </div>
      </div>
    </form>
  );
}
