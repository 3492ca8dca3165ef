import { z } from 'zod';
import { words } from './fields';

/** Where somebody is on a job’s sheet; without a leaf he has left it. Nothing that is typed is in it. */
export const whereBody = z.strictObject({
  /** The open page, by the number that it made up for itself. */
  page: words(40, 8),
  leaf: words(20, 1).nullable(),
  /** The field that the hand is in, by a name that is the same on every page: empty where it is in none. */
  field: words(160).default(''),
  /** What that field is called. */
  label: words(80).default(''),
});
export type Where = z.output<typeof whereBody>;
