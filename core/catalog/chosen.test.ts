import type { ItemKind } from '../format/names';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { example, exampleFile } from '../../tests/example';
import { itemSchemas } from '../format/catalog';
import { chosenParts, listedWords, type Listed } from './chosen';

let next = 1;
/** A thing in the list, as the catalog would hold it. */
function listed(kind: ItemKind, item: object, more: Partial<Listed> = {}): Listed {
  const read = itemSchemas[kind].parse(item);
  return { id: next++, kind, maker: 'Corrie', model: 'One', source: '', supplier: '', item: read, ...more };
}
const { package: pack, vehicle } = exampleFile();
const tire = (more: Partial<Listed> = {}, figures: object = {}): Listed =>
  listed('tire', { ...pack.tire, ...figures }, more);

describe('what of the catalog a package is made of', () => {
  test('a tire by its code; of several the one whose figures are those of the package', () => {
    const build = example({ package: { tire: { ...pack.tire, overallDiameterMm: 774 } } });
    const other = tire({ price: 10 }, { overallDiameterMm: 801 });
    const same = tire({ price: 300 }, { overallDiameterMm: 774 });
    expect(chosenParts(build, { platform: '' }, [other, same]).tire).toBe(same);
    expect(chosenParts(build, { platform: '' }, [tire({}, { code: '235/85R16 120S' })]).tire).toBeUndefined();
  });

  test('its maker decides, also where it was measured since; another maker’s is not it', () => {
    const build = example({
      package: { tire: { ...pack.tire, overallDiameterMm: 768 } },
    });
    const fellmark = tire({ maker: 'Fellmark', price: 200 }, { overallDiameterMm: 774 });
    const quarrow = tire({ maker: 'Quarrow', price: 100 }, { overallDiameterMm: 774 });
    expect(chosenParts(build, { platform: '', tireMaker: 'Fellmark' }, [quarrow, fellmark]).tire).toBe(
      fellmark,
    );
    expect(chosenParts(build, { platform: '', tireMaker: 'Fellmark' }, [quarrow]).tire).toBeUndefined();
  });

  test('of two that are alike the cheaper, one without a price last', () => {
    const build = example();
    const [none, dear, cheap] = [tire(), tire({ price: 90 }), tire({ price: 80 })];
    expect(chosenParts(build, { platform: '' }, [none, dear, cheap]).tire).toBe(cheap);
    expect(chosenParts(build, { platform: '' }, [none, dear]).tire).toBe(dear);
  });

  test('a kit for its own body before one for any, none for another', () => {
    const build = example({ package: { lift: { front: { springMm: 40 }, rear: { springMm: 35 } } } });
    const kit = (platform: string): Listed =>
      listed('lift', { platform, front: { springMm: 40 }, rear: { springMm: 35 } });
    const [own, any, foreign] = [kit('Haldane Rook'), kit(''), kit('Orrin Halyard')];
    expect(chosenParts(build, { platform: 'Haldane Rook' }, [any, foreign, own]).lift).toBe(own);
    expect(chosenParts(build, { platform: 'Haldane Rook' }, [any, foreign]).lift).toBe(any);
    expect(chosenParts(build, { platform: 'Haldane Rook' }, [foreign]).lift).toBeUndefined();
    // What lifts nothing needs no kit, whatever is listed.
    expect(chosenParts(example(), { platform: '' }, [listed('lift', { platform: '' })]).lift).toBeUndefined();
  });

  test('nuts by the thread of the hub and the seat of the wheel', () => {
    const build = example();
    const { thread = '' } = vehicle.hub;
    const right = listed('nuts', {
      thread: thread.toUpperCase().replace('X', 'x'),
      seat: build.package.wheel.seat,
    });
    const wrong = listed('nuts', { thread: 'M14x1.5', seat: build.package.wheel.seat });
    expect(chosenParts(build, { platform: '' }, [wrong, right]).nuts).toBe(right);
  });

  test('gears and a spacer only where the package has them', () => {
    const gears = listed('gears', { platform: '', axleRatio: 4.3 });
    const { studs, pcdMm } = vehicle.hub;
    const spacer = listed('spacer', { spacerMm: 25, spacerKind: 'bolt-on', studs, pcdMm });
    const changed = example({ package: { axleRatio: 4.3, spacerMm: 25 } });
    expect(chosenParts(changed, { platform: '' }, [gears, spacer])).toEqual({ gears, spacer });
    expect(chosenParts(example(), { platform: '' }, [gears, spacer])).toEqual({});
  });

  test('the order of the list changes nothing', () => {
    const list = [
      tire({ price: 90 }),
      tire({ price: 80 }, { overallDiameterMm: 779 }),
      tire({ price: 70 }),
      tire(),
    ];
    const first = chosenParts(example(), { platform: '' }, list).tire;
    fc.assert(
      fc.property(fc.shuffledSubarray(list, { minLength: list.length }), (shuffled) => {
        expect(chosenParts(example(), { platform: '' }, shuffled).tire).toBe(first);
      }),
    );
  });

  test('it is called as its maker calls it, with what tells it apart', () =>
    expect(listedWords(tire())).toBe(`Corrie One ${pack.tire.code}`));
});
