import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { curesSchema } from '../../formats/curesJson';
import { measurementSchema } from '../../formats/photo/roundJson';
import { told } from '../../core/wording';
import { assess } from '../../core/assess';
import { startCluster } from '../../command/cluster';
import { stateFolder } from '../../command/paths';
import { demoBuild, demoTexts } from '../example';

const ROOT = join(import.meta.dirname, '..', '..');
let scratch = '';
beforeAll(() => {
  scratch = mkdtempSync(join(stateFolder(), 'command-'));
});
afterAll(() => rmSync(scratch, { recursive: true }));

function vexlo(...args: string[]) {
  return spawnSync(join(ROOT, 'vexlo'), args, {
    cwd: scratch,
    encoding: 'utf8',
    env: { ...process.env, DATABASE_URL: '' },
  });
}
function write(name: string, text: string): string {
  writeFileSync(join(scratch, name), text);
  return name;
}

describe('./vexlo template', () => {
  const build = join(ROOT, 'demo', 'builds', 'halyard-1-tall-and-narrow.json');
  const template = (...more: string[]) => vexlo('template', build, '--axle', 'front', ...more);
  test('the seam as DXF, on its layers and from the right side, exit 0', () => {
    const run = template('--obstacle', 'seam', '--side', 'right', '--to', 'dxf');
    expect(run.status).toBe(0);
    for (const words of ['EDGE', 'FOLD', 'MARKS', 'TEXT', 'RIGHT SIDE', 'EOF'])
      expect(run.stdout).toContain(words);
  });
  test('what the planner refuses, and what is no obstacle, is told on standard error, exit 2', () => {
    const refused = template('--obstacle', 'radius-arm', '--to', 'pdf');
    expect(refused).toMatchObject({ status: 2, stdout: '' });
    expect(refused.stderr).toMatch(/never cut|Nothing of the/);
    const unknown = template('--obstacle', 'wing', '--to', 'svg');
    expect(unknown).toMatchObject({ status: 2, stdout: '' });
    expect(unknown.stderr).toContain('the ids are');
  });
});

describe('./vexlo photos', () => {
  const folder = join(ROOT, 'demo', 'photo-round');
  const setup = join(folder, 'setup.json');
  const names = readdirSync(folder).filter((name) => name.endsWith('.jpg'));
  const files = names.map((name) => join(folder, name));

  test('measures the demo round: points within what it says of them, the steering axis of the vehicle', () => {
    const run = vexlo('photos', setup, ...files);
    expect(run.stderr).toBe('');
    expect(run.status).toBe(0);
    const measured = measurementSchema.parse(JSON.parse(run.stdout));
    const truth = new Map(
      JSON.parse(readFileSync(join(folder, 'truth.json'), 'utf8')) as [number, number[]][],
    );
    const off = measured.points
      .filter(({ photos }) => photos >= 3)
      .map(({ id, xMm, yMm, zMm }) =>
        Math.hypot(...[xMm, yMm, zMm].map((v, i) => v - (truth.get(id)?.[i] ?? NaN))),
      );
    expect(off.length).toBeGreaterThan(28);
    expect(Math.max(...off)).toBeLessThan(1.5);
    expect(Math.sqrt(off.reduce((sum, d) => sum + d * d, 0) / off.length)).toBeLessThan(0.5);
    const { steering } = demoBuild('marten-1-tires-only').vehicle.corners.front;
    for (const name of ['kpiDeg', 'casterDeg', 'lockInsideDeg', 'lockOutsideDeg'] as const)
      expect(Math.abs(Number(measured.steering?.[name]) - (steering?.[name] ?? NaN))).toBeLessThan(0.2);
    expect(Math.abs(Number(measured.steering?.kingpinMm) - (steering?.kingpinMm ?? NaN))).toBeLessThan(1.5);
  });

  test('bad input: each picture by its name with the cure, nothing on standard output, exit 2', () => {
    const told = (words: RegExp, ...args: string[]): void => {
      const run = vexlo('photos', ...args);
      expect(run).toMatchObject({ status: 2, stdout: '' });
      expect(run.stderr).toMatch(words);
    };
    const [first = '', second = '', third = ''] = [0, 1, 2].map((i) => join(folder, `straight-${i}.jpg`));
    const cut = write('straight-1.jpg', '');
    writeFileSync(join(scratch, 'straight-1.jpg'), readFileSync(second).subarray(0, 50_000));
    const plain = write(
      'plain.json',
      JSON.stringify({
        format: 'vexlo/photo-round',
        version: 1,
        side: 'left',
        plate: { outboardMm: 38.5 },
        obstacles: [],
      }),
    );
    told(/usage:/);
    told(/1 photographs; give 2 to 60/, plain, first);
    told(/is there twice/, plain, first, first);
    told(/states\.0\.photos\.1: "straight-1\.jpg" of state "straight" was not given/, setup, first, third);
    told(
      /straight-1\.jpg: ends before its picture does.*\n.*missing\.jpg: cannot be opened/,
      plain,
      first,
      cut,
      'missing.jpg',
    );
    told(
      /plate\.outboardMm: is missing/,
      write(
        'faulty.json',
        '{"format":"vexlo/photo-round","version":1,"side":"left","plate":{},"obstacles":[]}',
      ),
      first,
      second,
    );
  });
});

describe('./vexlo assess', () => {
  // Each file takes a process: what every build assesses to is tested in the core.
  test.each(['halyard-2-full-build', 'pylon-2-shoreline', 'rook-1-long-tour'])(
    '%s: the assessment on standard output, exit 0',
    (name) => {
      const run = vexlo('assess', join(ROOT, 'demo', 'builds', `${name}.json`));
      expect(run.status).toBe(0);
      expect(JSON.parse(run.stdout)).toEqual(JSON.parse(JSON.stringify(told(assess(demoBuild(name))))));
    },
  );
  test('a bad file: a line per fault on standard error, nothing on standard output, exit 2', () => {
    const build = JSON.parse(demoTexts['rook-1-long-tour'] ?? '') as {
      package: { tire: { code: string }; spacerMm?: number };
    };
    build.package.tire.code = '245/75X16';
    build.package.spacerMm = -1;
    const run = vexlo('assess', write('bad.json', JSON.stringify(build)));
    expect(run).toMatchObject({ status: 2, stdout: '' });
    const lines = run.stderr
      .trim()
      .split('\n')
      .filter((line) => line.startsWith('package.'));
    expect(lines).toEqual([
      'package.tire.code: "245/75X16" is not a size we can read; write 245/75R16',
      'package.spacerMm: -1 is out of range; give 0 to 300 mm',
    ]);
  });
  test('no JSON, no file, no argument', () => {
    expect(vexlo('assess', write('broken.json', '{"format":'))).toMatchObject({ status: 2, stdout: '' });
    expect(vexlo('assess', 'nowhere.json')).toMatchObject({ status: 2, stdout: '' });
    expect(vexlo('assess')).toMatchObject({ status: 2, stdout: '' });
    expect(vexlo('fly').status).toBe(2);
  });
});

describe('./vexlo free', () => {
  const file = join(ROOT, 'demo', 'builds', 'holloway-2-tires-and-lift.json');
  test('what frees a build on standard output, each offer as its patch says, within the limits that were given', () => {
    const limits = write(
      'limits.json',
      JSON.stringify({ changes: 1, avoid: ['diameter'], most: { spacer: 20 } }),
    );
    const run = vexlo('free', file, '--limits', limits);
    expect(run.status, run.stderr).toBe(0);
    const cures = curesSchema.parse(JSON.parse(run.stdout));
    expect(cures).toMatchObject({ grade: 'close', wanted: 'free', complete: true });
    expect(cures.offers.length).toBeGreaterThan(2);
    const [offer] = cures.offers;
    const build = JSON.parse(demoTexts['holloway-2-tires-and-lift'] ?? '') as {
      package: Record<string, unknown>;
    };
    for (const { path, value } of offer?.patch ?? []) build.package[path.replace('/package/', '')] = value;
    const judged = vexlo('assess', write('patched.json', JSON.stringify(build)));
    expect((JSON.parse(judged.stdout) as { grade: string }).grade).toBe(offer?.grade);
    for (const { changes } of cures.offers) expect(changes.map(({ kind }) => kind)).not.toContain('diameter');
  });
  test('faulty limits are refused by path, and a missing file by its name', () => {
    const bad = write('bad-limits.json', JSON.stringify({ changes: 7, avoid: ['luck'], mostly: 1 }));
    const run = vexlo('free', file, '--limits', bad);
    expect(run).toMatchObject({ status: 2, stdout: '' });
    expect(run.stderr).toContain('changes: 7 is out of range');
    expect(run.stderr).toContain('avoid.0: "luck"');
    expect(run.stderr).toContain('mostly');
    expect(vexlo('free', file, '--limits', 'nowhere.json').stderr).toContain('nowhere.json');
    expect(vexlo('free')).toMatchObject({ status: 2, stdout: '' });
  });
});

// Ratios are of one run, and other tests go on beside it: one that is off is measured again.
test('./vexlo bench --json prints one flat object with its keys', { retry: 2 }, () => {
  const figures = JSON.parse(vexlo('bench', '--json', '--quick').stdout) as Record<string, number>;
  // The whole zone may be met as exactly as a much finer grid meets it; all else takes time or counts something.
  for (const [name, figure] of Object.entries(figures))
    if (name === 'continuousWorstMm') expect(figure).toBeGreaterThanOrEqual(0);
    else expect(figure, name).toBeGreaterThan(0);
  // The least over the whole zone is no better than that of a much finer grid.
  expect(figures['continuousWorstMm']).toBeLessThanOrEqual(0.1);
  // A ratio within one run: the kernel keeps its map and minima for at most 1.3 times the bare arithmetic.
  expect(figures['kernelVsBareLoop']).toBeLessThanOrEqual(1.3);
  expect(figures['assessMedianMs']).toBeGreaterThan(0);
  // A silhouette is there to be asked often; a scan, to be swept in seconds.
  expect(figures['silhouetteVsSweep']).toBeGreaterThan(30);
  expect(figures['silhouettePoints']).toBeLessThan(2000);
  expect(figures['scanPoints']).toBe(100_000);
  expect(figures['scanVsBruteForce']).toBeGreaterThan(4);
  // Far more combinations than could be assessed one by one.
  expect(figures['togetherVsAssess']).toBeGreaterThan(20);
});

describe('the cluster', () => {
  test('a second start finds the running one; after a kill it recovers', async () => {
    const first = await startCluster('restart-postgres');
    const second = await startCluster('restart-postgres');
    expect(second.port).toBe(first.port);
    const data = join(stateFolder(`restart-postgres-${process.getuid?.() ?? 0}`), 'data');
    const pid = Number(spawnSync('head', ['-1', join(data, 'postmaster.pid')], { encoding: 'utf8' }).stdout);
    process.kill(pid, 'SIGKILL');
    await new Promise((resolve) => setTimeout(resolve, 1500));
    const third = await startCluster('restart-postgres');
    expect(third.port).toBeGreaterThan(0);
    third.stop();
  });
});
