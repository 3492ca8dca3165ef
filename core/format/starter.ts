import { SHAPES } from './names';
import { oneOf, within, words } from './fields';
import { z } from 'zod';
import { CUTTABLE } from './materials';
import { readTireCode } from '../tire/code';
import { nominalSize } from '../tire/size';

/** What has to be known before a vehicle can be begun: the rest is estimated, and marked, until it is measured. */
export const starterSchema = z.strictObject({
  label: words(120, 1),
  kind: oneOf(['truck', 'van', 'suv']),
  tireCode: words(60, 1).superRefine((code, ctx) => {
    const read = readTireCode(code);
    if (!read.ok) ctx.addIssue({ code: 'custom', message: read.message });
    else if (nominalSize(read.value).diameterMm === undefined)
      ctx.addIssue({ code: 'custom', message: `"${code}" carries no diameter; begin with a size that does` });
  }),
  rimWidthIn: within(3, 20, 'in'),
  offsetMm: within(-200, 200, 'mm'),
  studs: within(3, 12),
  pcdMm: within(80, 300, 'mm'),
  boreMm: within(30, 300, 'mm'),
  wheelbaseMm: within(1000, 10_000, 'mm'),
  trackMm: within(800, 3500, 'mm'),
  massFrontKg: within(0, 20_000, 'kg', true),
  massRearKg: within(0, 20_000, 'kg', true),
  axle: oneOf(['independent', 'solid']),
  shape: oneOf(SHAPES),
  /** How much of each material the shop would cut or tuck away, mm; left out, nothing may be cut until somebody says so. */
  mayCutMm: z.partialRecord(z.enum(CUTTABLE), within(0, 200, 'mm')).optional(),
});

export type Starter = z.output<typeof starterSchema>;
