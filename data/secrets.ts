import { and, eq, gt, isNull, lt, or, type Column, type SQL } from 'drizzle-orm';

// What a secret opens (a customer's link, a program's token) ends by itself or is taken back.

type Opening = { secretHash: Column; expiresAt: Column; takenBackAt: Column };

/** Whether a secret still opens something at a moment. */
export const opens = (table: Opening, secretHash: string, at: Date): SQL | undefined =>
  and(eq(table.secretHash, secretHash), gt(table.expiresAt, at), isNull(table.takenBackAt));

const A_WHILE_MS = 600_000;
/** Whether a moment that is only remembered to ten minutes is to be written anew. */
export const longAgo = (moment: Column, at: Date): SQL | undefined =>
  or(isNull(moment), lt(moment, new Date(at.getTime() - A_WHILE_MS)));
