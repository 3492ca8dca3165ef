import { describe, expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { assess } from '../assess';
import { gradeChance } from '../clearance/gradeChance';
import { differingFigures, sideBySide, type Compared } from './sideBySide';
import { lockMapSketch, sectionSketch } from './stageSketches';

const TERMS = { currency: 'cr', hourlyRate: 60, taxPct: 20, validDays: 30 };
const stage = (name: string): Compared => {
  const build = demoBuild(name);
  return {
    label: build.package.label,
    build,
    assessment: assess(build),
    chance: gradeChance(build),
    cost: null,
  };
};
const two = [stage('halyard-1-tall-and-narrow'), stage('halyard-3-wide-and-tall')];

describe('stages side by side', () => {
  test('the same stage twice differs in nothing; another differs in what its assessment says', () => {
    const [one] = two;
    if (!one) throw new Error('there are two');
    expect(differingFigures([one, one], 'metric', TERMS)).toEqual([]);
    const rows = differingFigures(two, 'metric', TERMS);
    const of = (label: string): string[] | undefined => rows.find((row) => row.label === label)?.values;
    expect(of('Grade')).toEqual(two.map(({ assessment }) => assessment.grade));
    for (const words of of('How sure that is, estimate') ?? [])
      expect(words).toMatch(/^(over |under )?\d+ % sure$/);
    expect(of('Over all')).toEqual(['862 mm', '871 mm']);
    expect(of('Lock that can be used')).toEqual(['35°', '7°']);
  });

  test('a cost says what is to go, and that it is a least where a price is not known', () => {
    const costs = two.map((one, i) => ({
      ...one,
      cost: { totalCents: 100_000 * (i + 1), toGoCents: 40_000 * (i + 1), least: i === 1 },
    }));
    const rows = differingFigures(costs, 'metric', TERMS);
    expect(rows.find(({ label }) => label === 'Comes to')?.values[1]).toMatch(/^at least 2.000\.00 cr$/);
    expect(rows.find(({ label }) => label === 'Still to go')?.values[0]).toBe('400.00 cr');
  });

  test('sections and maps stand on one scale, and the tire is drawn where its numbers say', () => {
    const sketches = two.map(({ build, label }) => sectionSketch(build, label, 'metric'));
    expect(new Set(sketches.map(({ from, to }) => [...from, ...to].join())).size).toBe(1);
    for (const [i, { strokes, labels }] of sketches.entries()) {
      const tire = strokes.find(({ weight }) => weight === 'bold');
      const top = Math.max(...(tire?.points.map(([, r]) => r) ?? []));
      expect(2 * top).toBeCloseTo(two[i]?.assessment.tire.package.overallDiameterMm ?? NaN, 6);
      expect(labels[0]?.words).toBe(i === 0 ? '862 mm' : '871 mm');
      expect(strokes.length).toBeGreaterThan(50);
    }
    const maps = two.map(({ build, assessment }) => lockMapSketch(build, assessment, '', 'metric'));
    expect(new Set(maps.map(({ from, to }) => [...from, ...to].join())).size).toBe(1);
    // Lock in degrees, out and in, and travel in mm stand beside the frame.
    expect(maps[0]?.labels.map(({ words }) => words)).toContain('ride');
    expect(maps[0]?.labels.filter(({ words }) => /^\d+° (out|in)$|^-?\d+ mm$/.test(words))).toHaveLength(4);
    // The one that is blocked touches over more of its map.
    const contact = maps.map(({ strokes }) => strokes.filter(({ weight }) => weight === 'bold').length);
    expect(contact[1]).toBeGreaterThan(contact[0] ?? Infinity);
  });

  test('gains and costs are told in a customer’s words', () => {
    const heading = { shop: 'S', job: 'J', vehicle: 'V', stage: '', customer: 'C', date: '2026-11-25' };
    const text = JSON.stringify(sideBySide(heading, two, differingFigures(two, 'metric', TERMS), 'metric'));
    expect(text).toContain('more room under the axles');
    expect(text).toContain('higher to step in');
    expect(text).not.toMatch(/And \d more/);
    expect(text).toContain('does not replace the makers’ limits');
  });
});
