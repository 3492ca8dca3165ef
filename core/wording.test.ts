import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, demoTexts } from '../tests/example';
import { assess } from './assess';
import type { Build } from './format/build';
import { readLength } from './units/length';
import { chalkStep } from './load/chalk';
import { within } from './format/fields';
import { inKg, inKmh, inKpa, inMm, refusalText, say, told, wordingText, type Wording } from './wording';

describe('a sentence apart from its units', () => {
  test('is said in millimetres or to the sixteenth, as who reads wants it', () => {
    const words = say`stands ${inMm(12.7, 0)} higher and carries ${inKg(900, 0)} at ${inKpa(240)}, ${inKmh(100)}`;
    expect(wordingText(words, 'metric')).toBe('stands 13 mm higher and carries 900 kg at 240 kPa, 100 km/h');
    expect(wordingText(words, 'inch')).toBe(
      'stands 1/2 in higher and carries 1984.2 lb at 34.8 psi, 62.1 mph',
    );
  });

  test('takes other sentences in, and is a plain text where it holds no figure', () => {
    const inner = say`by ${inMm(25.4)}`;
    expect(wordingText(say`It is off ${inner}: look.`, 'inch')).toBe('It is off by 1 in: look.');
    expect(say`nothing ${'here'} ${7}`).toBe('nothing here 7');
  });

  test('goes out to a file as metric text, wherever it stands', () => {
    const answer = {
      checks: [{ id: 'a', message: say`${inMm(3)} left` }],
      deep: { message: 'as it is' },
      n: [1, null],
    };
    expect(told(answer)).toEqual({
      checks: [{ id: 'a', message: '3 mm left' }],
      deep: { message: 'as it is' },
      n: [1, null],
    });
  });

  test('a figure in inches is within half a sixteenth of what it is in millimetres', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2000 }), (mm) => {
        const read = readLength(wordingText(say`${inMm(mm)}`, 'inch'), 'mm');
        expect(read.ok && Math.abs(read.value - mm)).toBeLessThanOrEqual(25.4 / 32 + 1e-9);
      }),
    ));
});

describe('a refusal', () => {
  const refused = (unit: string, value: unknown): string =>
    within(0, 254, unit).safeParse(value).error?.issues[0]?.message ?? '';
  test('reads as it stands in millimetres', () =>
    expect(refusalText(refused('mm', 508), 'metric')).toBe('508 is out of range; give 0 to 254 mm'));
  test('says what was typed and what is asked in the units of who typed it', () => {
    expect(refusalText(refused('mm', 508), 'inch')).toBe('20 in is out of range; give 0 in to 10 in');
    expect(refusalText(refused('kg', -1), 'inch')).toBe('-2.2 lb is out of range; give 0 lb to 560 lb');
    expect(refusalText(refused('mm', 'x'), 'inch')).toBe('"x" is not a number; give 0 in to 10 in');
    expect(refusalText('27 mm is far out; 3 teeth, 60 km/hour', 'inch')).toBe(
      '1 1/16 in is far out; 3 teeth, 60 km/hour',
    );
  });
  test('without a unit stays as it is', () =>
    expect(refusalText(refused('', 508), 'inch')).toBe(refused('', 508)));
});

/** Every sentence of an answer. */
function sentences(value: unknown): Wording[] {
  if (typeof value !== 'object' || value === null) return [];
  return Object.entries(value).flatMap(([key, inner]) =>
    key === 'message' || key === 'hiddenBySum' ? [inner as Wording] : sentences(inner),
  );
}
/** Metric units behind a figure. Bolt circles are called by their millimetres everywhere: those are names. */
const METRIC = /\d ?(mm|kg|kPa|km\/h|N·m)\b/;
const inInches = (words: Wording): string => wordingText(words, 'inch').replace(/\d × [\d.]+ mm/g, 'circle');

describe.each(Object.keys(demoTexts))('%s', (name) => {
  const strained = (build: Build): Build => ({
    ...build,
    package: {
      ...build.package,
      spacerMm: 45,
      spacerKind: 'bolt-on',
      lift: { ...build.package.lift, front: { ...build.package.lift.front, springMm: 90 } },
    },
  });

  test('is judged in pounds, psi, sixteenths and mph for who reads so, in every sentence', () => {
    for (const build of [demoBuild(name), strained(demoBuild(name))]) {
      const all = sentences(assess(build));
      expect(all.length).toBeGreaterThan(15);
      for (const words of all) expect(inInches(words)).not.toMatch(METRIC);
    }
  });
});

test('what to try after a chalk test is said in psi', () => {
  for (const mark of ['even', 'centre', 'edges'] as const)
    expect(wordingText(chalkStep({ mark, kpa: 250 }, undefined, 350).message, 'inch')).not.toMatch(METRIC);
});
