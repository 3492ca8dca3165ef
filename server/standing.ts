import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';

/** Whether other machines reach this server. */
export const REACHED = process.env['VEXLO_REACHED'] === 'yes';

const stateSchema = z.object({
  at: z.string(),
  ok: z.boolean(),
  jobs: z.number().optional(),
  why: z.string().optional(),
});
export type LastBackup = z.output<typeof stateSchema>;

/** The last nightly backup of a folder and what came of reading it back; null where none was finished yet. */
export function lastBackupIn(folder: string): LastBackup | null {
  try {
    return stateSchema.parse(JSON.parse(readFileSync(join(folder, 'last.json'), 'utf8')));
  } catch {
    return null;
  }
}

/** The same of this server's own nights; null where they are somebody else's. */
export function lastBackup(): LastBackup | null {
  const folder = process.env['VEXLO_BACKUPS'];
  return folder ? lastBackupIn(folder) : null;
}
