import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { MOST_POINTS } from '../core/scan/cloud';
import { readPlyHeader } from './plyHeader';
import { readCloud, type CloudRead } from './pointCloud';

function read(bytes: Uint8Array, name: string): CloudRead {
  const reader = readCloud(bytes, name);
  for (;;) {
    const step = reader.next();
    if (step.done) return step.value;
    expect(step.value).toBeGreaterThanOrEqual(0);
    expect(step.value).toBeLessThanOrEqual(1);
  }
}
const text = (content: string, name = 'a.xyz'): CloudRead => read(new TextEncoder().encode(content), name);
const numbers = (answer: CloudRead): number[] => {
  if (!answer.ok) throw new Error(answer.message);
  return [...answer.value];
};
const fault = (answer: CloudRead): string => (answer.ok ? '' : answer.message);

type Kind = 'ascii' | 'binary_little_endian' | 'binary_big_endian';

/** A PLY with a colour between the coordinates and a face after them, as scanners write it. */
function ply(points: readonly (readonly [number, number, number])[], kind: Kind): Uint8Array {
  const header = new TextEncoder().encode(
    `ply\nformat ${kind} 1.0\ncomment made for a test\nelement vertex ${points.length}\nproperty float x\nproperty uchar red\nproperty double y\nproperty float z\nelement face 1\nproperty list uchar int vertex_indices\nend_header\n`,
  );
  if (kind === 'ascii')
    return new Uint8Array([
      ...header,
      ...new TextEncoder().encode(`${points.map(([x, y, z]) => `${x} 200 ${y} ${z}`).join('\n')}\n3 0 0 0\n`),
    ]);
  const body = new DataView(new ArrayBuffer(points.length * 17 + 13));
  const little = kind === 'binary_little_endian';
  points.forEach(([x, y, z], i) => {
    body.setFloat32(i * 17, x, little);
    body.setUint8(i * 17 + 4, 200);
    body.setFloat64(i * 17 + 5, y, little);
    body.setFloat32(i * 17 + 13, z, little);
  });
  return new Uint8Array([...header, ...new Uint8Array(body.buffer)]);
}

describe('PLY', () => {
  const cloud = fc.array(
    fc.tuple(...[0, 1, 2].map(() => fc.integer({ min: -4000, max: 4000 }).map((n) => n / 4))),
    { minLength: 1, maxLength: 40 },
  );
  test.each(['ascii', 'binary_little_endian', 'binary_big_endian'] as const)(
    '%s comes out as it went in',
    (kind) =>
      fc.assert(
        fc.property(cloud, (points) => {
          expect(numbers(read(ply(points as [number, number, number][], kind), 'scan.ply'))).toEqual(
            points.flat(),
          );
        }),
        { numRuns: 30 },
      ),
  );

  test('a type by a name that every object has is no type', () =>
    expect(
      readPlyHeader(
        new TextEncoder().encode(
          'ply\nformat ascii 1.0\nelement vertex 1\nproperty constructor x\nend_header\n',
        ),
      ),
    ).toMatchObject({
      ok: false,
      message: expect.stringContaining('no scalar type'),
    }));

  test('faults name the line and the cure', () => {
    const header = (more: string): string => `ply\nformat ascii 1.0\n${more}end_header\n`;
    const xyz = 'property float x\nproperty float y\nproperty float z\n';
    expect(fault(text('ply\nformat ascii 1.0\n'))).toContain('does not end with end_header');
    expect(fault(text(header(`element face 1\n${xyz}`)))).toContain('line 3: vertices have to be the first');
    expect(fault(text(header('element vertex 1\nproperty float x\n')))).toContain('hold no y, z');
    expect(fault(text(`${header(`element vertex 2\n${xyz}`)}1 2 3\n`))).toContain('ends after 1 of 2 points');
    expect(fault(text(`${header(`element vertex 1\n${xyz}`)}1 two 3\n`))).toContain(
      'line 8, column 2: "two" is not a number',
    );
    expect(fault(text(header(`element vertex ${MOST_POINTS + 1}\n${xyz}`)))).toContain(
      'thin it to at most 2,000,000',
    );
    expect(fault(read(ply([[1, 2, 3]], 'binary_little_endian').slice(0, -20), 'a.ply'))).toContain(
      'ends after 0 of 1',
    );
  });
});

describe('XYZ and CSV', () => {
  test('blanks, commas, comments, more columns and a header are taken', () => {
    expect(numbers(text('# a scan\n1 2 3\n\n4\t5  6 255 255\r\n'))).toEqual([1, 2, 3, 4, 5, 6]);
    expect(numbers(text('1,2,3\n4;5;6\n', 'a.csv'))).toEqual([1, 2, 3, 4, 5, 6]);
    expect(numbers(text('id,"Z",x,Y\n7,3,1,2\n', 'a.csv'))).toEqual([1, 2, 3]);
  });
  test('faults name line and column', () => {
    expect(fault(text('1 2 3\n4 5\n'))).toBe('line 2, column 3: is missing; each line holds x, y and z');
    expect(fault(text('1,2,3\n4,,6\n', 'a.csv'))).toContain('line 2, column 2');
    expect(fault(text('alpha,beta\n1,2\n', 'a.csv'))).toContain('names no columns x, y and z');
    expect(fault(text(''))).toContain('holds no point');
  });
  test('a hundred thousand lines can be left between steps', () => {
    const reader = readCloud(new TextEncoder().encode('1 2 3\n'.repeat(100_001)), 'a.xyz');
    expect(reader.next()).toMatchObject({ done: false });
    expect(reader.return({ ok: false, message: 'stopped' })).toMatchObject({ done: true });
  });
});
