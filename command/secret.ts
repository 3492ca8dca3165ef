import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { stateFolder } from './paths';

/**
 * What cookies of sign-in are signed with: `VEXLO_SECRET`, else one of this folder's own in a file that only its user reads, made
 * when it is first asked for. Server processes on several machines are given the same one.
 */
export function signingSecret(): string {
  const given = process.env['VEXLO_SECRET'];
  if (given) {
    if (given.length < 32) throw new Error('VEXLO_SECRET is shorter than 32 characters; make it longer');
    return given;
  }
  const file = join(stateFolder(), 'secret');
  if (existsSync(file)) return readFileSync(file, 'utf8').trim();
  const made = randomBytes(32).toString('base64url');
  try {
    writeFileSync(file, `${made}\n`, { mode: 0o600, flag: 'wx' });
    return made;
  } catch {
    // Another process was first: its secret is everybody's.
    return readFileSync(file, 'utf8').trim();
  }
}
