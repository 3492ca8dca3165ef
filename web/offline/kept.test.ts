import { expect, test } from 'vitest';
import { ANSWERS, isKept, keyOf, PAGES } from './kept';

const at = (path: string): string => `http://shop.example${path}`;

test('all leaves and stages of a job are kept as one page; other jobs and pages are their own', () => {
  const fit = keyOf(at('/jobs/45/fit?stage=95'));
  for (const path of ['/jobs/45/measure', '/jobs/45/log?stage=2', '/jobs/45'])
    expect(keyOf(at(path))).toBe(fit);
  for (const path of ['/jobs/46/fit', '/', '/plan', '/jobs/45/compare?stages=1', '/jobs/45/papers/order'])
    expect(keyOf(at(path))).not.toBe(fit);
  expect(keyOf(at('/catalog?kind=tires'))).not.toBe(keyOf(at('/catalog')));
});

test('what is only true with a server is not kept; pages and answers are, apart', () => {
  const of = (path: string, destination = ''): unknown => isKept(new URL(at(path)), destination);
  expect(of('/jobs/45/fit', 'document')).toBe(PAGES);
  expect(of('/api/jobs/45/log')).toBe(ANSWERS);
  for (const path of ['/api/jobs/45/versions', '/api/health', '/api/events', '/api/devices/3'])
    expect(of(path)).toBeUndefined();
  expect(of('/_astro/x.js', 'script')).toBeUndefined();
});
