import type { Result } from '../core/result';
/** Bytes of PLY's scalar types, and how each is read. */
const TYPES = {
  char: [1, 'getInt8'],
  int8: [1, 'getInt8'],
  uchar: [1, 'getUint8'],
  uint8: [1, 'getUint8'],
  short: [2, 'getInt16'],
  int16: [2, 'getInt16'],
  ushort: [2, 'getUint16'],
  uint16: [2, 'getUint16'],
  int: [4, 'getInt32'],
  int32: [4, 'getInt32'],
  uint: [4, 'getUint32'],
  uint32: [4, 'getUint32'],
  float: [4, 'getFloat32'],
  float32: [4, 'getFloat32'],
  double: [8, 'getFloat64'],
  float64: [8, 'getFloat64'],
} as const satisfies Record<string, readonly [number, keyof DataView]>;
type TypeName = keyof typeof TYPES;

export type PlyHeader = {
  format: 'ascii' | 'binary_little_endian' | 'binary_big_endian';
  vertices: number;
  /** Where the vertices begin, and bytes of one; columns of x, y, z where it is text. */
  start: number;
  stride: number;
  at: readonly [number, number, number];
  read: readonly [(typeof TYPES)[TypeName][1], (typeof TYPES)[TypeName][1], (typeof TYPES)[TypeName][1]];
  columns: readonly [number, number, number];
  /** Lines of the header, so that a fault in the body can name its line. */
  lines: number;
};

type Read = Result<PlyHeader, { message: string }>;

/** A header is a few hundred bytes; one that runs on longer is none. */
const LONGEST = 64 * 1024;

/** Reads a PLY header (version 1.0). Vertices must be its first element and hold scalar x, y and z. */
export function readPlyHeader(bytes: Uint8Array): Read {
  const text = new TextDecoder('latin1').decode(bytes.subarray(0, LONGEST));
  const end = /end_header\r?\n/.exec(text);
  if (!end) return { ok: false, message: 'line 1: the header does not end with end_header' };
  const lines = text.slice(0, end.index + end[0].length).split('\n');
  const refuse = (line: number, message: string): Read => ({
    ok: false,
    message: `line ${line + 1}: ${message}`,
  });
  let format: PlyHeader['format'] | undefined;
  let vertices: number | undefined;
  let inVertex = false;
  const properties: { name: string; type: TypeName }[] = [];
  for (const [i, raw] of lines.entries()) {
    const [word, ...rest] = raw.trim().split(/\s+/);
    if (word === 'format') {
      const [name = ''] = rest;
      if (name !== 'ascii' && name !== 'binary_little_endian' && name !== 'binary_big_endian')
        return refuse(
          i,
          `"${name}" is no format of PLY; ascii, binary_little_endian and binary_big_endian are`,
        );
      format = name;
    }
    if (word === 'element') {
      inVertex = rest[0] === 'vertex';
      if (!inVertex && vertices === undefined)
        return refuse(i, 'vertices have to be the first element; save the file with them first');
      if (inVertex) vertices = Number(rest[1]);
    }
    if (word === 'property' && inVertex) {
      const [type = '', name = ''] = rest;
      if (!Object.hasOwn(TYPES, type)) return refuse(i, `"${type}" is no scalar type that is read here`);
      properties.push({ name, type: type as TypeName });
    }
  }
  if (!format) return refuse(0, 'the format is missing');
  if (vertices === undefined || !Number.isInteger(vertices) || vertices < 0)
    return refuse(0, 'the number of vertices is missing');
  const columns = ['x', 'y', 'z'].map((name) => properties.findIndex((property) => property.name === name));
  const missing = ['x', 'y', 'z'].filter((_, i) => (columns[i] ?? -1) < 0);
  if (missing.length > 0) return refuse(0, `the vertices hold no ${missing.join(', ')}`);
  const offsets = properties.map((_, i) =>
    properties.slice(0, i).reduce((sum, { type }) => sum + TYPES[type][0], 0),
  );
  const three = <T>(of: (column: number) => T): [T, T, T] => [
    of(columns[0] ?? 0),
    of(columns[1] ?? 0),
    of(columns[2] ?? 0),
  ];
  return {
    ok: true,
    value: {
      format,
      vertices,
      start: end.index + end[0].length,
      stride: properties.reduce((sum, { type }) => sum + TYPES[type][0], 0),
      at: three((column) => offsets[column] ?? 0),
      read: three((column) => TYPES[properties[column]?.type ?? 'float'][1]),
      columns: three((column) => column),
      lines: lines.length - 1,
    },
  };
}
