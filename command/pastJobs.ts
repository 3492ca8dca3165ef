import { z } from 'zod';
import { AXLES } from '../core/format/names';
import type { BuildFile } from '../core/format/build';
import { tireSchema } from '../core/format/tire';
import { testReadingSchema } from '../core/format/testFit';

/** One job of the demo shop's past: a demo build whose well stood elsewhere, with what was read and done after it. */
export const pastJobSchema = z.strictObject({
  build: z.string(),
  platform: z.string(),
  customer: z.string(),
  title: z.string(),
  daysAgo: z.number(),
  by: z.string(),
  tireMaker: z.string(),
  tire: tireSchema,
  /** By axle and obstacle, how far its points were measured from the demo build's, mm. */
  shifts: z.record(z.string(), z.tuple([z.number(), z.number(), z.number()])),
  readings: z.array(testReadingSchema),
  /** Whether what the readings said was taken over as measured. */
  takenOver: z.boolean(),
  odometerKm: z.number(),
  kmPerDay: z.number(),
  nutsAfterKm: z.number().nullable(),
});
export type PastJob = z.output<typeof pastJobSchema>;
export const historySchema = z.strictObject({ seed: z.number(), jobs: z.array(pastJobSchema) });

type Corners = BuildFile['vehicle']['corners'];

/** Corners whose obstacles stand elsewhere, each by its own shift, mm, under its axle and id. */
export function shiftedCorners<T extends Corners>(corners: T, shifts: PastJob['shifts']): T {
  const moved = AXLES.map((axle) => [
    axle,
    {
      ...corners[axle],
      obstacles: corners[axle].obstacles.map((obstacle) => {
        const [dx, dy, dz] = shifts[`${axle} ${obstacle.id}`] ?? [0, 0, 0];
        return { ...obstacle, points: obstacle.points.map(([x, y, z]) => [x + dx, y + dy, z + dz]) };
      }),
    },
  ]);
  return Object.fromEntries(moved) as T;
}
