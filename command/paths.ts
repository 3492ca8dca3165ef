import { mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** The project's folder, whatever folder the command was typed in. */
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
export const MIGRATIONS = join(ROOT, 'data', 'migrations');

/** A folder of the project's own for what is not kept in git, or under `VEXLO_STATE`; made when first asked for. */
export function stateFolder(...parts: string[]): string {
  const folder = join(process.env['VEXLO_STATE'] || join(ROOT, '.vexlo'), ...parts);
  mkdirSync(folder, { recursive: true });
  return folder;
}
