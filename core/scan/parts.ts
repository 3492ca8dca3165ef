/** Points of one stored piece, and bytes of a point: three single-precision numbers and its mark. */
export const CHUNK_POINTS = 65_536;
export const POINT_BYTES = 13;

/** Some points as they are stored: all coordinates (little-endian), then all marks. */
export function packPoints(xyz: Float32Array, part: Uint8Array): Uint8Array<ArrayBuffer> {
  const count = part.length;
  const bytes = new Uint8Array(count * POINT_BYTES);
  const view = new DataView(bytes.buffer);
  xyz.forEach((value, i) => view.setFloat32(i * 4, value, true));
  bytes.set(part, count * 12);
  return bytes;
}

export function unpackPoints(bytes: Uint8Array): { xyz: Float32Array; part: Uint8Array } {
  const count = bytes.length / POINT_BYTES;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const xyz = Float32Array.from({ length: count * 3 }, (_, i) => view.getFloat32(i * 4, true));
  return { xyz, part: bytes.slice(count * 12) };
}
