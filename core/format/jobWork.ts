import { z } from 'zod';
import { whole, within, words } from './fields';
import { jobPartSchema } from './jobPart';
import { dateSchema, wallTimeSchema } from './time';

const id = z
  .string()
  .regex(/^[a-z][a-z0-9-]{0,59}$/, { error: 'is no id; small letters, digits and dashes' })
  // What every object has by that name would be taken for a tick.
  .refine((text) => !(text in {}), { error: 'is no id; programs keep that word for themselves' });

const tick = z.strictObject({
  by: words(60, 1),
  at: wallTimeSchema,
  /** The bay that the vehicle stood in for it, where it did. */
  bay: words(30, 1).optional(),
});

export type Tick = z.output<typeof tick>;

const taskSchema = z.strictObject({
  id,
  label: words(160, 1),
  workMin: within(0, 10_000, 'min', true),
  dryMin: whole(0, 20_160),
  needs: z.array(id).max(40),
  skill: words(40, 1).optional(),
  inBay: z.boolean({ error: 'is not true/false' }),
  /** The day its parts arrive. */
  arrivesOn: dateSchema.optional(),
  /** The parts it waits for, by id, beside one of its own id. */
  parts: z.array(id).max(40).optional(),
  /** Put there by hand. */
  locked: z
    .strictObject({ start: wallTimeSchema, bay: words(30, 1).nullable(), person: words(60, 1) })
    .optional(),
});

export type JobTask = z.output<typeof taskSchema>;

/** What a maker or the shop states for this job, with where it is stated. Nothing here is computed. */
const statedSchema = z.strictObject({ label: words(80, 1), value: words(80), source: words(160) });

export type Stated = z.output<typeof statedSchema>;

/** The work on one job: what was taken into work, who ticked what and when, and what is stated. */
export const jobWorkSchema = z.strictObject({
  /** The stage that is built; null until one is taken into work. */
  stageId: whole(1, 2_147_483_647).nullable(),
  tasks: z.array(taskSchema).max(200),
  /** The parts it needs, each with what became of it. */
  parts: z.array(jobPartSchema).max(300).default([]),
  /** Of what is only perhaps needed, what turned out to be. */
  takenIn: z.array(id).max(200),
  /** Steps and checks that are done, by id. */
  ticks: z.record(id, tick),
  /** Checks that stay open, and why that is right. */
  explained: z.record(id, z.strictObject({ by: words(60, 1), at: wallTimeSchema, why: words(300, 3) })),
  stated: z.array(statedSchema).max(40),
  /** Why a job ends without anything being built. */
  endedWithout: words(300, 3).optional(),
});

export type JobWork = z.output<typeof jobWorkSchema>;
