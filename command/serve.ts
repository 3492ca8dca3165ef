import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { isReached } from '../server/loopback';
import { ROOT, stateFolder } from './paths';
import { signingSecret } from './secret';

export type Server = { url: string; process: ChildProcess; stop: () => Promise<void> };

const READY_MS = 120_000;

/** By what the child says where it listens: port 0 is one that the system chose, and nobody else's for that. */
function portOf(child: ChildProcess): Promise<number | undefined> {
  return Promise.race([
    once(child, 'message').then(([said]) => (said as { port: number }).port),
    once(child, 'exit').then(() => undefined),
  ]);
}

/** Serves the built application and answers when it is reachable; on port 0 where one is free. */
export async function serve(
  databaseUrl: string,
  host: string,
  port: number,
  env: NodeJS.ProcessEnv = {},
): Promise<Server> {
  const child = spawn(process.execPath, [join(ROOT, 'dist', 'http.mjs')], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    // Out of the terminal's process group: Ctrl-C reaches the parent alone, which stops things in order.
    detached: true,
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      HOST: host,
      PORT: String(port),
      NODE_ENV: 'production',
      VEXLO_THREADS: 'yes',
      VEXLO_BACKUPS: stateFolder('backups'),
      VEXLO_SECRET: signingSecret(),
      VEXLO_REACHED: isReached(host, { ...process.env, ...env }) ? 'yes' : '',
      ...env,
    },
  });
  const name = host === '0.0.0.0' || host === '::' ? '127.0.0.1' : host;
  const stop = async (): Promise<void> => {
    if (child.exitCode !== null || child.signalCode !== null) return;
    const gone = once(child, 'exit');
    child.kill('SIGTERM');
    if ((await Promise.race([gone, wait(5000, 'late', { ref: false })])) === 'late') child.kill('SIGKILL');
  };
  const given = await Promise.race([portOf(child), wait(READY_MS, undefined, { ref: false })]);
  if (given !== undefined) {
    child.disconnect();
    const url = `http://${name.includes(':') ? `[${name}]` : name}:${given}`;
    for (const until = Date.now() + READY_MS; Date.now() < until && child.exitCode === null;) {
      const answered = await fetch(`${url}/api/health`, { signal: AbortSignal.timeout(2000) }).then(
        (answer) => answer.ok,
        () => false,
      );
      if (answered) return { url, process: child, stop };
      await wait(100);
    }
  }
  await stop();
  throw new Error(`the server did not come up on ${host}:${port}; see its messages above`);
}
