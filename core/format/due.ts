import { LOG_KINDS, type LogKind } from './names';
import { z } from 'zod';
import { oneOf, whole, within, words } from './fields';

const KINDS = Object.keys(LOG_KINDS) as [LogKind, ...LogKind[]];

/** Something that is due so long or so far after something else, once or again and again. */
export const dueRuleSchema = z
  .strictObject({
    label: words(80, 1),
    /** The kind of entry that settles it. */
    kind: oneOf(KINDS),
    afterKm: within(1, 200_000, 'km').optional(),
    afterDays: whole(1, 3650).optional(),
    /** Due again after each time; otherwise once after the handover. */
    again: z.boolean({ error: 'is not true/false' }),
  })
  .superRefine(({ afterKm, afterDays }, ctx) => {
    if (afterKm === undefined && afterDays === undefined)
      ctx.addIssue({
        code: 'custom',
        path: ['afterKm'],
        message: 'is missing; give a distance, days, or both',
      });
  });

export const dueRulesSchema = z
  .array(dueRuleSchema)
  .max(40, { error: 'are more than 40 rules; take some out' });

export type DueRule = z.output<typeof dueRuleSchema>;

/** What a shop begins with. Common practice, not a maker's figure; each can be changed. */
export const SHIPPED_DUE: readonly DueRule[] = [
  { label: 'Wheel nuts again', kind: 're-torque', afterKm: 75, afterDays: 14, again: false },
  { label: 'Look for shiny spots and crumbs', kind: 'test-fit', afterDays: 7, again: false },
  { label: 'Alignment after settling', kind: 'alignment', afterKm: 1000, afterDays: 60, again: false },
  { label: 'Pressures', kind: 'pressures', afterDays: 180, again: true },
  { label: 'Tread depth, tires moved', kind: 'tread', afterKm: 12_000, afterDays: 365, again: true },
];
