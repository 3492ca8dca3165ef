import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { readTireCode } from './code';
import { explainTireCode } from './explain';
import { LOAD_INDEX_KG, SPEED_SYMBOL_KMH } from './tables';

const read = (text: string) => {
  const result = readTireCode(text);
  if (!result.ok) throw new Error(result.message);
  return result.value;
};

describe('codes as people type them', () => {
  test.each([
    [
      '245/75R16 111S',
      { widthMm: 245, aspectPct: 75, rimIn: 16, loadIndex: { single: 111 }, speedSymbol: 'S' },
    ],
    ['245/75 r16', { widthMm: 245, aspectPct: 75, rimIn: 16, service: 'unmarked' }],
    ['LT245/75R16E', { service: 'light-truck', loadRange: 'E' }],
    [
      'lt 245/75 r 16 120/116s e',
      { service: 'light-truck', loadIndex: { single: 120, dual: 116 }, speedSymbol: 'S', loadRange: 'E' },
    ],
    ['LT245/75R16C', { service: 'light-truck', loadRange: 'C' }],
    ['P245/75R16 109S', { service: 'passenger' }],
    [
      '235/65R16C 115/113R',
      { service: 'commercial', loadIndex: { single: 115, dual: 113 }, speedSymbol: 'R' },
    ],
    ['225/75R16CP 118R', { service: 'camper' }],
    [
      '34x10.50R17 LT 120R',
      {
        form: 'flotation',
        diameterIn: 34,
        sectionIn: 10.5,
        rimIn: 17,
        service: 'light-truck',
        loadIndex: { single: 120 },
      },
    ],
    ['35X12.50R17LT', { form: 'flotation', diameterIn: 35, sectionIn: 12.5 }],
    ['35×12,50 R17 LT', { form: 'flotation', sectionIn: 12.5 }],
    ['33x10.5-15', { form: 'flotation', construction: 'bias', rimIn: 15 }],
    ['7.50R16', { form: 'numeric', sectionIn: 7.5, rimIn: 16 }],
    ['245/75D16', { construction: 'bias' }],
    ['245/75B16', { construction: 'belted' }],
    ['225/75R16 108S XL', { markings: ['XL'] }],
    ['245/75R16 load range E', { loadRange: 'E' }],
    ['245 / 75 R 16 120 / 116 S', { loadIndex: { single: 120, dual: 116 }, speedSymbol: 'S' }],
  ])('%s', (text, parts) => expect(read(text)).toMatchObject(parts));

  test.each([
    ['245/75X16', '"245/75X16" is not a size we can read; write 245/75R16'],
    ['', 'not a size'],
    ['245/75R16 199S', 'load index 199'],
    ['245/75R16 116/120S', 'write 120/116'],
    ['245/75R16 111S hello', 'HELLO'],
    ['245/75R99', '99 in rim'],
    ['995/75R16', '995 mm wide'],
    ['245/05R16', 'aspect of 5'],
    ['16x10.50R17', 'no sidewall'],
    ['245/75R16 111Z', 'speed symbol Z'],
  ])('refuses %s and says why', (text, words) => {
    const result = readTireCode(text);
    expect(!result.ok && result.message).toContain(words);
  });

  test('the house spelling reads back to itself', () =>
    fc.assert(
      fc.property(
        fc.constantFrom('', 'P', 'LT'),
        fc.integer({ min: 21, max: 67 }).map((n) => n * 5),
        fc.integer({ min: 6, max: 17 }).map((n) => n * 5),
        fc.constantFrom('R', 'B', 'D'),
        fc.integer({ min: 12, max: 24 }),
        fc.constantFrom('', ' 111S', ' 120/116Q', ' 98'),
        fc.constantFrom('', ' E', ' XL'),
        (mark, width, aspect, build, rim, load, range) => {
          const first = read(`${mark}${width}/${aspect}${build}${rim}${load}${range}`);
          expect(read(first.canonical)).toEqual(first);
          // Spaces and case say nothing.
          expect(read(first.canonical.toLowerCase().replace('/', ' / ')).canonical).toBe(first.canonical);
        },
      ),
    ));
});

describe('tables', () => {
  test('load index: published figures, and each ten about a third more', () => {
    expect([
      LOAD_INDEX_KG[0],
      LOAD_INDEX_KG[100],
      LOAD_INDEX_KG[111],
      LOAD_INDEX_KG[120],
      LOAD_INDEX_KG[150],
    ]).toEqual([45, 800, 1090, 1400, 3350]);
    expect(LOAD_INDEX_KG).toHaveLength(151);
    LOAD_INDEX_KG.forEach((kg, i) => i > 0 && expect(kg).toBeGreaterThan(LOAD_INDEX_KG[i - 1] ?? 0));
    for (let i = 10; i <= 150; i++)
      expect((LOAD_INDEX_KG[i] ?? 0) / (LOAD_INDEX_KG[i - 10] ?? 1)).toBeCloseTo(4 / 3, 1);
  });
  test('speed symbols: H stands between U and V', () => {
    expect(SPEED_SYMBOL_KMH['U']).toBeLessThan(SPEED_SYMBOL_KMH['H'] ?? 0);
    expect(SPEED_SYMBOL_KMH['H']).toBeLessThan(SPEED_SYMBOL_KMH['V'] ?? 0);
  });
});

describe('explanations', () => {
  test('aspect is a percentage: ten more is 24.5 mm of sidewall on a 245', () => {
    const aspect = explainTireCode(read('245/75R16')).find(({ part }) => part === '/75');
    expect(aspect?.means).toContain('183.8 mm');
    expect(aspect?.warning).toContain('24.5 mm');
    expect(aspect?.warning).toContain('49 mm');
  });
  test('two load figures are two fitments', () => {
    const load = explainTireCode(read('LT245/75R16 120/116S E')).find(({ part }) => part === '120/116');
    expect(load?.warning).toContain('not two pressures');
    expect(load?.means).toContain('1400 kg');
  });
  test('every part of every form is explained', () => {
    for (const code of ['LT245/75R16 120/116Q E XL', '34x10.50R17LT 120R', '7.50-16', '225/75R16CP 118R'])
      for (const { part, means } of explainTireCode(read(code)))
        expect(`${part}${means}`.length).toBeGreaterThan(12);
  });
});
