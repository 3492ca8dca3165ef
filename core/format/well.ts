import { z } from 'zod';
import { AXLES } from './names';
import { words } from './fields';
import { vehicleSchema } from './vehicle';

/**
 * The wells of one vehicle as one shop gives them to another: what was measured, how sure and by what, under the name of its body.
 * No customer, no job, and nothing of a person.
 */
export const wellSchema = z
  .strictObject({
    format: z.literal('vexlo/well', { error: 'is not "vexlo/well"; give the file of a well' }),
    version: z.literal(1, { error: 'is not read here; write 1' }),
    /** Which body it is: make, model and years as shops call it. */
    body: words(80, 1),
    /** The shop that measured it. */
    from: words(120).default(''),
    vehicle: vehicleSchema,
  })
  .check(({ value, issues }) => {
    const measured = AXLES.some((axle) =>
      value.vehicle.corners[axle].obstacles.some(
        ({ points, estimated = [] }) => new Set(estimated).size < points.length,
      ),
    );
    if (!measured)
      issues.push({
        code: 'custom',
        path: ['vehicle', 'corners'],
        message: 'holds nothing that was measured, estimates only; measure the well first',
        input: value,
      });
  });
/** As it is written. */
export type WellFile = z.input<typeof wellSchema>;
