import { describe, expect, test } from 'vitest';
import { checked, demoBuild, demoTexts, example, exampleFile } from '../tests/example';
import { assess } from './assess';
import { curesFor } from './clearance/cures/cures';
import { sentenceOf, poseShort, poseWords } from './verdict';

describe('an assessment', () => {
  test('the demo shows every grade, and each vehicle as delivered is free', () => {
    const grades = new Set(Object.keys(demoTexts).map((name) => assess(demoBuild(name)).grade));
    expect(grades).toEqual(new Set(['free', 'close', 'trim', 'blocked']));
    for (const name of Object.keys(demoTexts)) {
      const build = demoBuild(name);
      const { tire, wheel } = build.vehicle.stock;
      const stock = checked({
        format: 'vexlo/build',
        version: 1,
        vehicle: build.vehicle,
        package: { tire, wheel },
        use: build.use,
      });
      expect(assess(stock).grade).toBe('free');
    }
  });

  test('as delivered changes nothing against itself', () => {
    const answer = assess(example());
    expect(answer).toMatchObject({
      tire: { diameterChangePct: 0, groundClearanceGainMm: 0 },
      wheel: { pokeChangeMm: 0, insetChangeMm: 0 },
    });
    expect(answer.speedometer).toMatchObject({ errorPct: 0, odometerErrorPct: 0 });
    expect(answer.wheel.scrubRadiusMm?.package).toBe(answer.wheel.scrubRadiusMm?.stock);
  });

  test('poke and inset by hand: 30 mm less offset and a 20 mm wider section', () => {
    const file = exampleFile();
    const answer = assess(
      example({
        package: {
          wheel: { ...file.package.wheel, offsetMm: -10 },
          tire: { code: '265/75R16', pattern: 'road' },
          lift: { front: { outboardMm: 5 }, rear: {} },
        },
      }),
    );
    // The 265's measuring rim is 7.5 in, so on the 7 in wheel it is 0.4 · 12.7 mm narrower.
    const wider = 20 - 0.4 * 12.7;
    expect(answer.wheel.pokeChangeMm).toBeCloseTo(30 + wider / 2 + 5, 9);
    expect(answer.wheel.insetChangeMm).toBeCloseTo(30 - wider / 2 + 5, 9);
    expect(answer.tire.groundClearanceGainMm).toBeCloseTo(15, 9);
    expect(answer.wheel.backspacingMm).toBeCloseTo(101.6 - 10, 9);
  });

  test('a wheel that does not go on blocks, whatever the sweep says', () => {
    const file = exampleFile();
    const answer = assess(example({ package: { wheel: { ...file.package.wheel, studs: 5 } } }));
    expect(answer.fit.front.grade).toBe('free');
    expect(answer.grade).toBe('blocked');
  });

  test('what is not judged is said as unknown', () => {
    const unknown = assess(example())
      .checks.filter(({ status }) => status === 'unknown')
      .map(({ id }) => id);
    expect(unknown).toEqual(['bushings-front', 'bushings-rear', 'strength', 'track-factor']);
  });

  test('springs that lift past full droop fail and say so', () => {
    const answer = assess(example({ package: { lift: { front: { springMm: 120 }, rear: {} } } }));
    expect(answer.checks.find(({ id }) => id === 'ride-height-front')).toMatchObject({ status: 'fail' });
  });

  test('is plain data: JSON keeps all of it, and every number is finite', () => {
    const answer = assess(demoBuild('rook-2-remote-plots'));
    expect(JSON.parse(JSON.stringify(answer))).toEqual(answer);
    const { map } = answer.fit.front;
    expect([map.clearanceMm.length, map.clearanceMm[0]?.length, map.obstacle.length]).toEqual([25, 41, 25]);
  });
});

describe('speedometer', () => {
  const ratio = (change: object, vehicle = {}): ReturnType<typeof assess>['speedometer'] =>
    assess(example({ package: change, vehicle })).speedometer;
  test('a 5 % longer circumference under-reads and fails the regulation', () => {
    const taller = ratio(
      { tire: { code: '245/75R16', pattern: 'road', overallDiameterMm: 773.9 * 1.05 } },
      { stockOverreadPct: 0 },
    );
    expect(taller.errorPct).toBeCloseTo((1 / 1.05 - 1) * 100, 9);
    expect(taller.odometerErrorPct).toBeCloseTo(taller.errorPct, 9);
    expect(taller.trueAtIndicated.find(({ indicatedKmh }) => indicatedKmh === 80)?.trueKmh).toBeCloseTo(
      84,
      9,
    );
    expect(taller.checks.map(({ status }) => status)).toEqual(['fail', 'fail', 'fail']);
  });
  test('where it was not read how much it over-reads, too little is not known to be too little', () => {
    const taller = ratio({ tire: { code: '245/75R16', pattern: 'road', overallDiameterMm: 773.9 * 1.05 } });
    expect(taller.checks.map(({ status }) => status)).toEqual(['unknown', 'unknown', 'unknown']);
    expect(taller.errorPct).toBeCloseTo((1 / 1.05 - 1) * 100, 9);
  });
  test('an over-reading dial hides it on the speed, not on the distance', () => {
    const taller = ratio(
      { tire: { code: '245/75R16', pattern: 'road', overallDiameterMm: 773.9 * 1.03 } },
      { stockOverreadPct: 4 },
    );
    expect(taller.errorPct).toBeCloseTo((1.04 / 1.03 - 1) * 100, 9);
    expect(taller.odometerErrorPct).toBeCloseTo((1 / 1.03 - 1) * 100, 9);
    expect(taller.checks.every(({ status }) => status === 'pass')).toBe(true);
  });
  test('a sensor at the transmission takes the ratio in, one at the wheel does not', () => {
    expect(ratio({ axleRatio: 4.29 }).errorPct).toBe(0);
    expect(ratio({ axleRatio: 4.29 }, { speedSensor: 'transmission' }).errorPct).toBeCloseTo(10, 9);
  });
  test('more than a tenth and 4 km/h too much fails the other way', () =>
    expect(ratio({}, { stockOverreadPct: 20 }).checks.map(({ status }) => status)).toEqual([
      'pass',
      'fail',
      'fail',
    ]));
});

describe('the one sentence', () => {
  const sentence = (name: string, units: 'metric' | 'inch' = 'metric'): string => {
    const build = demoBuild(name);
    const cures = curesFor(build).flatMap((corner) => corner.cures);
    return sentenceOf(build, assess(build), cures, units);
  };
  test('says what meets what, where, by how much and what frees it', () => {
    expect(sentence('halyard-1-tall-and-narrow')).toMatch(
      /^Front tire meets the seam behind the wheel by \d+ mm at \d+° inside lock, \d+ mm down, on both sides\.( Grown in service: meets the seam behind the wheel by \d+ mm\.)? \d+ mm of trimming/,
    );
    expect(sentence('rook-1-long-tour')).toMatch(
      /clears everything in the trail zone; nearest is the wheel well liner/,
    );
    expect(sentence('holloway-2-tires-and-lift')).toMatch(/less than the margin of 10 mm/);
    expect(sentence('halyard-3-wide-and-tall', 'inch')).toMatch(/by 1 1\/16 in/);
  });
  test('a wheel that does not bolt on comes first', () => {
    const file = exampleFile();
    const build = example({ package: { wheel: { ...file.package.wheel, pcdMm: 130 } } });
    expect(sentenceOf(build, assess(build), [], 'metric')).toContain('drilled 6 × 130 mm');
  });
  test('poses in words', () => {
    expect(poseWords(31.2, 18.4, 'metric')).toBe('at 31° inside lock, 18 mm up');
    expect(poseWords(-0.01, -0.2, 'metric')).toBe('straight ahead, at ride height');
    expect(poseShort(-12, -50, 'metric')).toBe('12° outside, 50 mm down');
  });
});
