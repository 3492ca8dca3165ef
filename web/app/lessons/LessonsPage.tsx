import { bounded } from '../../ui/Boundary';
import { useState } from 'react';
import type { BuildFile } from '../../../core/format/build';
import { LESSONS } from '../../../core/training/lessons';
import type { UnitSystem } from '../../../core/units/quantity';
import type { LessonDone } from '../../../data/lessons';
import { PageHead } from '../../ui/PageHead';
import { Toasts, useReady } from '../../ui/page';
import { LessonPane } from './LessonPane';

type Props = {
  builds: Readonly<Record<string, BuildFile>>;
  progress: LessonDone[];
  person: string;
  units: UnitSystem;
};

/** Ten short lessons on the shop's own bench; how far each person is, is kept. */
function LessonsPageIsland({ builds, progress, person, units }: Props) {
  const [done, setDone] = useState(progress);
  const passed = new Set(done.flatMap(({ lesson, passed: yes }) => (yes ? [lesson] : [])));
  const [chosen, setChosen] = useState(() => LESSONS.find(({ id }) => !passed.has(id))?.id ?? LESSONS[0]?.id);
  useReady();
  const at = LESSONS.findIndex(({ id }) => id === chosen);
  const lesson = LESSONS[at];
  const next = LESSONS[at + 1];
  return (
    <main className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <PageHead here="/lessons" title="Lessons">
        <span data-testid="progress">
          {person}: {passed.size} of {LESSONS.length} passed
        </span>
      </PageHead>
      <div className="grid gap-8 md:grid-cols-[18rem_minmax(0,1fr)]">
        <ol data-testid="lessons">
          {LESSONS.map(({ id, title }, i) => (
            <li key={id}>
              <button
                type="button"
                aria-pressed={id === chosen}
                className="border-line aria-pressed:border-ink aria-pressed:bg-soft flex w-full gap-2 border-b py-2 pr-2 pl-2 text-left aria-pressed:shadow-[inset_4px_0_0_var(--signal)]"
                onClick={() => setChosen(id)}
              >
                <span className="text-graphite w-5 text-right">{i + 1}</span>
                <span className="grow font-semibold">{title}</span>
                <span aria-label={passed.has(id) ? 'passed' : 'open'}>{passed.has(id) ? '✓' : '○'}</span>
              </button>
            </li>
          ))}
        </ol>
        {lesson && (
          <LessonPane
            key={lesson.id}
            lesson={lesson}
            file={builds[lesson.build]}
            units={units}
            tried={setDone}
            {...(next ? { next: () => setChosen(next.id) } : {})}
          />
        )}
      </div>
      <Toasts />
    </main>
  );
}

export const LessonsPage = bounded('Lessons', LessonsPageIsland);
