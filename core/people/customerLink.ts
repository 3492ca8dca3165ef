import { z } from 'zod';
import { oneOf, whole, words } from '../format/fields';
import { SHOWN_PARTS } from './shownParts';

/** A link is for weeks, not for years: what it shows changes. */
export const MOST_LINK_DAYS = 90;

export const customerLinkBody = z
  .strictObject({
    shows: z.array(oneOf(SHOWN_PARTS)).min(1, { error: 'is empty; choose what the link shows' }).max(4),
    quoteId: whole(1, 2_147_483_647).optional(),
    days: whole(1, MOST_LINK_DAYS),
  })
  .superRefine(({ shows, quoteId }, ctx) => {
    if (shows.includes('quote') && quoteId === undefined)
      ctx.addIssue({ code: 'custom', path: ['quoteId'], message: 'is missing; say which quote it shows' });
  });

export const fleetLinkBody = z.strictObject({ days: whole(1, MOST_LINK_DAYS) });

/** A drawn name is a small picture; more than that is something else. */
const MOST_SIGNATURE = 200_000;

/** What a customer answers: takes one of the options, with a name drawn, or asks. */
export const customerAnswerBody = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('accept'),
    /** Of the quote as it was shown. */
    version: whole(1, 1e9),
    option: whole(0, 7),
    name: words(120, 2),
    /** A PNG as the browser writes it. */
    signature: z
      .string({ error: 'is missing; sign in the field' })
      .regex(/^data:image\/png;base64,[A-Za-z0-9+/]+=*$/, { error: 'is no picture; sign in the field' })
      .max(MOST_SIGNATURE, { error: 'is too large; sign again' }),
  }),
  z.strictObject({ kind: z.literal('ask'), name: words(120, 2), words: words(1000, 2) }),
]);
export type CustomerAnswer = z.output<typeof customerAnswerBody>;
