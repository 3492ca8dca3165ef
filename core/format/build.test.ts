import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoTexts, exampleFile, obstacle } from '../../tests/example';
import { readBuild } from './read';

/** The faults of the example with one place changed; a path of dots, numbers for list places. */
function faults(path: string, value: unknown): string[] {
  const file = structuredClone(exampleFile()) as unknown as Record<string, unknown>;
  const keys = path.split('.');
  const last = keys.pop() ?? '';
  let at: Record<string, unknown> = file;
  for (const key of keys) at = at[key] as Record<string, unknown>;
  if (value === undefined) Reflect.deleteProperty(at, last);
  else at[last] = value;
  const read = readBuild(file);
  return read.ok ? [] : read.faults.map((fault) => `${fault.path}: ${fault.message}`);
}

describe('a build file', () => {
  test('fills in its defaults', () => {
    const file = exampleFile();
    delete file.use;
    const read = readBuild(file);
    expect(read.ok && read.value.use).toEqual({
      zone: 'street',
      rub: 'none',
      tire: 'new',
      marginMm: 10,
      grid: { lock: 41, travel: 25 },
    });
    expect(read.ok && read.value.package).toMatchObject({
      spacerMm: 0,
      cuts: [],
      sagMm: { front: 0, rear: 0 },
    });
    expect(read.ok && read.value.package.lift.rear.springMm).toBe(0);
    expect(read.ok && read.value.vehicle).toMatchObject({ speedSensor: 'wheel' });
    // What was not read is not taken for 0 where that decides something.
    expect(read.ok && read.value.vehicle.stockOverreadPct).toBeUndefined();
  });

  test.each(Object.entries(demoTexts))('demo %s is valid', (_name, text) => {
    const read = readBuild(JSON.parse(text));
    expect(read.ok ? [] : read.faults).toEqual([]);
  });

  test('refuses unknown keys by name and guesses what was meant', () => {
    const file = { ...exampleFile(), packge: {} };
    const read = readBuild(file);
    expect(!read.ok && read.faults[0]).toMatchObject({
      path: 'packge',
      message: expect.stringContaining('did you mean "package"') as string,
    });
    expect(faults('package.wheel.ofsetMm', 20).join()).toContain('did you mean "offsetMm"');
    expect(faults('vehicle.corners.front.obstacles.0.materail', 'liner').join()).toContain(
      'vehicle.corners.front.obstacles.0.materail: is not a key',
    );
    expect(faults('package.lift', { front: { sprngMm: 3 }, rear: {} }).join()).toContain('springMm');
  });

  test('a misspelt key is named together with the one that is missing', () => {
    const file = structuredClone(exampleFile()) as unknown as { package: { wheel: Record<string, unknown> } };
    file.package.wheel['offsetMM'] = file.package.wheel['offsetMm'];
    delete file.package.wheel['offsetMm'];
    const read = readBuild(file);
    expect(!read.ok && read.faults.map(({ path }) => path)).toEqual(
      expect.arrayContaining(['package.wheel.offsetMm', 'package.wheel.offsetMM']),
    );
  });

  test('takes x- keys anywhere, and gives the core none of them', () => {
    const file = structuredClone(exampleFile()) as unknown as Record<string, Record<string, unknown>>;
    (file as Record<string, unknown>)['x-note'] = { anything: [1] };
    if (file['package']) file['package']['x-shelf'] = 'B4';
    const read = readBuild(file);
    expect(read.ok).toBe(true);
    expect(JSON.stringify(read)).not.toContain('x-');
  });

  test.each([
    ['format', 'other', 'format: "other" is not read here; write "vexlo/build"'],
    ['version', 2, 'write 1'],
    ['vehicle.kind', 'truk', 'vehicle.kind: "truk" is not one of truck, van, suv'],
    ['vehicle.wheelbaseMm', '3000', 'vehicle.wheelbaseMm: "3000" is not a number'],
    ['vehicle.wheelbaseMm', undefined, 'vehicle.wheelbaseMm: is missing'],
    ['vehicle.massKg.front', 0, 'more than 0'],
    [
      'vehicle.corners.front.steering.lockInsideDeg',
      75,
      'vehicle.corners.front.steering.lockInsideDeg: 75 is out of range; give 0 to 60',
    ],
    [
      'vehicle.corners.front.obstacles.0.points.0.0',
      10_001,
      '10001 is out of range; give -10000 to 10000 mm',
    ],
    ['vehicle.corners.front.obstacles.0.points', [], '1 to 2000 points'],
    ['vehicle.corners.front.obstacles', [], 'at least one obstacle'],
    ['vehicle.corners.front.obstacles.0.carrier', 'roof', 'give body, frame, upright'],
    ['vehicle.corners.front.suspension.frontArmMm', 90, 'no longer than the wheel travels (100 mm)'],
    [
      'vehicle.corners.front.suspension.sideArmMm',
      -90,
      'vehicle.corners.front.suspension.sideArmMm: -90 is no longer',
    ],
    ['package.wheel.diameterIn', 31, 'give 10 to 30 in'],
    ['package.wheel.pcdMm', 5.5, '5.5 in is 139.7'],
    [
      'package.tire.code',
      '245/75X16',
      'package.tire.code: "245/75X16" is not a size we can read; write 245/75R16',
    ],
    [
      'package.tire.code',
      '7.50R16',
      'package.tire.overallDiameterMm: "7.50R16" carries no diameter; enter it from the maker',
    ],
    ['package.tire.approvedRimIn', [8, 6], 'narrower rim first'],
    [
      'package.cuts',
      [{ obstacle: 'nothing', depthMm: 3 }],
      'package.cuts.0.obstacle: "nothing" is no obstacle of this vehicle; the ids are front-thing, rear-thing',
    ],
    ['package.cuts', [{ obstacle: 'front-thing', depthMm: 3 }], 'may not be cut'],
    ['package.lift', { front: { bumpStopMm: 200 }, rear: {} }, 'leaves no wheel travel'],
    ['use.grid', { lock: 182, travel: 25 }, 'give 1 to 181'],
    ['use.grid', { lock: 41, travel: 1 }, 'give 2 to 121'],
    ['use.grid', { lock: 4.5, travel: 9 }, 'whole number'],
  ])('%s = %j', (path, value, words) => expect(faults(path, value).join('\n')).toContain(words));

  test('what is never cut carries no cut, and an id stands once in a corner', () => {
    const rail = obstacle([[0, 0, 600]], { material: 'structure', cutMm: 5 });
    expect(faults('vehicle.corners.front.obstacles.0', rail).join()).toContain('never cut; give 0');
    const twice = [obstacle([[0, 0, 600]]), obstacle([[0, 0, 600]])];
    expect(faults('vehicle.corners.front.obstacles', twice).join()).toContain('"thing" stands twice');
  });

  test('every fault is found at once, not one after the other', () => {
    const file = exampleFile();
    file.vehicle.wheelbaseMm = 1;
    file.package.tire.code = '245';
    const read = readBuild(file);
    expect(!read.ok && read.faults).toHaveLength(2);
  });

  test('whatever is handed in, it answers and never throws', () =>
    fc.assert(fc.property(fc.jsonValue(), (value) => void readBuild(value))));
});
