import { wordingText, type Wording } from '../wording';
import { describe, expect, test } from 'vitest';
import { assess } from '../assess';
import { drivenBuild } from '../../tests/driven';
import type { BuildFile } from '../format/build';
import { disagreement, rowFor, sizeVerdict } from './sizeSchool';
import { strengthOf, type AxleStrength } from './strength';
import { offeredUpgrades, strengthWith, upgradesOf, type OfferedPart } from './upgrades';
import type { SizeRow } from '../format/sizeTable';

const strong = (change: (file: BuildFile) => void = () => undefined) =>
  drivenBuild((file) => {
    const { axles } = file.vehicle;
    if (axles)
      axles.front = {
        ...axles.front,
        ringGearMm: 200,
        shaft: { splines: 27, steel: '1040' },
        joint: { kind: 'universal', peakNm: 3500 },
      };
    file.use = { ...file.use, style: 'crawl' };
    change(file);
  });
const front = (build: ReturnType<typeof strong>): AxleStrength => {
  const strength = strengthOf(build);
  if (!strength.ok) throw new Error('no ladder');
  return strength.value.front;
};
const factor = (ladder: AxleStrength | null, part: string): number =>
  ladder?.parts.find((one) => one.part === part)?.factor ?? NaN;

describe('one upgrade, tried', () => {
  const build = strong();
  const list = upgradesOf(build, 'front');
  const tried = (id: string) => {
    const upgrade = list.find((one) => one.id === id);
    if (!upgrade) throw new Error(id);
    return strengthWith(upgrade, 'front');
  };

  test('stronger steel scales the shaft by its shear strength and nothing else', () => {
    expect(factor(tried('shaft-4340'), 'shaft') / factor(front(build), 'shaft')).toBeCloseTo(900 / 620, 9);
    expect(factor(tried('shaft-4340'), 'joint')).toBeCloseTo(factor(front(build), 'joint'), 9);
  });
  test('two more splines go with the cube of the root', () =>
    expect(factor(tried('shaft-splines'), 'shaft') / factor(front(build), 'shaft')).toBeCloseTo(
      ((29 - 1.35) / (27 - 1.35)) ** 3,
      9,
    ));
  test('a locker sends one shaft the whole torque, so it never helps it', () =>
    expect(factor(tried('locker'), 'shaft')).toBeLessThanOrEqual(factor(front(build), 'shaft')));
  test('a larger ring goes with its cube', () =>
    expect(factor(tried('axle'), 'ring-and-pinion') / factor(front(build), 'ring-and-pinion')).toBeCloseTo(
      (220 / 200) ** 3,
      9,
    ));
  test('gears, joint and locker are offered, an axle that is not driven has none', () => {
    expect(list.map(({ id }) => id)).toEqual(
      expect.arrayContaining(['shaft-1541H', 'joint', 'locker', 'ratio-4.1', 'ratio-4.88', 'axle']),
    );
    const dead = strong(({ vehicle }) => {
      if (vehicle.axles) vehicle.axles.front.driven = false;
    });
    expect(upgradesOf(dead, 'front')).toEqual([]);
  });
  test('trying changes nothing of the build it is tried on', () =>
    expect(front(build)).toEqual(front(strong())));
});

describe('parts of the catalog', () => {
  const build = strong();
  const offer = (more: Partial<OfferedPart>): OfferedPart => ({
    id: 7,
    words: 'Denholt part',
    price: 640,
    days: 0,
    part: 'joint',
    ...more,
  });
  const tried = (part: OfferedPart): AxleStrength | null => {
    const [upgrade] = offeredUpgrades(build, 'front', [part]);
    return upgrade ? strengthWith(upgrade, 'front') : null;
  };

  test('a joint is judged by its maker’s figure', () =>
    expect(factor(tried(offer({ peakNm: 5200 })), 'joint') / factor(front(build), 'joint')).toBeCloseTo(
      5200 / 3500,
      9,
    ));
  test('shafts, an axle, a locker and gears change what they are for', () => {
    expect(factor(tried(offer({ part: 'shaft', steel: '300M' })), 'shaft')).toBeGreaterThan(
      factor(front(build), 'shaft'),
    );
    expect(factor(tried(offer({ part: 'axle', peakNm: 50_000 })), 'ring-and-pinion')).toBeGreaterThan(
      factor(front(build), 'ring-and-pinion'),
    );
    expect(factor(tried(offer({ part: 'locker' })), 'shaft')).toBeLessThanOrEqual(
      factor(front(build), 'shaft'),
    );
    const [gears] = offeredUpgrades(build, 'front', [offer({ part: 'gears', axleRatio: 3.1 })]);
    expect(gears?.build.package.axleRatio).toBe(3.1);
  });
  test('what says nothing that is judged is not offered, nor anything for an axle that is not driven', () => {
    expect(offeredUpgrades(build, 'front', [offer({}), offer({ part: 'shaft' })])).toEqual([]);
    const dead = strong(({ vehicle }) => {
      if (vehicle.axles) vehicle.axles.front.driven = false;
    });
    expect(offeredUpgrades(dead, 'front', [offer({ peakNm: 5200 })])).toEqual([]);
  });
  test('price and delivery stand with it, and unknown is said as unknown', () => {
    const words = (more: Partial<OfferedPart>) =>
      offeredUpgrades(build, 'front', [offer({ peakNm: 5200, ...more })])[0]?.words;
    expect(words({})).toBe('Denholt part (640, on the shelf)');
    expect(words({ price: null, days: null })).toContain('price not known, delivery not known');
  });
});

describe('a fuse', () => {
  const status = (fuse: 'shaft' | 'joint' | 'ring-and-pinion') => {
    const strength = strengthOf(
      strong((file) => {
        file.use = { ...file.use, fuse: { front: fuse } };
      }),
    );
    return strength.ok ? strength.value.checks.find(({ id }) => id === 'fuse-front') : undefined;
  };
  test('holds where the part meant gives first, and is told where another does', () => {
    const { weakest, parts } = front(strong());
    expect(weakest).not.toBeNull();
    expect(status(weakest as 'joint')?.status).toBe('pass');
    const other = parts.find(({ part, demandNm }) => demandNm !== undefined && part !== weakest);
    const told = status(other?.part as 'shaft');
    expect(told?.status).toBe('watch');
    expect(told?.message).toContain('goes before');
  });
  test('without a fuse nothing is said', () =>
    expect(assess(strong()).strength?.checks.filter(({ id }) => id.startsWith('fuse'))).toEqual([]));
});

const said = (words: Wording | undefined): string | undefined =>
  words === undefined ? undefined : wordingText(words, 'metric');

describe('the tire-size school', () => {
  const table: SizeRow[] = [
    { label: 'light', fromRingMm: 180, largestMm: 790, upgradedMm: 840, upgrades: 'shafts' },
    { label: 'middle', fromRingMm: 210, largestMm: 840, upgradedMm: 890, upgrades: 'shafts' },
  ];
  const apart = (build: ReturnType<typeof strong>) =>
    said(disagreement('front', sizeVerdict(build, 'front', table), front(build)));
  const at = (code: string) =>
    strong((file) => {
      file.package.tire = { code, pattern: 'mud' };
    });

  test('takes the largest row that the ring gear reaches', () => {
    expect(rowFor(table, { driven: true, ratios: [], differential: 'open', ringGearMm: 209 })?.label).toBe(
      'light',
    );
    expect(rowFor(table, { driven: true, ratios: [], differential: 'open', ringGearMm: 210 })?.label).toBe(
      'middle',
    );
    expect(rowFor(table, { driven: true, ratios: [], differential: 'open' })).toBeUndefined();
  });
  test.each([
    ['245/75R16', 'as-it-is'],
    ['285/75R16', 'with-upgrades'],
    ['35x12.50R16', 'too-tall'],
  ])('%s is %s', (code, verdict) => expect(sizeVerdict(at(code), 'front', table)?.verdict).toBe(verdict));
  test('where size and torque disagree it is said, where they agree it is not', () => {
    const gentle = strong((file) => {
      file.use = { ...file.use, style: 'touring' };
      file.package.tire = { code: '35x12.50R16', pattern: 'mud' };
      const { axles } = file.vehicle;
      if (axles) {
        axles.front.joint = { kind: 'cv', peakNm: 20_000 };
        axles.front.shaft = { splines: 35, steel: '300M' };
        axles.front.outputPeakNm = 30_000;
      }
    });
    expect(apart(gentle)).toContain('does not know how gently it is driven');
    const hard = at('245/75R16');
    expect(front(hard).parts.some(({ factor: one, demandNm }) => demandNm !== undefined && one < 1)).toBe(
      true,
    );
    expect(apart(hard)).toContain('weigh more here than height');
    expect(apart(at('35x12.50R16'))).toBeUndefined();
  });
});
