import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureDebian } from './packages';
import { buildIfStale } from './build';
import { ROOT, stateFolder } from './paths';

type Count = { passed: number; failed: number };

const bin = (name: string): string => join(ROOT, 'node_modules', '.bin', name);

function step(title: string, program: string, args: string[]): boolean {
  const from = Date.now();
  console.log(`\n== ${title}`);
  const { status } = spawnSync(program, args, {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NODE_OPTIONS: '' },
  });
  console.log(
    `== ${title}: ${status === 0 ? 'passed' : 'FAILED'} in ${((Date.now() - from) / 1000).toFixed(1)} s`,
  );
  return status === 0;
}

/** Counts of a Vitest run, from its JSON report; a run that left none counts as one failure. */
function vitest(project: string): Count {
  const report = join(stateFolder('reports'), `${project}.json`);
  rmSync(report, { force: true });
  const ok = step(`${project} tests`, bin('vitest'), [
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report}`,
  ]);
  if (!existsSync(report)) return { passed: 0, failed: 1 };
  const { numPassedTests: passed, numFailedTests: failed } = JSON.parse(readFileSync(report, 'utf8')) as {
    numPassedTests: number;
    numFailedTests: number;
  };
  return { passed, failed: ok ? failed : Math.max(1, failed) };
}

/** Lint, types, format, unit, integration and browser tests. Name some (`unit browser`) to run only those. */
export function test(only: string[]): number {
  const wanted = (name: string): boolean => only.length === 0 || only.includes(name);
  ensureDebian([
    { name: 'chromium', present: () => existsSync('/usr/bin/chromium') },
    { name: 'chromium-driver', present: () => existsSync('/usr/bin/chromedriver') },
  ]);
  const counts: Count[] = [];
  const check = (title: string, program: string, ...args: string[]): void => {
    const ok = step(title, program, args);
    counts.push(ok ? { passed: 1, failed: 0 } : { passed: 0, failed: 1 });
  };
  if (wanted('lint')) {
    check('format', bin('prettier'), '--check', '--log-level=warn', '.');
    // The linter reads types that Astro generates; a fresh checkout has none.
    check('generated types', bin('astro'), 'sync');
    check('lint', bin('eslint'), '--cache', '--cache-location', join(stateFolder(), 'eslint'), '.');
  }
  if (wanted('types')) {
    check('types of the core', bin('tsc'), '-p', 'core/tsconfig.json');
    check('types', bin('astro'), 'check');
  }
  if (wanted('unit')) counts.push(vitest('unit'));
  if (wanted('integration')) counts.push(vitest('integration'));
  if (wanted('browser')) {
    buildIfStale();
    counts.push(vitest('browser'));
  }
  const passed = counts.reduce((sum, count) => sum + count.passed, 0);
  const failed = counts.reduce((sum, count) => sum + count.failed, 0);
  console.log(`\n${passed} passed, ${failed} failed`);
  return failed === 0 ? 0 : 1;
}
