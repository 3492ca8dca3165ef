import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureDebian } from './packages';
import { ROOT, stateFolder } from './paths';

type Slow = { seconds: number; name: string };
/** `faults` says each test that failed and why, and each that held only when it was tried again. */
type Count = { passed: number; failed: number; slow: Slow[]; faults: string[] };

const bin = (name: string): string => join(ROOT, 'node_modules', '.bin', name);

/** Runs a program and prints what it said in one piece when it has ended: several go on at once. Of one that passed only `ends` lines at its end. */
async function step(title: string, program: string, args: string[], ends = Infinity): Promise<boolean> {
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
  const lines = Buffer.concat(said).toString('utf8').trimEnd().split('\n');
  console.log(`\n== ${title}\n${(status === 0 ? lines.slice(-ends) : lines).join('\n')}`);
  console.log(
    `== ${title}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - from) / 1000).toFixed(1)} s`,
  );
  return status === 0;
}

type Report = {
  numPassedTests: number;
  numFailedTests: number;
  testResults: {
    name: string;
    /** Why the file itself could not be run. */
    message?: string;
    assertionResults: {
      title: string;
      status: string;
      duration?: number | null;
      failureMessages?: string[] | null;
    }[];
  }[];
};

/** Of what a failure says: the rest is the way through the code. */
const MOST_WORDS = 4000;

/** Counts of a Vitest run, from its JSON report; a run that left none counts as one failure. */
async function vitest(project: string): Promise<Count> {
  const report = join(stateFolder('reports'), `${project}.json`);
  rmSync(report, { force: true });
  const ok = await step(
    `${project} tests`,
    bin('vitest'),
    ['run', '--project', project, '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
    ENDS,
  );
  if (!existsSync(report))
    return { passed: 0, failed: 1, slow: [], faults: [`${project} tests left no report`] };
  const read = JSON.parse(readFileSync(report, 'utf8')) as Report;
  const slow = read.testResults.flatMap(({ name, assertionResults }) =>
    assertionResults.map(({ title, duration }) => ({
      seconds: (duration ?? 0) / 1000,
      name: `${name.slice(ROOT.length + 1)}: ${title}`,
    })),
  );
  const faults = read.testResults.flatMap(({ name, message, assertionResults }) => {
    const file = name.slice(ROOT.length + 1);
    const said = assertionResults
      .filter(({ failureMessages }) => failureMessages?.length)
      .map(
        ({ title, status, failureMessages }) =>
          `${status === 'passed' ? 'HELD WHEN TRIED AGAIN' : 'FAILED'} ${file}: ${title}\n${(failureMessages ?? []).join('\n').slice(0, MOST_WORDS)}`,
      );
    return message && said.length === 0 ? [`FAILED ${file}\n${message.slice(0, MOST_WORDS)}`] : said;
  });
  return {
    passed: read.numPassedTests,
    failed: ok ? read.numFailedTests : Math.max(1, read.numFailedTests),
    slow,
    faults,
  };
}

async function check(title: string, program: string, ...args: string[]): Promise<Count> {
  const ok = await step(title, program, args);
  return { passed: ok ? 1 : 0, failed: ok ? 0 : 1, slow: [], faults: ok ? [] : [`FAILED ${title}`] };
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

/** In a process of its own, since it keeps a processor for a minute or two. */
const build = (): Promise<Count> =>
  check('build', process.execPath, ...process.execArgv, join(ROOT, 'command', 'main.ts'), 'build');

/** What goes on side by side, one after another in each lane: the lanes take about as long, so that no processor waits. */
const LANES: Step[][] = [
  [units, integration],
  [...STATIC, browser],
];

const SLOWEST = 10;
/** Lines of a run of tests that passed: its counts. */
const ENDS = 8;

/** Lint, types, format, unit, integration and browser tests. Name some (`unit browser`) to run only those. */
export async function test(only: string[]): Promise<number> {
  const from = Date.now();
  const wanted = ({ name }: Step): boolean => only.length === 0 || only.includes(name);
  ensureDebian([
    { name: 'chromium', present: () => existsSync('/usr/bin/chromium') },
    { name: 'chromium-driver', present: () => existsSync('/usr/bin/chromedriver') },
  ]);
  const counts: Count[] = [];
  const built = wanted(integration) || wanted(browser) ? build() : undefined;
  await Promise.all(
    LANES.map(async (lane, at) => {
      // The first begins with the build; the second has enough to do without it.
      if (at === 0 && built) counts.push(await built);
      for (const one of lane.filter(wanted)) {
        if (one === browser) await built;
        counts.push(await one.run());
      }
    }),
  );
  const slow = counts.flatMap((count) => count.slow).sort((a, b) => b.seconds - a.seconds);
  console.log(`\nThe slowest ${SLOWEST}:`);
  for (const { seconds, name } of slow.slice(0, SLOWEST))
    console.log(`${seconds.toFixed(1).padStart(6)} s  ${name}`);
  console.log(`All of it took ${((Date.now() - from) / 1000).toFixed(0)} s.`);
  // Last, where nobody has to look for it.
  for (const fault of counts.flatMap(({ faults }) => faults)) console.log(`\n${fault}`);
  const sum = (of: 'passed' | 'failed'): number => counts.reduce((total, count) => total + count[of], 0);
  console.log(`\n${sum('passed')} passed, ${sum('failed')} failed`);
  return sum('failed') === 0 ? 0 : 1;
}
