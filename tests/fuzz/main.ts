import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { readRoutes } from '../../command/apiReference';
import { buildIfStale } from '../../command/build';
import { ensureDatabase, startCluster } from '../../command/cluster';
import { ROOT } from '../../command/paths';
import { prepareDatabase } from '../../command/prepare';
import { serve } from '../../command/serve';
import { assess } from '../../core/assess';
import { readBuildText } from '../../formats/buildJson';
import { buildsOf, requestsOf } from './mangle';
import { residentMb } from '../../command/bench/load';
import { fetchAs } from '../signedIn';
import { fuzz, oddWords } from './run';

/**
 * `npm run fuzz [REQUESTS [BUILDS [SEED]]]`: mangled requests over every address, and mangled builds through what the command
 * calls (every hundredth through the command itself). Prints a table; answers with 1 where one was answered as none may be.
 */
const [requests = 20_000, builds = 2000, seed = 1] = process.argv.slice(2).map(Number);

buildIfStale();
const cluster = await startCluster('fuzz-postgres');
const url = await ensureDatabase(cluster, 'fuzz', true);
await prepareDatabase(url);
const server = await serve(url, '127.0.0.1', 0);
const pid = server.process.pid ?? 0;
let failed = false;
try {
  const next = requestsOf(await readRoutes(), seed);
  await fuzz(server.url, next, 200);
  await wait(3000);
  const before = residentMb(pid);
  const from = Date.now();
  const outcome = await fuzz(server.url, next, requests);
  const seconds = (Date.now() - from) / 1000;
  await wait(10_000);
  const after = residentMb(pid);
  console.log(`requests            ${outcome.asked}, ${(outcome.asked / seconds).toFixed(0)} a second`);
  for (const [status, count] of Object.entries(outcome.byStatus))
    console.log(`  answered ${status}      ${count}`);
  console.log(`slowest             ${outcome.slowestMs.toFixed(0)} ms`);
  console.log(`memory of the server ${before.toFixed(0)} MB before, ${after.toFixed(0)} MB after`);
  console.log(`not to be answered so ${outcome.odd.length}`);
  for (const words of oddWords(outcome)) console.log(`  ${words}`);
  const front = await (await fetchAs(server.url))('/');
  console.log(`the front page      ${front.status}`);
  failed ||= outcome.odd.length > 0 || front.status !== 200;
} finally {
  await server.stop();
  cluster.stop();
}

const nextBuild = buildsOf(seed);
const folder = mkdtempSync(join(tmpdir(), 'fuzz-'));
let judged = 0;
let refused = 0;
const thrown: string[] = [];
for (let i = 0; i < builds; i++) {
  const text = nextBuild();
  try {
    const read = readBuildText(text);
    if (read.ok) assess(read.value.build);
    if (read.ok) judged++;
    else refused++;
    if (i % 100 === 0) {
      const file = join(folder, 'build.json');
      writeFileSync(file, text);
      const run = spawnSync(join(ROOT, 'vexlo'), ['assess', file], { encoding: 'utf8', maxBuffer: 1e9 });
      const right = read.ok ? run.status === 0 && run.stdout !== '' : run.status === 2 && run.stdout === '';
      if (!right) thrown.push(`the command answered ${run.status}: ${run.stderr.slice(0, 200)}`);
    }
  } catch (error) {
    thrown.push(`${String(error)}: ${text.slice(0, 200)}`);
  }
}
rmSync(folder, { recursive: true, force: true });
console.log(`builds              ${judged} judged, ${refused} refused, ${thrown.length} thrown at`);
for (const words of thrown.slice(0, 10)) console.log(`  ${words}`);
process.exitCode = failed || thrown.length > 0 ? 1 : 0;
