import { wordingText } from '../wording';
import { expect, test } from 'vitest';
import { example } from '../../tests/example';
import { chalkChecks, chalkStep } from './chalk';
import type { RoadPressure } from './pressure';
import type { Chalk } from '../format/chalk';

const road: RoadPressure = { kpa: 240, source: 'maker', enough: true };

test('the next step goes down from the middle, up from the edges, and keeps what is even', () => {
  expect(chalkStep({ mark: 'centre', kpa: 300 }, road, 350).tryKpa).toBe(280);
  expect(chalkStep({ mark: 'edges', kpa: 300 }, road, 350).tryKpa).toBe(320);
  expect(chalkStep({ mark: 'even', kpa: 300 }, road, 350).tryKpa).toBeNull();
});

test('never under what the load needs, never over the limit', () => {
  expect(chalkStep({ mark: 'centre', kpa: 250 }, road, 350)).toMatchObject({ tryKpa: null });
  expect(wordingText(chalkStep({ mark: 'centre', kpa: 250 }, road, 350).message, 'metric')).toContain(
    'the load needs 240 kPa',
  );
  expect(chalkStep({ mark: 'edges', kpa: 340 }, road, 350)).toMatchObject({ tryKpa: null });
  expect(chalkStep({ mark: 'centre', kpa: 250 }, undefined, 350).tryKpa).toBe(230);
});

test.each([
  ['even', 245, 'pass'],
  ['even', 200, 'watch'],
  ['even', 300, 'watch'],
  ['centre', 250, 'watch'],
  ['centre', 300, 'pass'],
  ['edges', 240, 'watch'],
  ['edges', 200, 'pass'],
] as const)('chalk that is %s at %i kPa against 240 from the table: %s', (mark, kpa, status) => {
  const chalk: Chalk[] = [
    { axle: 'rear', kpa: 100, mark: 'even' },
    { axle: 'front', kpa: 100, mark: 'even' },
    { axle: 'front', kpa, mark },
  ];
  // Only the newest of the axle counts.
  const [front] = chalkChecks(example({ package: { chalk } }), (axle) =>
    axle === 'front' ? road : undefined,
  );
  expect(front).toMatchObject({ id: 'chalk-front', status, limit: 240 });
});

test('without a pressure for the load it is unknown; without a test there is nothing', () => {
  const chalk: Chalk[] = [{ axle: 'rear', kpa: 250, mark: 'even' }];
  const [rear] = chalkChecks(example({ package: { chalk } }), () => undefined);
  expect(rear?.status).toBe('unknown');
  expect(chalkChecks(example(), () => road)).toEqual([]);
});
