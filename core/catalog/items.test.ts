import { ITEM_KINDS, type ItemKind } from '../format/names';
import { describe, expect, test } from 'vitest';
import { demoBuild } from '../../tests/example';
import { NO_LIFT } from '../vehicle/asDelivered';
import { itemFigures, itemName } from './items';
import { itemSchemas, offerSchema } from '../format/catalog';

const { tire, wheel } = demoBuild('rook-1-long-tour').package;
/** One thing of each kind, as a file would hold it. */
const ITEMS: Record<ItemKind, object> = {
  tire,
  wheel,
  spacer: { spacerMm: 25, spacerKind: 'bolt-on', studs: 6, pcdMm: 139.7 },
  lift: {
    platform: 'Haldane Rook',
    front: { springMm: 40, bracketMm: 10 },
    rear: { springMm: 35 },
    massKg: 18,
  },
  gears: { platform: '', axleRatio: 4.3 },
  axle: { platform: 'Haldane Rook', part: 'joint', peakNm: 5200 },
  nuts: { thread: 'M12x1.5', seat: 'cone' },
};
const faults = (kind: ItemKind, change: object): string[] =>
  itemSchemas[kind]
    .safeParse({ ...ITEMS[kind], ...change })
    .error?.issues.map(({ path }) => path.join('.')) ?? [];

describe('a thing in the catalog', () => {
  test.each(ITEM_KINDS)('%s is read as its maker describes it, and has a name of its own', (kind) => {
    const read = itemSchemas[kind].safeParse(ITEMS[kind]);
    expect(read.error?.issues ?? []).toEqual([]);
    expect(itemName(kind, read.data).length).toBeGreaterThan(0);
    // A key that is none is refused, as in a build file.
    expect(faults(kind, { colour: 'red' })).toHaveLength(1);
  });

  test('names tell apart what is not the same: another offset, another body, another steel', () => {
    expect(itemName('wheel', wheel)).not.toBe(itemName('wheel', { ...wheel, offsetMm: wheel.offsetMm + 5 }));
    expect(itemName('wheel', wheel)).not.toBe(itemName('wheel', { ...wheel, boreMm: wheel.boreMm + 1 }));
    expect(itemName('tire', tire)).toBe(tire.code);
    expect(itemName('gears', ITEMS.gears)).toBe('4.3');
    expect(itemName('lift', { ...ITEMS.lift, platform: '' })).toBe('any');
    expect(itemName('axle', { platform: 'X', part: 'shaft', steel: '4340' })).toBe('shaft 4340 X');
    expect(itemName('spacer', ITEMS.spacer)).toContain('25 mm bolt-on 6x139.7');
  });

  test('the figures that lists go by are those of the thing', () => {
    expect(itemFigures('tire', tire)).toEqual({
      sizeMm: tire.overallDiameterMm,
      rimIn: null,
      massKg: tire.massKg,
    });
    expect(itemFigures('wheel', wheel)).toEqual({
      sizeMm: wheel.offsetMm,
      rimIn: wheel.diameterIn,
      massKg: wheel.massKg,
    });
    const lift = itemSchemas.lift.parse(ITEMS.lift);
    expect(itemFigures('lift', lift)).toEqual({ sizeMm: 50, rimIn: null, massKg: 18 });
    expect(lift.front).toEqual({ ...NO_LIFT, springMm: 40, bracketMm: 10 });
    expect(itemFigures('gears', ITEMS.gears)).toEqual({ sizeMm: 4.3, rimIn: null, massKg: null });
    expect(itemFigures('axle', ITEMS.axle).sizeMm).toBe(5200);
    expect(itemFigures('spacer', ITEMS.spacer).sizeMm).toBe(25);
  });

  test('what is out of range is refused by its place', () => {
    expect(faults('spacer', { spacerMm: -4 })).toEqual(['spacerMm']);
    expect(faults('spacer', { studs: 5.5 })).toEqual(['studs']);
    expect(faults('lift', { front: { springMm: 900 } })).toEqual(['front.springMm']);
    expect(faults('gears', { axleRatio: 90 })).toEqual(['axleRatio']);
    expect(faults('axle', { part: 'wing' })).toEqual(['part']);
    expect(faults('tire', { code: '245/75X16' })).toEqual(['code']);
  });

  test('an offer may leave price and days open, and has to say who makes it', () => {
    expect(offerSchema.safeParse({ maker: 'A', model: 'B', source: '' }).success).toBe(true);
    const wrong = (offer: object): string[] =>
      offerSchema
        .safeParse({ maker: 'A', model: 'B', source: '', ...offer })
        .error?.issues.map(({ path }) => path.join('.')) ?? [];
    expect(wrong({ price: -1 })).toEqual(['price']);
    expect(wrong({ days: 2.5 })).toEqual(['days']);
    expect(wrong({ days: 900 })).toEqual(['days']);
    expect(wrong({ maker: '' })).toEqual(['maker']);
    expect(wrong({ model: 5 })).toEqual(['model']);
  });
});
