import { wordingText } from '../wording';
import { describe, expect, test } from 'vitest';
import { checked, example, exampleFile } from '../../tests/example';
import { assess } from '../assess';
import type { BuildFile } from '../format/build';
import { hardwareChecks, threadDiameterMm } from './hardware';
import { hubChecks } from './hubChecks';

const made = (change: (file: BuildFile) => void) => {
  const file = exampleFile();
  file.package.wheel = { ...file.package.wheel };
  change(file);
  return checked(file);
};
const find = (build: ReturnType<typeof checked>, id: string) =>
  [...hubChecks(build), ...hardwareChecks(build)].find((one) => one.id === id);

test.each([
  ['M14x1.5', 14],
  ['m12x1.25', 12],
  ['1/2-20', 12.7],
  ['9/16-18', 14.2875],
])('a thread %s is %f mm thick', (thread, mm) => expect(threadDiameterMm(thread)).toBeCloseTo(mm, 6));

describe('stud engagement', () => {
  test('as delivered nothing is asked', () => {
    expect(hardwareChecks(example()).filter(({ status }) => status !== 'pass')).toEqual([]);
  });

  test.each([
    // 35 mm of stud, M12: 35 − spacer − pad must reach 12.
    [10, 13, 'pass'],
    [11, 13, 'fail'],
  ])('slip-on spacer of %i mm under %i mm of wheel: %s', (spacerMm, padMm, status) => {
    const build = made((file) => {
      file.package.spacerMm = spacerMm;
      file.package.spacerKind = 'slip-on';
      file.package.wheel.padMm = padMm;
    });
    expect(find(build, 'stud-engagement')).toMatchObject({ status, value: 35 - spacerMm - padMm, limit: 12 });
    expect(assess(build).grade).toBe(status === 'fail' ? 'blocked' : 'free');
  });

  test('with a thickness that was not measured it is never a pass, and fails only where no wheel is thin enough', () => {
    const at = (spacerMm: number) =>
      find(
        made((file) => {
          file.package.spacerMm = spacerMm;
          file.package.spacerKind = 'slip-on';
        }),
        'stud-engagement',
      );
    expect(at(5)).toMatchObject({ status: 'watch' });
    expect(wordingText(at(5)?.message ?? '', 'metric')).toContain('estimate');
    expect(at(20)?.status).toBe('watch');
    expect(at(21)?.status).toBe('fail');
  });

  test('an unknown kind of spacer, and the studs of one that bolts on, are not known', () => {
    expect(find(example({ package: { spacerMm: 30 } }), 'stud-engagement')?.status).toBe('unknown');
    expect(find(example({ package: { spacerMm: 30 } }), 'spacer-kind')?.status).toBe('unknown');
    const bolted = example({ package: { spacerMm: 30, spacerKind: 'bolt-on' } });
    expect(find(bolted, 'stud-engagement')?.status).toBe('unknown');
    expect(find(bolted, 'spacer-pockets')).toMatchObject({ status: 'watch', value: 5 });
    const thick = example({ package: { spacerMm: 38, spacerKind: 'bolt-on' } });
    expect(find(thick, 'spacer-pockets')?.status).toBe('pass');
  });
});

test('a wider bore is settled by a ring, or by a maker who centres by the nuts', () => {
  const wide = (change: (file: BuildFile) => void) =>
    find(
      made((file) => {
        file.package.wheel.boreMm = 110;
        change(file);
      }),
      'wheel-bore',
    )?.status;
  expect(wide(() => undefined)).toBe('watch');
  expect(wide((file) => (file.package.centringRing = true))).toBe('pass');
  expect(wide((file) => (file.package.wheel.centredBy = 'nut'))).toBe('pass');
});

test('clips, material, beadlock, valve, sensor and mass each say their cure', () => {
  const build = made((file) => {
    file.vehicle.hub.clips = true;
    file.package.wheel = {
      ...file.package.wheel,
      material: 'aluminium',
      bead: 'beadlock',
      massKg: 19,
      valve: 'rubber',
    };
    file.vehicle.stock.tire.massKg = 16;
    file.package.tire = { ...file.package.tire, massKg: 22, maxPressureKpa: 550 };
    file.package.pressureSensor = 'valve';
  });
  for (const [id, words] of [
    ['retaining-clips', 'take them off'],
    ['wheel-material', 'torque that the wheel’s maker states'],
    ['beadlock', 'Ask the inspector'],
    ['valve', 'commonly 450 kPa'],
    ['pressure-sensor', 'made for sensors'],
    ['unsprung-mass', '13.0 kg more'],
  ] as const) {
    expect(find(build, id)?.status, id).toBe('watch');
    expect(wordingText(find(build, id)?.message ?? '', 'metric')).toContain(words);
  }
});

test('the valve’s limit holds the road pressure down', () => {
  const at = (valveMaxKpa?: number) =>
    assess(
      made((file) => {
        file.package.tire = { ...file.package.tire, maxPressureKpa: 350 };
        file.vehicle.massKg = { front: 1700, rear: 1700 };
        if (valveMaxKpa !== undefined) file.package.wheel.valveMaxKpa = valveMaxKpa;
      }),
    ).load.pressureKpa?.front.road;
  expect(at()).toBeGreaterThan(280);
  expect(at(260)).toBe(260);
});
