import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { buildIfStale } from './build';
import { ensureDebian } from './packages';
import { ROOT, stateFolder } from './paths';

type Slow = { seconds: number; name: string };
type Count = { passed: number; failed: number; slow: Slow[] };

const bin = (name: string): string => join(ROOT, 'node_modules', '.bin', name);

/** Runs a program and prints what it said in one piece when it has ended: several go on at once. */
async function step(title: string, program: string, args: string[]): Promise<boolean> {
  const from = Date.now();
  const child = spawn(program, args, {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NODE_OPTIONS: '' },
  });
  const said: Buffer[] = [];
  child.stdout.on('data', (data: Buffer) => said.push(data));
  child.stderr.on('data', (data: Buffer) => said.push(data));
  const status = await new Promise<number | null>((resolve) => {
    child.once('error', () => resolve(null));
    child.once('close', resolve);
  });
  console.log(`\n== ${title}\n${Buffer.concat(said).toString('utf8').trimEnd()}`);
  console.log(
    `== ${title}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - from) / 1000).toFixed(1)} s`,
  );
  return status === 0;
}

type Report = {
  numPassedTests: number;
  numFailedTests: number;
  testResults: { name: string; assertionResults: { title: string; duration?: number | null }[] }[];
};

/** Counts of a Vitest run, from its JSON report; a run that left none counts as one failure. */
async function vitest(project: string): Promise<Count> {
  const report = join(stateFolder('reports'), `${project}.json`);
  rmSync(report, { force: true });
  const ok = await step(`${project} tests`, bin('vitest'), [
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ]);
  if (!existsSync(report)) return { passed: 0, failed: 1, slow: [] };
  const read = JSON.parse(readFileSync(report, 'utf8')) as Report;
  const slow = read.testResults.flatMap(({ name, assertionResults }) =>
    assertionResults.map(({ title, duration }) => ({
      seconds: (duration ?? 0) / 1000,
      name: `${name.slice(ROOT.length + 1)}: ${title}`,
    })),
  );
  return {
    passed: read.numPassedTests,
    failed: ok ? read.numFailedTests : Math.max(1, read.numFailedTests),
    slow,
  };
}

async function check(title: string, program: string, ...args: string[]): Promise<Count> {
  const ok = await step(title, program, args);
  return { passed: ok ? 1 : 0, failed: ok ? 0 : 1, slow: [] };
}

type Step = { name: string; run: () => Promise<Count> };

const STATIC: Step[] = [
  { name: 'lint', run: () => check('format', bin('prettier'), '--check', '--log-level=warn', '.') },
  // The linter reads types that Astro generates; a fresh checkout has none.
  { name: 'lint', run: () => check('generated types', bin('astro'), 'sync') },
  {
    name: 'lint',
    run: () =>
      check('lint', bin('eslint'), '--cache', '--cache-location', join(stateFolder(), 'eslint'), '.'),
  },
  { name: 'types', run: () => check('types of the core', bin('tsc'), '-p', 'core/tsconfig.json') },
  { name: 'types', run: () => check('types', bin('astro'), 'check') },
];
const units: Step = { name: 'unit', run: () => vitest('unit') };
const integration: Step = { name: 'integration', run: () => vitest('integration') };
const browser: Step = { name: 'browser', run: () => vitest('browser') };

/** What goes on side by side, and one after another in each lane; a phase begins when the one before has ended. */
const PHASES: Step[][][] = [
  [STATIC, [units]],
  [[integration], [browser]],
];

const SLOWEST = 10;

/** Lint, types, format, unit, integration and browser tests. Name some (`unit browser`) to run only those. */
export async function test(only: string[]): Promise<number> {
  const from = Date.now();
  const wanted = ({ name }: Step): boolean => only.length === 0 || only.includes(name);
  ensureDebian([
    { name: 'chromium', present: () => existsSync('/usr/bin/chromium') },
    { name: 'chromium-driver', present: () => existsSync('/usr/bin/chromedriver') },
  ]);
  if (wanted(integration) || wanted(browser)) buildIfStale();
  const counts: Count[] = [];
  for (const lanes of PHASES)
    await Promise.all(
      lanes.map(async (lane) => {
        for (const one of lane.filter(wanted)) counts.push(await one.run());
      }),
    );
  const slow = counts.flatMap((count) => count.slow).sort((a, b) => b.seconds - a.seconds);
  console.log(`\nThe slowest ${SLOWEST}:`);
  for (const { seconds, name } of slow.slice(0, SLOWEST))
    console.log(`${seconds.toFixed(1).padStart(6)} s  ${name}`);
  console.log(`All of it took ${((Date.now() - from) / 1000).toFixed(0)} s.`);
  const sum = (of: 'passed' | 'failed'): number => counts.reduce((total, count) => total + count[of], 0);
  console.log(`\n${sum('passed')} passed, ${sum('failed')} failed`);
  return sum('failed') === 0 ? 0 : 1;
}
