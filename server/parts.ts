import { z } from 'zod';
import { oneOf, whole, words } from '../core/format/fields';
import { PART_STATES } from '../core/format/jobPart';
import { dateSchema } from '../core/format/time';
import { priceSchema } from '../core/format/workRules';
import { orderList } from '../core/paper/orderList';
import type { PaperSheet } from '../core/paper/paper';
import { stateOf, withPartStep } from '../core/work/partLife';
import { bySupplier, partsIn, type SupplierParts } from '../core/work/partsToOrder';
import type { Queryable } from '../data/client';
import { openWork, workOfJob, writeWork } from '../data/work';
import { PAPER_NAMES } from '../formats/paper';
import { dayOf } from './clock';
import type { Context } from './context';
import { flag } from './endpoint';
import { done, faulty, missing, type Outcome } from './errors';
import { inTransaction } from './inTransaction';
import { followPlace } from './place';
import type { Actor } from './versioned';

/** Parts of all jobs that are not done, wanted or on their way, by supplier. */
export async function shopParts(db: Queryable): Promise<SupplierParts[]> {
  const rows = await openWork(db);
  return bySupplier(
    rows.flatMap(({ id, number, vehicle, work }) =>
      work.parts.map((part) => ({ jobId: id, job: number, vehicle, part })),
    ),
  );
}

export const partsQuery = z.strictObject({
  csv: flag,
  pdf: flag,
  paper: oneOf(PAPER_NAMES).default('a4'),
});

/** What is still to be ordered, on paper. */
export async function orderPaper({ db, shop, now }: Context): Promise<PaperSheet> {
  return orderList(shop.name, dayOf(now), partsIn(await shopParts(db), 'wanted'), shop.settings.terms);
}

const MOST_STEPS = 300;
export const partStepsBody = z
  .array(
    z.strictObject({
      jobId: whole(1, 2_147_483_647),
      id: words(60, 1),
      state: oneOf(PART_STATES),
      expectedOn: dateSchema.optional(),
      supplier: words(80).optional(),
      price: priceSchema.optional(),
    }),
    { error: 'is not a list of what became of parts' },
  )
  .min(1, { error: 'is empty; name at least one part' })
  .max(MOST_STEPS, { error: `are more than ${MOST_STEPS}; send them in parts` });

/** A job's work moved on between being read and being written: the whole is done again. */
class MovedOn extends Error {}
const TRIES = 5;

/** What became of some parts, of one job or of many, all or none; answers with what is open then. */
export async function stepParts(
  { db, person, now }: Actor,
  steps: z.output<typeof partStepsBody>,
): Promise<Outcome<SupplierParts[]>> {
  const sign = { on: dayOf(now), by: person.name };
  for (let tries = 1; ; tries++)
    try {
      return await inTransaction(db, async (tx) => {
        for (const [i, { jobId, ...change }] of steps.entries()) {
          const row = await workOfJob(tx, jobId);
          const part = row?.document.parts.find(({ id }) => id === change.id);
          if (!row || !part) return missing('part of that job');
          const next = withPartStep(row.document, change, sign);
          if (!next)
            return faulty([
              {
                path: `${i}.state`,
                message: `${part.label} is ${stateOf(part)} and cannot be ${change.state} now; load the page again`,
              },
            ]);
          if (!(await writeWork(tx, jobId, row.version, next))) throw new MovedOn();
        }
        for (const jobId of new Set(steps.map((step) => step.jobId))) await followPlace(tx, jobId);
        return done(await shopParts(tx));
      });
    } catch (error) {
      if (!(error instanceof MovedOn) || tries >= TRIES) throw error;
    }
}
