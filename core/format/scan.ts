import { z } from 'zod';
import { oneOf, whole, words } from './fields';
import { SIDES } from './names';
import { MATERIALS } from './materials';
import { carrierSchema } from './vehicle';
import { MOST_POINTS } from '../scan/cloud';

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
