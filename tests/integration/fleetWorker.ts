import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { ROOT } from '../../command/paths';

/** How the queue is kept here: a share of a process that was killed is another's after a moment. */
export const IMPATIENT = { expireS: 4, lookS: 1 };

/** One more process that takes shares of fleet searches, at work when this answers. */
export async function startWorker(url: string): Promise<ChildProcess> {
  const worker = spawn(
    process.execPath,
    [
      '--import',
      'tsx',
      join(ROOT, 'command', 'main.ts'),
      'work',
      String(IMPATIENT.expireS),
      String(IMPATIENT.lookS),
    ],
    { cwd: ROOT, env: { ...process.env, DATABASE_URL: url }, stdio: ['ignore', 'pipe', 'inherit'] },
  );
  await once(worker.stdout, 'data');
  return worker;
}
