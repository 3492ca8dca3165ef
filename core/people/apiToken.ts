import { z } from 'zod';
import { oneOf, whole, words } from '../format/fields';

/** What a program may be let in for: what its role may, or to read the two calendars. Never for what is the owner's. */
export const TOKEN_ROLES = ['viewer', 'fitter', 'planner'] as const;
export const TOKEN_USES = ['api', 'calendar'] as const;
export type TokenUse = (typeof TOKEN_USES)[number];

/** Somebody looks over what is let in once a year. */
export const MOST_TOKEN_DAYS = 366;

export const apiTokenBody = z.strictObject({
  /** What the program is called: what it writes is signed so. */
  name: words(40, 1),
  use: oneOf(TOKEN_USES),
  /** A calendar reads, whatever is said here. */
  role: oneOf(TOKEN_ROLES).default('viewer'),
  days: whole(1, MOST_TOKEN_DAYS),
});

/** What a program signs as: nobody of the shop is called so. */
export const programName = (name: string): string => `${name}, a program`;

/** What every secret of a program begins with, so that one that was left somewhere is known for what it is. */
export const TOKEN_PREFIX = 'vexlo_';
