import { expect, test } from 'vitest';
import { statesToTake } from './statesToTake';

const corners = [0, 0, 1, 0, 1, 1, 0, 1];
const picture = (name: string, state: string, ids: readonly number[]) => ({
  name,
  state,
  found: ids.map((id) => ({ id, corners })),
});
const BODY = [16, 17, 18, 80, 81];
const PLATE = [0, 1, 2, 3];

test('a lock with three pictures that show plate and body is done; what is wrong with one is said by its name', () => {
  const all = [
    picture('a.jpg', 'straight', [...PLATE, ...BODY, 8, 9]),
    ...['b.jpg', 'c.jpg', 'd.jpg'].map((name) => picture(name, 'inside', [...PLATE, ...BODY])),
    picture('e.jpg', 'outside', [...BODY]),
    // Cards that the first pictures do not show, and floor cards, hold nothing.
    picture('f.jpg', 'outside', [...PLATE, 16, 17, 18, 40, 8, 9]),
  ];
  expect(statesToTake(all, 'straight', ['inside', 'outside', 'bump'])).toEqual([
    { state: 'inside', taken: 3, more: 0, faults: [] },
    {
      state: 'outside',
      taken: 2,
      more: 1,
      faults: [
        'e.jpg does not show the plate',
        'f.jpg shows 3 cards of the body that the first pictures show; at least 4',
      ],
    },
    { state: 'bump', taken: 0, more: 3, faults: [] },
  ]);
});
