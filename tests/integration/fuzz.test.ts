import { afterAll, beforeAll, expect, test } from 'vitest';
import { readRoutes } from '../../command/apiReference';
import { buildIfStale } from '../../command/build';
import { serve, type Server } from '../../command/serve';
import { assess } from '../../core/assess';
import { readBuildText } from '../../formats/buildJson';
import { buildsOf, requestsOf } from '../fuzz/mangle';
import { fuzz, oddWords } from '../fuzz/run';
import { fetchAs } from '../signedIn';
import { demoDatabase } from './setup';

let server: Server;
beforeAll(async () => {
  buildIfStale();
  server = await serve(await demoDatabase('fuzz'), '127.0.0.1', 0);
});
afterAll(() => server.stop());

test('five hundred mangled requests: none fails for a reason of ours, hangs, or is refused without words', async () => {
  const outcome = await fuzz(server.url, requestsOf(await readRoutes(), 1), 500);
  expect(oddWords(outcome)).toEqual([]);
  expect(outcome.asked).toBeGreaterThanOrEqual(500);
  // Some came through: it is not the first door that refuses everything.
  expect(outcome.byStatus['200']).toBeGreaterThan(20);
  expect(outcome.byStatus['422']).toBeGreaterThan(50);
  expect((await (await fetchAs(server.url))('/')).status).toBe(200);
});

test('two hundred mangled builds are judged or refused by path, never thrown at', () => {
  const next = buildsOf(2);
  let judged = 0;
  for (let i = 0; i < 200; i++) {
    const read = readBuildText(next());
    if (read.ok) {
      expect(Number.isFinite(assess(read.value.build).fit.front.leastClearanceMm)).toBe(true);
      judged++;
    } else for (const { message } of read.faults) expect(message).not.toBe('');
  }
  expect(judged).toBeGreaterThan(5);
});
