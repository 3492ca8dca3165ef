import fc from 'fast-check';
import { expect, test } from 'vitest';
import { packPoints, POINT_BYTES, unpackPoints } from './parts';
import { scanHeadSchema } from '../format/scan';

test('points are packed and unpacked to the bit', () =>
  fc.assert(
    fc.property(
      fc.array(
        fc.tuple(
          fc.float({ noNaN: true }),
          fc.float({ noNaN: true }),
          fc.float({ noNaN: true }),
          fc.nat(255),
        ),
        {
          maxLength: 50,
        },
      ),
      (list) => {
        const xyz = Float32Array.from(list.flatMap(([x, y, z]) => [x, y, z]));
        const part = Uint8Array.from(list, ([, , , mark]) => mark);
        const bytes = packPoints(xyz, part);
        expect(bytes.length).toBe(list.length * POINT_BYTES);
        // A view into a larger piece, as they come out of a stream.
        const wider = new Uint8Array(bytes.length + 3);
        wider.set(bytes, 3);
        const back = unpackPoints(wider.subarray(3));
        expect([...back.xyz]).toEqual([...xyz]);
        expect([...back.part]).toEqual([...part]);
      },
    ),
  ));

test('what a scan is made of is checked field by field', () => {
  const head = {
    axle: 'front',
    side: 'left',
    name: 'front left',
    points: 10,
    parts: [{ label: 'arm', material: 'suspension', carrier: { arm: 0.5 } }],
  };
  expect(scanHeadSchema.safeParse(head).success).toBe(true);
  const said = (more: object): string =>
    scanHeadSchema
      .safeParse({ ...head, ...more })
      .error?.issues.map(({ message }) => message)
      .join(' ') ?? '';
  expect(said({ points: 2_000_001 })).toContain('give 1 to 2000000');
  expect(said({ side: 'top' })).toContain('not one of left, right');
  expect(said({ parts: [{ label: '', material: 'liner', carrier: 'body' }] })).toContain('too short');
  expect(said({ parts: [{ label: 'x', material: 'liner', carrier: 'sky' }] })).toContain('carries nothing');
});
