import { z } from 'zod';
import { oneOf, within, words } from './fields';
import { RULE_KINDS, type RuleKind } from './names';

const KINDS = Object.keys(RULE_KINDS) as [RuleKind, ...RuleKind[]];

export const ruleSchema = z
  .strictObject({
    kind: oneOf(KINDS),
    /** In the unit of its kind; kinds without a unit take none. */
    limit: within(-1000, 5000).optional(),
    source: words(200, 1),
    /** The day somebody last looked whether it still stands, as 2026-03-31. */
    checkedOn: z.string().regex(/^\d{4}-\d{2}-\d{2}$/, { error: 'is not a day; write it as 2026-03-31' }),
  })
  .superRefine((rule, ctx) => {
    const { unit } = RULE_KINDS[rule.kind];
    if (unit !== '' && rule.limit === undefined)
      ctx.addIssue({ code: 'custom', path: ['limit'], message: `is missing; give it in ${unit}` });
    if (unit === '' && rule.limit !== undefined)
      ctx.addIssue({ code: 'custom', path: ['limit'], message: 'is not used by this kind; leave it out' });
  });
export type Rule = z.output<typeof ruleSchema>;

/** A shop's rules for its place. They are what the shop wrote down, not the law. */
export const ruleSetSchema = z.strictObject({
  name: words(120, 1),
  rules: z.array(ruleSchema).max(60, { error: 'has more than 60 rules; take some out' }),
});
export type RuleSet = z.output<typeof ruleSetSchema>;

/** What ships: nothing of any place, only the speedometer regulation and the ratings. */
export const SHIPPED_RULES: RuleSet = {
  name: 'Shipped',
  rules: [
    { kind: 'speedometer', source: 'UN Regulation 39', checkedOn: '2026-01-15' },
    { kind: 'ratings', source: 'the vehicle’s placard and the tire’s load index', checkedOn: '2026-01-15' },
  ],
};
