import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { stateFolder } from './paths';

const runSchema = z.object({
  pid: z.int().positive(),
  url: z.string(),
  server: z.int().positive().optional(),
});
/** What a running `./vexlo start` leaves for the next command to find: its process, its address, its server's process. */
export type Run = z.output<typeof runSchema>;

const file = (): string => join(stateFolder(), 'run.json');

export function alive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Whether a process is there and was started from one of our programs; numbers are given out again. */
function isOurs(pid: number, program: string): boolean {
  if (!alive(pid)) return false;
  const line = `/proc/${pid}/cmdline`;
  return !existsSync(line) || readFileSync(line, 'utf8').includes(program);
}

/** What the last run wrote down; undefined where it wrote nothing, or was killed while it did. */
function written(): Run | undefined {
  if (!existsSync(file())) return undefined;
  try {
    return runSchema.safeParse(JSON.parse(readFileSync(file(), 'utf8'))).data;
  } catch {
    return undefined;
  }
}

/** The run whose process is still there and is one of ours; a file left by a killed one does not count. */
export function currentRun(): Run | undefined {
  const run = written();
  return run && isOurs(run.pid, 'command/main.ts') ? run : undefined;
}

/** The server of a run that was killed, if it outlived it; it goes by itself within a second. */
export function orphanedServer(): number | undefined {
  const run = written();
  if (run?.server === undefined || isOurs(run.pid, 'command/main.ts')) return undefined;
  return isOurs(run.server, 'http.mjs') ? run.server : undefined;
}

/** Written beside and put in place: whoever reads finds the old one or the new one, never half of it. */
export function writeRun(run: Run): void {
  const beside = `${file()}.${process.pid}`;
  writeFileSync(beside, JSON.stringify(run));
  renameSync(beside, file());
}
export const clearRun = (): void => rmSync(file(), { force: true });
