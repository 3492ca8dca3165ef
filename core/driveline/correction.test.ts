import { describe, expect, test } from 'vitest';
import { drivenBuild, POWERTRAIN } from '../../tests/driven';
import { calibrationChecks, correctionOf } from './correction';
import { drivelineOf } from './driveline';
import { electricOf } from './electric';
import { runningOf } from './gearing';
import { huntingBand } from './hunting';

const TALL = { code: '285/75R16 122Q', pattern: 'mud' } as const;
/** 245/75R16 over 285/75R16, the share that the same dial now really drives. */
const GROWTH = (406.4 + 427.5) / (406.4 + 367.5);

describe('setting the speedometer', () => {
  test('turns per km, per cent and drift are those of the circumference', () => {
    const { revsPerKm, changePct, driftKmPer1000, countsAt } = correctionOf(
      drivenBuild((file) => {
        file.package.tire = TALL;
      }),
    );
    expect(countsAt).toBe('wheel');
    expect(revsPerKm).toBeCloseTo(1e6 / (3.05 * 833.9), 6);
    expect(changePct).toBeCloseTo((1 / GROWTH - 1) * 100, 9);
    // After a thousand driven it has counted so many too few.
    expect(driftKmPer1000).toBeCloseTo(1000 / GROWTH - 1000, 9);
  });

  test('counted at the transmission, deeper gears put back what the tire took', () => {
    const { changePct } = correctionOf(
      drivenBuild((file) => {
        file.package.tire = TALL;
        file.package.axleRatio = 4.3;
        file.vehicle.speedSensor = 'transmission';
      }),
    );
    expect(changePct).toBeCloseTo(((4.3 / 3.9) * (1 / GROWTH) - 1) * 100, 9);
  });

  test('a worn tire turns oftener: 15 mm of mud tread down to 1.6', () => {
    const { worn } = correctionOf(
      drivenBuild((file) => {
        file.package.tire = { ...TALL, treadDepthMm: 15 };
        file.vehicle.stockOverreadPct = 2;
      }),
    );
    expect(worn).toMatchObject({ treadDepthMm: 15, source: 'maker' });
    expect(worn.errorPct).toBeCloseTo((1.02 / (GROWTH * (1 - 26.8 / 833.9)) - 1) * 100, 9);
    expect(correctionOf(drivenBuild()).worn.source).toBe('estimate');
  });

  test('lamps and assistance are named only where size or height changed', () => {
    expect(calibrationChecks(drivenBuild())).toEqual([]);
    const lifted = (assistance?: boolean) =>
      calibrationChecks(
        drivenBuild((file) => {
          file.package.lift = { front: { springMm: 60 }, rear: { springMm: 40 } };
          if (assistance !== undefined) file.vehicle.assistance = assistance;
        }),
      ).map(({ id, status }) => [id, status]);
    expect(lifted()).toEqual([
      ['lamp-aim', 'watch'],
      ['driver-assistance', 'unknown'],
    ]);
    expect(lifted(true)[1]).toEqual(['driver-assistance', 'watch']);
    expect(lifted(false)[1]).toEqual(['driver-assistance', 'pass']);
  });
});

test('between the grades of the two top gears lies the band in which it hunts', () => {
  const { package: now } = runningOf(drivenBuild());
  const band = huntingBand(POWERTRAIN, now, 60, 120, 20);
  expect(band.map(({ speedKmh }) => speedKmh)).toEqual([60, 80, 100, 120]);
  for (const { topPct, nextPct } of band)
    if (topPct !== null && nextPct !== null) expect(nextPct).toBeGreaterThan(topPct);
  expect(huntingBand({ ...POWERTRAIN, gears: [9] }, now, 60, 120)).toEqual([]);
});

describe('an electric vehicle', () => {
  const electric = (change: Parameters<typeof drivenBuild>[0] = () => undefined) =>
    drivenBuild((file) => {
      file.vehicle.powertrain = {
        ...POWERTRAIN,
        kind: 'electric',
        transmission: 'single-speed',
        gears: [1],
        redlineRpm: 16_000,
      };
      change(file);
    });

  test('wheel force falls with the tire, range with rolling, drag and mass', () => {
    const build = electric((file) => {
      file.package.tire = TALL;
      file.package.lift = { front: { springMm: 50 }, rear: { springMm: 50 } };
      file.package.addedMass = [{ massKg: 100, behindFrontAxleMm: 1500, heightMm: 900 }];
    });
    const { wheelForceN, rangeLossPct } = electricOf({ ...POWERTRAIN, gears: [1] }, runningOf(build), 90);
    expect(wheelForceN.package / wheelForceN.stock).toBeCloseTo(1 / GROWTH, 9);
    // By hand: rolling 1900·g·0.011 and 0.6·1.2·25² as delivered; 2000·g·0.016 and 0.6·(1.2 + 0.6·1.6·0.08) now.
    const before = 1900 * 9.80665 * 0.011 + 0.6 * 1.2 * 625;
    const now = 2000 * 9.80665 * 0.016 + 0.6 * (1.2 + 0.6 * 1.6 * 0.08) * 625;
    expect(rangeLossPct.total).toBeCloseTo((1 - before / now) * 100, 6);
    for (const one of [rangeLossPct.rolling, rangeLossPct.drag, rangeLossPct.mass])
      expect(one).toBeGreaterThan(0);
    expect(drivelineOf(build).electric?.rangeLossPct.total).toBeGreaterThan(0);
  });

  test('as delivered nothing is lost, and an engine has no such figures', () => {
    expect(drivelineOf(electric()).electric?.rangeLossPct).toEqual({
      total: 0,
      rolling: 0,
      drag: 0,
      mass: 0,
    });
    expect(drivelineOf(drivenBuild()).electric).toBeUndefined();
  });
});
