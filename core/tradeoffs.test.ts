import { expect, test } from 'vitest';
import { demoBuild, demoTexts, example } from '../tests/example';
import { assess } from './assess';
import { asDelivered } from './vehicle/asDelivered';
import { tradeoffsOf } from './tradeoffs';

test('as delivered gains nothing and costs nothing', () => {
  expect(tradeoffsOf(example(), assess(example()), 'metric')).toEqual([]);
});

test('every demo package that is larger gains and costs, with a number in each sentence but one', () => {
  for (const name of Object.keys(demoTexts)) {
    const build = demoBuild(name);
    const list = tradeoffsOf(build, assess(build), 'metric');
    const sides = new Set(list.map(({ side }) => side));
    expect(sides, name).toEqual(new Set(['gain', 'cost']));
    for (const { id, words } of list)
      if (!['strength', 'crawl'].includes(id)) expect(words, `${name} ${id}`).toMatch(/\d/);
    expect(new Set(list.map(({ id }) => id)).size).toBe(list.length);
  }
});

test('the numbers are those of the assessment, in the chosen unit', () => {
  const build = demoBuild('halyard-2-full-build');
  const answer = assess(build);
  const find = (units: 'metric' | 'inch') =>
    tradeoffsOf(build, answer, units).find(({ id }) => id === 'axle-clearance')?.words;
  expect(find('metric')).toContain(`${Math.round(answer.tire.groundClearanceGainMm)} mm`);
  expect(find('inch')).toContain('in');
});

test('a smaller tire turns gains into costs', () => {
  const build = example({ package: { tire: { code: '225/65R16', pattern: 'road' } } });
  const words = tradeoffsOf(build, assess(build), 'metric');
  expect(words.find(({ id }) => id === 'axle-clearance')).toMatchObject({ side: 'cost' });
  expect(asDelivered(build.vehicle).tire.code).toBe('245/75R16 111S');
});
