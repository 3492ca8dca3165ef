import { z } from 'zod';
import { oneOf, whole, within } from './fields';
import { SEATS } from './names';

/** Bolt circles run from about 98 to 225 mm on road vehicles; a smaller number is one written in inches. */
export const pcdMm = within(80, 300, 'mm (5.5 in is 139.7)');

export const wheelSchema = z.strictObject({
  diameterIn: within(10, 30, 'in'),
  widthIn: within(3, 20, 'in'),
  offsetMm: within(-200, 200, 'mm'),
  backspacingMm: within(-100, 500, 'mm').optional(),
  boreMm: within(30, 300, 'mm'),
  studs: whole(3, 12),
  pcdMm,
  seat: oneOf(SEATS),
  loadRatingKg: within(0, 5000, 'kg', true),
  massKg: within(0, 200, 'kg', true),
  material: oneOf(['steel', 'aluminium']),
  bead: oneOf(['plain', 'beadlock']),
  /** What holds it in the middle: the hub's bore, or its nuts alone, as its maker says. */
  centredBy: oneOf(['hub', 'nut']).optional(),
  /** Thickness between the hub face and the nut's seat. */
  padMm: within(2, 60, 'mm').optional(),
  valve: oneOf(['rubber', 'metal']).optional(),
  valveMaxKpa: within(150, 1500, 'kPa').optional(),
});
export type Wheel = z.output<typeof wheelSchema>;

export const threadCode = z
  .string({ error: 'is missing; write a thread as M12x1.5 or 1/2-20' })
  .regex(/^(M\d{1,2}x\d(\.\d{1,2})?|\d\/\d{1,2}-\d{2}|\d{1,2}\/\d{2}-\d{2})$/i, {
    error: ({ input }) => `${JSON.stringify(input)} is not a thread we can read; write M12x1.5 or 1/2-20`,
  });

/** What a wheel bolts onto. */
export const hubSchema = z.strictObject({
  studs: whole(3, 12),
  pcdMm,
  boreMm: within(30, 300, 'mm'),
  thread: threadCode.optional(),
  studLengthMm: within(5, 200, 'mm').optional(),
  seat: oneOf(SEATS),
  /** Whether sheet-metal clips still sit on the studs, as they came from the line. */
  clips: z.boolean({ error: 'is not true/false' }).optional(),
});
export type Hub = z.output<typeof hubSchema>;
