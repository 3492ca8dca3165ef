import { expect, test } from 'vitest';
import { latestOnly } from './latest';

test('asks one at a time and keeps only the newest that waits', async () => {
  const asked: number[] = [];
  const answered: number[] = [];
  const release: (() => void)[] = [];
  const push = latestOnly(
    (n: number) => {
      asked.push(n);
      return new Promise<number>((resolve) => release.push(() => resolve(n)));
    },
    (n) => answered.push(n),
    () => undefined,
  );
  for (const n of [1, 2, 3, 4]) push(n);
  expect(asked).toEqual([1]);
  release[0]?.();
  await new Promise((resolve) => setTimeout(resolve));
  expect(asked).toEqual([1, 4]);
  release[1]?.();
  await new Promise((resolve) => setTimeout(resolve));
  expect(answered).toEqual([1, 4]);
});

test('a failure is told and does not stop the next', async () => {
  const told: unknown[] = [];
  const answered: string[] = [];
  const push = latestOnly(
    (text: string) => (text === 'bad' ? Promise.reject(new Error('no')) : Promise.resolve(text)),
    (text) => answered.push(text),
    (error) => told.push(error),
  );
  push('bad');
  push('good');
  await new Promise((resolve) => setTimeout(resolve));
  expect(told).toHaveLength(1);
  expect(answered).toEqual(['good']);
});
