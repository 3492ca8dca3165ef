import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { stateFolder } from './paths';

/** What a running `./vexlo start` leaves for the next command to find. */
export type Run = { pid: number; url: string };

const file = (): string => join(stateFolder(), 'run.json');

export function alive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** The run whose process is still there and is one of ours; a file left by a killed one does not count. */
export function currentRun(): Run | undefined {
  if (!existsSync(file())) return undefined;
  const run = JSON.parse(readFileSync(file(), 'utf8')) as Run;
  if (!alive(run.pid)) return undefined;
  const line = `/proc/${run.pid}/cmdline`;
  const ours = !existsSync(line) || readFileSync(line, 'utf8').includes('command/main.ts');
  return ours ? run : undefined;
}

export const writeRun = (run: Run): void => writeFileSync(file(), JSON.stringify(run));
export const clearRun = (): void => rmSync(file(), { force: true });
