import { describe, expect, test } from 'vitest';
import { away, drawn, measured, refused, words } from '../../tests/drawnRound';

describe('what does not go together is named', () => {
  test('a card that was moved between pictures, and the point of the larger part of them', () => {
    const { world, shots, round, truth, see } = drawn({ seed: 21, handMm: 0 });
    const shifted = {
      ...world,
      cards: world.cards.map((card) =>
        card.id === 22 ? { ...card, at: [card.at[0] + 9, card.at[1], card.at[2] - 5] as const } : card,
      ),
    };
    const found = measured(
      round,
      shots.map((shot, i) => see(shot, i < 3 ? shifted : world)),
    );
    const point = found.points.find(({ id }) => id === 22);
    expect(point?.flags).toContain('disagrees');
    expect(point?.photos).toBe(5);
    expect(Math.abs((point?.xMm ?? NaN) - (truth.get(22)?.[0] ?? NaN))).toBeLessThan(0.5);
    expect(words(found)).toContain(
      'fail Card 22 (lip) stands elsewhere in straight-0.jpg, straight-1.jpg, straight-2.jpg',
    );
    expect(found.points.filter(({ id }) => id !== 22).some(({ flags }) => flags.includes('disagrees'))).toBe(
      false,
    );
  });

  test('a number misread as another’s, a number that is on no card, a card of nobody, one that nobody saw', () => {
    const { round, pictures } = drawn({ seed: 22 });
    const wrong = pictures.map((picture, i) => ({
      ...picture,
      found: picture.found
        // Card 20 is read as 150 in one picture; 25 is gone from all; 17 is read where 27 is.
        .filter(({ id }) => id !== 25 && !(i === 4 && id === 17))
        .map((one) =>
          i === 4 && one.id === 20
            ? { ...one, id: 150 }
            : i === 4 && one.id === 27
              ? { ...one, id: 17 }
              : i === 5 && one.id === 29
                ? { ...one, id: 333 }
                : one,
        ),
    }));
    const found = measured(round, wrong);
    expect(words(found)).toContain('fail Card 17 (lip) stands elsewhere in straight-4.jpg');
    expect(words(found)).toContain('Number 333, read in straight-5.jpg, is on no card');
    expect(words(found)).toContain('watch Card 150, seen in straight-4.jpg, belongs to no obstacle');
    expect(words(found)).toContain('unknown Card 25 (lip) is in no picture');
    expect(found.points.some(({ id }) => id === 25)).toBe(false);
  });

  test('a corner that something hides costs that picture of the card alone', () => {
    const { round, pictures, truth } = drawn({ seed: 23, handMm: 0 });
    const hidden = pictures.map((picture, i) => ({
      ...picture,
      found: picture.found.map((one) =>
        i === 6 && one.id === 19
          ? { ...one, corners: one.corners.map((v, k) => (k === 2 ? v - 6 : v)) }
          : one,
      ),
    }));
    const found = measured(round, hidden);
    const point = found.points.find(({ id }) => id === 19);
    expect(point?.flags).toEqual([]);
    expect(Math.abs((point?.xMm ?? NaN) - (truth.get(19)?.[0] ?? NaN))).toBeLessThan(0.3);
    expect(words(found)).toContain(
      'Card 19 (lip): left out in straight-6.jpg, where something hides a corner',
    );
  });

  test('a picture that was zoomed is left out, and nothing else is blamed for it', () => {
    const { world, shots, round, truth, see } = drawn({ seed: 26, handMm: 0 });
    const zoomed = { ...world, camera: { ...world.camera, focalPx: world.camera.focalPx * 1.25 } };
    const found = measured(
      round,
      shots.map((shot, i) => see(shot, i === 3 ? zoomed : world)),
    );
    expect(found.photos.map(({ used }) => used)).toEqual(shots.map((_, i) => i !== 3));
    expect(words(found)).toContain('Not used: straight-3.jpg (it does not go with the others: zoomed');
    expect(words(found)).not.toContain('stands elsewhere');
    expect(Math.max(...away(found, truth).flat().map(Math.abs))).toBeLessThan(1);
  });

  test('a card seen once, floor cards that are missing, a lock with one picture', () => {
    const { round, pictures, shots } = drawn({ seed: 24, states: true });
    const inside = shots.findIndex(({ state }) => state === 'inside');
    const few = pictures
      .map((picture, i) => ({
        ...picture,
        found: picture.found.filter(({ id }) => !(id >= 8 && id <= 15) && !(id === 87 && i !== 5)),
      }))
      .filter((_, i) => !(shots[i]?.state === 'inside' && i !== inside));
    const states = round.states?.map(({ state, photos }) => ({
      state,
      photos: photos.filter((name) => few.some((one) => one.name === name)),
    }));
    const found = measured({ ...round, ...(states ? { states } : {}) }, few);
    expect(found.hubAboveGroundMm).toBeNull();
    expect(words(found)).toContain('watch Up is the plate’s arrow');
    expect(words(found)).toContain('watch "inside" rests on 1 picture; take three or more');
    const once = found.points.find(({ id }) => id === 87);
    if (once) expect(once.flags).toContain('one photo');
  });
});

describe('what no computing can mend is refused by picture, with the cure', () => {
  test('no plate, a number twice, other cameras, one place, one picture', () => {
    const { round, pictures, shots, see } = drawn({ seed: 31, photos: 4 });
    const without = (least: number) =>
      pictures.map((one) => ({ ...one, found: one.found.filter(({ id }) => id > least) }));
    expect(refused(round, without(3))).toMatch(
      /straight-0\.jpg: no picture shows the plate .*put it on the hub/,
    );
    const [first, second] = pictures;
    if (!first || !second) throw new Error('no pictures');
    const twice = { ...second, found: [...second.found, ...second.found.slice(-1)] };
    expect(refused(round, [first, twice])).toMatch(
      /^straight-1\.jpg: shows card \d+ twice; take one of the two/,
    );
    expect(refused(round, [first, { ...second, width: 2000 }])).toMatch(
      /^straight-1\.jpg: has 2000 × 2250 pixels, straight-0\.jpg has 3000/,
    );
    expect(
      refused(round, [
        { ...first, camera: 'Ottelin 4' },
        { ...second, camera: 'Harrow 2' },
      ]),
    ).toMatch(/^straight-1\.jpg: was taken with Harrow 2/);
    expect(
      refused(round, [
        { ...first, focal35Mm: 26 },
        { ...second, focal35Mm: 52 },
      ]),
    ).toMatch(/^straight-1\.jpg: was taken at 52 mm, straight-0\.jpg at 26 mm; do not zoom/);
    const [shot] = shots;
    if (!shot) throw new Error('no shots');
    const same = [0, 1, 2].map((i) => see({ ...shot, name: `same-${i}.jpg`, roll: 0.1 * i }));
    expect(refused(round, same)).toMatch(
      /^same-0\.jpg: was taken from the same place as all the others.*step to the side/,
    );
    expect(refused(round, [first, { ...second, found: [] }])).toMatch(
      /^straight-0\.jpg: only .* of 2 pictures can be used/,
    );
  });

  test('a picture in no state, a state whose picture is missing', () => {
    const { round, pictures } = drawn({ seed: 32, photos: 3, states: true });
    expect(refused(round, pictures.slice(1))).toMatch(
      /states\.0\.photos\.0: "straight-0\.jpg" of state "straight" was not given/,
    );
    const [first] = pictures;
    if (!first) throw new Error('no pictures');
    expect(refused(round, [...pictures, { ...first, name: 'extra.jpg' }])).toMatch(
      /extra\.jpg: is in no state/,
    );
  });
});
