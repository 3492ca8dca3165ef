import { wordingText } from '../wording';
import { describe, expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { assess, type Assessment } from '../assess';
import type { Build } from '../format/build';
import { startOf, type Lesson, type Values } from './lesson';
import { LESSONS } from './lessons';

function judge(lesson: Lesson, base: Build, values: Values): boolean {
  let known: Assessment | undefined;
  const build = lesson.apply(base, values);
  return lesson.judge(base, values, () => (known ??= assess(build))).right;
}

/** The answers, worked out by hand or read off a table: none of them comes from the lesson itself. */
const ANSWERS: Record<string, { right: Values; wrong: Values[] }> = {
  sidewall: { right: { mm: 865 }, wrong: [{ mm: 688 }, { mm: 850 }] },
  aspect: { right: { mm: 49 }, wrong: [{ mm: 10 }, { mm: 24.5 }] },
  backspacing: { right: { mm: 114 }, wrong: [{ mm: 102 }] },
  offset: { right: { mm: 10 }, wrong: [{ mm: 40 }] },
  spring: {
    right: { spring: 30, stop: 30 },
    wrong: [
      { spring: 90, stop: 0 },
      { spring: 0, stop: 0 },
    ],
  },
  'least-cut': { right: { mm: 20 }, wrong: [{ mm: 8 }, { mm: 40 }] },
  'lock-stop': { right: { deg: 38 }, wrong: [{ deg: 30 }, { deg: 39 }] },
  axle: { right: { kg: 230 }, wrong: [{ kg: 100 }, { kg: 400 }] },
  'first-part': { right: { part: 0 }, wrong: [{ part: 2 }, { part: 4 }] },
  gearing: { right: { ratio: 4.34 }, wrong: [{ ratio: 3.9 }, { ratio: 4.8 }] },
};

describe('the lessons', () => {
  test('are ten, each with a name of its own', () => {
    expect(LESSONS).toHaveLength(10);
    expect(new Set(LESSONS.map(({ id }) => id)).size).toBe(10);
  });

  test.each(LESSONS.map((lesson) => [lesson.title, lesson] as const))(
    '“%s” begins unanswered, takes the right answer and no wrong one, and gives its reason',
    (_title, lesson) => {
      const base = demoBuild(lesson.build);
      const start = startOf(lesson.controls(base));
      expect(judge(lesson, base, start)).toBe(false);
      const { right, wrong } = ANSWERS[lesson.id] ?? { right: {}, wrong: [] };
      expect(judge(lesson, base, { ...start, ...right })).toBe(true);
      // Which way it is missed by is the way to the answer.
      const [tape, ...others] = lesson.controls(base);
      const way = lesson.judge(base, start, () => assess(lesson.apply(base, start))).way;
      if (way && tape && others.length === 0)
        expect(Math.sign((right[tape.id] ?? NaN) - (start[tape.id] ?? NaN)), lesson.id).toBe(
          way === 'more' ? 1 : -1,
        );
      for (const one of wrong)
        expect(judge(lesson, base, { ...start, ...one }), JSON.stringify(one)).toBe(false);
      const build = lesson.apply(base, start);
      const { reason } = lesson.judge(base, start, () => assess(build));
      expect(wordingText(reason, 'metric').length).toBeGreaterThan(40);
      for (const words of [reason, lesson.question])
        expect(wordingText(words, 'inch')).not.toMatch(/\d ?(mm|kg|kPa|km\/h)\b/);
      for (const { value } of lesson.facts(base, start, () => assess(build)))
        expect(Number.isFinite(value)).toBe(true);
    },
  );
});
