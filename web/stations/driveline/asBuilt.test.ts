import { describe, expect, test } from 'vitest';
import { demoBuild, demoTexts } from '../../../tests/example';
import { axleSchema, powertrainSchema, type Axle } from '../../../core/format/driveline';
import { axleOf, powertrainOf, typedAxle, typedPowertrain } from './asBuilt';

/** One with every part known. */
const WHOLE: Axle = axleSchema.parse({
  driven: true,
  ringGearMm: 225,
  ratios: [3.9, 4.56],
  pinionTeeth: { '4.56': 9 },
  outputPeakNm: 5200,
  shaft: { splines: 30, diameterMm: 33, steel: '4340' },
  joint: { kind: 'cv', peakNm: 4100 },
  differential: 'limited',
  torqueBias: 3,
  gearCut: 'reverse',
  pinionJoint: { peakNm: 2600 },
  differentialPeakNm: 6100,
  hubBearing: { kind: 'roller', inboardMm: 42 },
});

/** Every number of an axle by its path. */
const figuresOf = (axle: Axle): Map<string, number> => {
  const found = new Map<string, number>();
  const walk = (path: string, value: unknown): void => {
    if (typeof value === 'number') found.set(path, value);
    else if (typeof value === 'object' && value !== null)
      for (const [key, inner] of Object.entries(value)) walk(`${path}.${key}`, inner);
  };
  walk('', axle);
  return new Map([...found].sort(([a], [b]) => a.localeCompare(b)));
};

describe('the form of what drives a vehicle', () => {
  test('loses nothing of an axle, whatever the units: what a form does not hold would be gone when it is stored', () => {
    // Every key of the format is in it, so that a new one is missed here and not in a shop.
    expect(Object.keys(WHOLE).sort()).toEqual(Object.keys(axleSchema.shape).sort());
    const demo = Object.keys(demoTexts).flatMap((name) => Object.values(demoBuild(name).vehicle.axles ?? {}));
    expect(demo.length).toBeGreaterThan(3);
    for (const axle of [WHOLE, ...demo]) {
      const metric = axleOf(typedAxle(axle, 'metric'), 'front', 'metric');
      expect(metric.faults).toEqual([]);
      expect(axleSchema.parse(metric.value)).toEqual(axle);
      // Inches and pound-feet are shown rounded: the same parts, each within a sixteenth or a pound-foot.
      const inch = figuresOf(axleSchema.parse(axleOf(typedAxle(axle, 'inch'), 'front', 'inch').value));
      const before = figuresOf(axle);
      expect([...inch.keys()]).toEqual([...before.keys()]);
      for (const [key, value] of before)
        expect(Math.abs((inch.get(key) ?? NaN) - value), key).toBeLessThan(2);
    }
  });

  test('loses nothing of a powertrain', () => {
    for (const name of Object.keys(demoTexts)) {
      const { powertrain } = demoBuild(name).vehicle;
      if (!powertrain) continue;
      const { value, faults } = powertrainOf(typedPowertrain(powertrain, 'metric'), 'metric');
      expect(faults, name).toEqual([]);
      expect(powertrainSchema.parse(value), name).toEqual(powertrain);
    }
  });

  test('what is typed wrongly is named by its key', () => {
    const { faults } = axleOf({ ...typedAxle(WHOLE, 'metric'), torqueBias: 'two' }, 'rear', 'metric');
    expect(faults.map(({ path }) => path)).toEqual(['vehicle.axles.rear.torqueBias']);
  });
});
