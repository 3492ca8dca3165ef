import { ITEM_KINDS } from './names';
import { z } from 'zod';
import { oneOf, whole, within, words } from './fields';
import { PER_NAMES, TRIGGER_NAMES } from './triggers';

/** Prices are in the shop's own money; null is one that nobody has entered. */
export const priceSchema = within(0, 1e6).nullable();

/** One thing that a change asks for: a part, work, or both. */
export const workRuleSchema = z.strictObject({
  id: z.string({ error: 'is missing; give it a short name' }).regex(/^[a-z][a-z0-9-]{0,39}$/, {
    error: ({ input }) => `${JSON.stringify(input)} is no short name; write small letters, digits and dashes`,
  }),
  when: oneOf(TRIGGER_NAMES),
  /** What is done, as it stands on the work order. */
  label: words(120, 1),
  /** Tools, fasteners and whatever else the shop wants the bay to know. */
  notes: words(600).optional(),
  /** What can hurt somebody, said where it is done. */
  caution: words(300).optional(),
  /** Not always needed: found out on the vehicle, and not in the sum until then. */
  perhaps: z.boolean({ error: 'is not true/false' }).default(false),
  part: z
    .strictObject({
      label: words(120, 1),
      per: oneOf(PER_NAMES),
      /** What of the catalog it is, where the package names one: its price and days then stand instead of these. */
      item: oneOf(ITEM_KINDS).optional(),
      price: priceSchema.default(null),
      /** Days until it is delivered. */
      leadDays: whole(0, 365).default(0),
    })
    .optional(),
  labour: z
    .strictObject({
      minutes: within(0, 10_000, 'min', true),
      per: oneOf(PER_NAMES),
      /** What a person must be able to do. */
      skill: words(40, 1).optional(),
      inBay: z.boolean({ error: 'is not true/false' }).default(true),
      /** How long it dries before what comes after it. */
      dryMin: whole(0, 20_160).default(0),
      /** Which other work has to be done before, by id; what is not part of the job is looked through. */
      after: z.array(words(40, 1)).max(30).default([]),
    })
    .optional(),
});

export type WorkRule = z.output<typeof workRuleSchema>;

export const workRulesSchema = z
  .array(workRuleSchema)
  .max(200, { error: 'are more than 200; take some out' })
  .superRefine((rules, ctx) => {
    const ids = new Set<string>();
    const tell = (path: (string | number)[], message: string): void => {
      ctx.addIssue({ code: 'custom', path, message });
    };
    rules.forEach(({ id, part, labour }, i) => {
      if (ids.has(id)) tell([i, 'id'], `"${id}" names two entries; give each its own`);
      ids.add(id);
      if (!part && !labour) tell([i], 'asks for neither a part nor work; give one of them or take it out');
    });
    const left = new Map(rules.map(({ id, labour }) => [id, labour?.after ?? []]));
    rules.forEach(({ labour }, i) =>
      labour?.after.forEach((other, k) => {
        if (!ids.has(other))
          tell([i, 'labour', 'after', k], `"${other}" is no entry here; give the id of one, or take it out`);
      }),
    );
    // Take out what waits for nothing that is left, until nothing moves: what stays goes round in a circle.
    for (let moved = true; moved;) {
      moved = false;
      for (const [id, after] of left)
        if (after.every((other) => !left.has(other))) {
          left.delete(id);
          moved = true;
        }
    }
    rules.forEach(({ id }, i) => {
      if (left.has(id))
        tell([i, 'labour', 'after'], `"${id}" waits for itself in the end; take one "after" out`);
    });
  });
