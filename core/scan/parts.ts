import { z } from 'zod';
import { oneOf, whole, words } from '../format/fields';
import { SIDES } from '../format/measured';
import { carrierSchema, MATERIALS } from '../format/vehicle';
import { MOST_POINTS } from './cloud';

/** What some points of a scan were marked as. */
export const scanPartSchema = z.strictObject({
  label: words(80, 1),
  material: oneOf(MATERIALS),
  carrier: carrierSchema,
});
export type ScanPart = z.output<typeof scanPartSchema>;

/** Points that nobody marked count as body sheet. */
export const UNMARKED: ScanPart = { label: 'scanned body sheet', material: 'sheet', carrier: 'body' };

/** What a stored scan is, beside its points. */
export const scanHeadSchema = z.strictObject({
  axle: oneOf(['front', 'rear']),
  side: oneOf(SIDES),
  name: words(120, 1),
  points: whole(1, MOST_POINTS),
  /** Part n is what points marked n + 1 are. */
  parts: z.array(scanPartSchema).max(60),
});
export type ScanHead = z.output<typeof scanHeadSchema>;

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
