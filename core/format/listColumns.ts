import { z } from 'zod';
import { words } from './fields';

/** Which column of a supplier's list is which of the catalog's, by its head (empty: none of them); and what holds for every line. */
export const listColumnsSchema = z.strictObject({
  of: z.record(z.string().max(200), words(60)),
  fixed: z.record(words(60, 1), words(160)),
});
export type ListColumns = z.output<typeof listColumnsSchema>;
