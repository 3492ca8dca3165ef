import { wordingText } from '../wording';
import { describe, expect, test } from 'vitest';
import { example, exampleFile, obstacle } from '../../tests/example';
import { assess } from '../assess';
import type { RuleKind } from '../format/names';
import { SHIPPED_RULES, type Rule } from '../format/rules';
import { readBuild } from '../format/read';

const rule = (kind: RuleKind, limit?: number): Rule => ({
  kind,
  ...(limit === undefined ? {} : { limit }),
  source: 'Upland rule book, sheet 4',
  checkedOn: '2026-10-01',
});

function judged(one: Rule, change: Parameters<typeof example>[0] = {}) {
  const build = example({ ...change, use: { rules: { name: 'Uplands', rules: [one] } } });
  const [check] = assess(build).rules;
  if (!check) throw new Error('no check');
  return check;
}

describe('the rules of a place', () => {
  test.each([
    ['lift', 60, { package: { lift: { front: { springMm: 40, bracketMm: 20 }, rear: {} } } }, 60],
    ['spacer', 30, { package: { spacerMm: 30 } }, 30],
    ['diameter-change', 8, { package: { tire: { code: '245/85R16', pattern: 'road' as const } } }, 6.3316],
  ] as const)('%s: held at its limit, and the same a little under it fails', (kind, limit, change, value) => {
    const held = judged(rule(kind, limit), change);
    expect(held).toMatchObject({ status: 'pass', limit });
    expect(held.value).toBeCloseTo(value, 3);
    const broken = judged(rule(kind, value - 0.5), change);
    expect(broken.status).toBe('fail');
    expect(wordingText(broken.message, 'metric')).toContain('Ask the inspector');
    expect(wordingText(broken.message, 'metric')).toContain('Upland rule book, sheet 4, checked 2026-10-01');
  });

  test('lamps and bumpers rise with what carries them; unmeasured they are unknown', () => {
    expect(judged(rule('lamp-height', 1000)).status).toBe('unknown');
    const lift = { springMm: 50, bodyMm: 30 };
    const change = {
      vehicle: { heightsMm: { lamps: 950, bumperFront: 500, bumperRear: 560 } },
      package: { lift: { front: lift, rear: lift } },
    };
    expect(judged(rule('lamp-height', 1000), change)).toMatchObject({ status: 'fail', value: 1030 });
    // The bumpers sit on the frame.
    expect(judged(rule('bumper-height', 620), change)).toMatchObject({ status: 'pass', value: 610 });
    expect(judged(rule('bumper-height', 620), { vehicle: { heightsMm: { bumperFront: 500 } } }).status).toBe(
      'unknown',
    );
  });

  test('tread cover: the outer edge of the tread against the lip above the wheel', () => {
    const lips = (y: number) => {
      const { vehicle } = exampleFile();
      const lip = (id: string) =>
        obstacle(
          [
            [500, -200, 20],
            [0, y, 480],
            [-300, y + 10, 400],
          ],
          { id, material: 'sheet' },
        );
      return {
        vehicle: {
          corners: {
            front: { ...vehicle.corners.front, obstacles: [lip('fender-lip')] },
            rear: { ...vehicle.corners.rear, obstacles: [lip('rear-fender-lip')] },
          },
        },
      };
    };
    // Centre plane −20, tread 0.76 · 245 = 186.2: its edge stands at 73.1.
    expect(judged(rule('tread-cover', 0), lips(80))).toMatchObject({ status: 'pass' });
    expect(judged(rule('tread-cover', 0), lips(70)).value).toBeCloseTo(3.1, 6);
    expect(judged(rule('tread-cover', 0), lips(70)).status).toBe('fail');
    expect(judged(rule('tread-cover', 0)).status).toBe('unknown');
  });

  test('ratings and speedometer take the worst of their checks; what ships holds nothing else', () => {
    expect(SHIPPED_RULES.rules.map(({ kind }) => kind)).toEqual(['speedometer', 'ratings']);
    expect(judged(rule('speedometer')).status).toBe('pass');
    expect(
      judged(rule('speedometer'), {
        package: { tire: { code: '285/75R16', pattern: 'mud' } },
        vehicle: { stockOverreadPct: 0 },
      }).status,
    ).toBe('fail');
    expect(judged(rule('ratings')).status).toBe('unknown');
    expect(judged(rule('ratings'), { vehicle: { ratingsKg: { rear: 800 } } }).status).toBe('fail');
  });

  test('a broken rule does not change the grade, and no rule set means no check', () => {
    const build = example({
      package: { spacerMm: 20 },
      use: { rules: { name: 'Uplands', rules: [rule('spacer', 5)] } },
    });
    expect(assess(build).rules[0]?.status).toBe('fail');
    expect(assess(build).grade).toBe('free');
    expect(assess(example()).rules).toEqual([]);
  });

  test.each([
    [{ ...rule('lift') }, 'limit', 'is missing; give it in mm'],
    [{ ...rule('ratings'), limit: 3 }, 'limit', 'is not used by this kind'],
    [{ ...rule('lift', 3), checkedOn: 'May' }, 'checkedOn', 'write it as 2026-03-31'],
  ])('a faulty rule is refused by name', (one, key, message) => {
    const file = exampleFile({ use: { rules: { name: 'x', rules: [one] } } });
    const read = readBuild(file);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.faults[0]).toMatchObject({ path: `use.rules.rules.0.${key}` });
    if (!read.ok) expect(read.faults[0]?.message).toContain(message);
  });
});
