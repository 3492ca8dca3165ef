import type { Result } from '../core/result';
import { MOST_POINTS } from '../core/scan/cloud';
import { readPlyHeader, type PlyHeader } from './plyHeader';

/** Three numbers a point, in the file's own unit, or what is wrong and in which line. */
export type CloudRead = Result<Float32Array, { message: string }>;
/** Yields the share of the file that is read; may be left at any step. */
export type CloudReader = Generator<number, CloudRead>;

/** Between two steps: short enough to be stopped at once, long enough not to be felt. */
const POINTS_PER_STEP = 50_000;

const tooMany = (count: number): CloudRead => ({
  ok: false,
  message: `holds ${count > MOST_POINTS ? count.toLocaleString('en') : 'too many'} points; thin it to at most ${MOST_POINTS.toLocaleString('en')}`,
});

/** A point cloud by its name and first bytes: PLY (ascii or binary), XYZ (blanks between) or CSV. */
export function readCloud(bytes: Uint8Array, name: string): CloudReader {
  const isPly = bytes[0] === 0x70 && bytes[1] === 0x6c && bytes[2] === 0x79;
  if (isPly) return readPly(bytes);
  return readText(bytes, { from: 0, line: 1, columns: null, limit: Infinity, csv: /\.csv$/i.test(name) });
}

function* readPly(bytes: Uint8Array): CloudReader {
  const read = readPlyHeader(bytes);
  if (!read.ok) return read;
  const { value: header } = read;
  if (header.vertices > MOST_POINTS) return tooMany(header.vertices);
  return header.format === 'ascii'
    ? yield* readText(bytes, {
        from: header.start,
        line: header.lines + 1,
        columns: header.columns,
        limit: header.vertices,
        csv: false,
      })
    : yield* readBinary(bytes, header);
}

function* readBinary(
  bytes: Uint8Array,
  { vertices, start, stride, at, read, format }: PlyHeader,
): CloudReader {
  if (bytes.length < start + vertices * stride)
    return {
      ok: false,
      message: `ends after ${Math.floor((bytes.length - start) / stride)} of ${vertices} points; the file was cut short`,
    };
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const little = format === 'binary_little_endian';
  const xyz = new Float32Array(vertices * 3);
  for (let i = 0; i < vertices; i++) {
    const base = start + i * stride;
    for (let axis = 0 as 0 | 1 | 2; axis < 3; axis++) {
      const value = view[read[axis]](base + at[axis], little);
      if (!Number.isFinite(value))
        return { ok: false, message: `point ${i + 1}, ${'xyz'.charAt(axis)}: ${value} is not a number` };
      xyz[i * 3 + axis] = value;
    }
    if (i % POINTS_PER_STEP === 0) yield i / vertices;
  }
  return { ok: true, value: xyz };
}

type Text = {
  from: number;
  line: number;
  /** Which fields of a line are x, y and z; null: the first three, or those that a header line names. */
  columns: readonly [number, number, number] | null;
  /** Lines of points that are read at most: what follows belongs to other elements. */
  limit: number;
  csv: boolean;
};

const NEWLINE = 10;

/** Lines of numbers. A first line of words names the columns; empty lines and those with `#` or `//` are skipped. */
function* readText(bytes: Uint8Array, { from, line, columns, limit, csv }: Text): CloudReader {
  const decoder = new TextDecoder('latin1');
  // Grown by doubling: a text does not say how many lines it has.
  let xyz = new Float32Array(3 * 65_536);
  let count = 0;
  let at = from;
  let fields: readonly [number, number, number] = columns ?? [0, 1, 2];
  for (; at < bytes.length && count < limit; line++) {
    const found = bytes.indexOf(NEWLINE, at);
    const end = found < 0 ? bytes.length : found;
    const text = decoder.decode(bytes.subarray(at, end)).trim();
    at = end + 1;
    if (text === '' || text.startsWith('#') || text.startsWith('//')) continue;
    const cells = text.split(csv || text.includes(',') || text.includes(';') ? /\s*[,;]\s*/ : /\s+/);
    if (count === 0 && columns === null && /^[a-z_"]/i.test(cells[0] ?? '')) {
      const named = ['x', 'y', 'z'].map((axis) =>
        cells.findIndex((cell) => cell.replaceAll('"', '').toLowerCase() === axis),
      );
      const [x = -1, y = -1, z = -1] = named;
      if (x < 0 || y < 0 || z < 0)
        return { ok: false, message: `line ${line}: "${text.slice(0, 60)}" names no columns x, y and z` };
      fields = [x, y, z];
      continue;
    }
    if (count === MOST_POINTS) return tooMany(count);
    if (count * 3 === xyz.length) {
      const larger = new Float32Array(xyz.length * 2);
      larger.set(xyz);
      xyz = larger;
    }
    for (let axis = 0 as 0 | 1 | 2; axis < 3; axis++) {
      const cell = cells[fields[axis]];
      const value = cell === undefined || cell === '' ? NaN : Number(cell);
      if (!Number.isFinite(value))
        return {
          ok: false,
          message: `line ${line}, column ${fields[axis] + 1}: ${cell === undefined ? 'is missing' : `"${cell.slice(0, 30)}" is not a number`}; each line holds x, y and z`,
        };
      xyz[count * 3 + axis] = value;
    }
    count++;
    if (count % POINTS_PER_STEP === 0) yield at / bytes.length;
  }
  if (columns !== null && count < limit)
    return {
      ok: false,
      message: `line ${line}: ends after ${count} of ${limit} points; the file was cut short`,
    };
  if (count === 0) return { ok: false, message: 'line 1: holds no point' };
  return { ok: true, value: xyz.slice(0, count * 3) };
}
