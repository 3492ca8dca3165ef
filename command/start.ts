import { buildIfStale } from './build';
import { ensureDatabase, freePort, refuseOthersData, startCluster, type Cluster } from './cluster';
import { keepNights } from './nights';
import { isOpenShop, prepareDatabase } from './prepare';
import { isReached } from '../server/loopback';
import { clearRun, currentRun, orphanedServer, writeRun } from './run';
import { keepRunning, type Watched } from './watch';
import { serve, type Server } from './serve';

const DEFAULT_PORT = 4620;

async function portToServe(): Promise<number> {
  const asked = process.env['PORT'];
  if (asked !== undefined && asked !== '') {
    const port = Number(asked);
    if (!Number.isInteger(port) || port < 1 || port > 65_535)
      throw new Error(`PORT is "${asked}"; give 1 to 65535`);
    if ((await freePort(port)) === undefined)
      throw new Error(`port ${port} is taken; choose another with PORT=…`);
    return port;
  }
  const port = (await freePort(DEFAULT_PORT)) ?? (await freePort());
  if (port === undefined) throw new Error('no free port on 127.0.0.1');
  return port;
}

const hostToServe = (): string => process.env['HOST'] || '127.0.0.1';

/** Other machines reach a shop only where people sign in, or where that is asked for in words. */
async function refuseOpenToOthers(url: string): Promise<void> {
  const host = hostToServe();
  if (!isReached(host, process.env) || process.env['VEXLO_OPEN'] === 'yes' || !(await isOpenShop(url)))
    return;
  throw new Error(
    `others reach this server (HOST is "${host}", VEXLO_URL and VEXLO_HOSTS count too), and nobody in this shop has a password yet: whoever reaches it would read and change everything. Set the owner first: in a browser on this machine, or with VEXLO_OWNER and VEXLO_OWNER_PASSWORD. To show the demo to a network of your own start it with VEXLO_OPEN=yes; VEXLO_HOSTS says by which names it answers`,
  );
}

/** Sets up what is missing and serves until Ctrl-C or `./vexlo stop`; then nothing is left running. */
export async function start(): Promise<number> {
  const running = currentRun();
  if (running) {
    console.log(`Vexlo is running already: ${running.url}`);
    return 0;
  }
  const left = orphanedServer();
  if (left !== undefined) {
    console.error('vexlo: the last run was killed; its server is ended first');
    process.kill(left, 'SIGKILL');
  }
  let cluster: Cluster | undefined;
  let server: Server | undefined;
  const halt = new AbortController();
  const cleanUp = async (): Promise<void> => {
    clearRun();
    await server?.stop();
    cluster?.stop();
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => halt.abort());
  try {
    const port = await portToServe();
    writeRun({ pid: process.pid, url: `http://127.0.0.1:${port}` });
    let url = process.env['DATABASE_URL'] ?? '';
    if (!url) {
      refuseOthersData('postgres');
      cluster = await startCluster('postgres');
      url = await ensureDatabase(cluster, 'vexlo');
    }
    await prepareDatabase(url);
    await refuseOpenToOthers(url);
    buildIfStale();
    if (halt.signal.aborted) return 0;
    server = await serve(url, hostToServe(), port);
    writeRun({ pid: process.pid, url: server.url, server: server.process.pid });
    console.log(`Vexlo is ready: ${server.url}\nCtrl-C stops it.`);
    const host = hostToServe();
    const again = async (): Promise<void> => {
      server = await serve(url, host, port);
      writeRun({ pid: process.pid, url: server.url, server: server.process.pid });
    };
    const things: Watched[] = [
      ...(cluster
        ? [
            {
              name: 'PostgreSQL',
              alive: () => cluster?.alive() ?? false,
              begin: async () => {
                const before = cluster?.port;
                cluster = await startCluster('postgres');
                // On another port only where its own was taken meanwhile: the server has to be told.
                if (cluster.port === before) return;
                url = cluster.url('vexlo');
                await server?.stop();
              },
            },
          ]
        : []),
      {
        name: 'the server',
        alive: () => server?.process.exitCode === null && server.process.signalCode === null,
        begin: again,
      },
    ];
    const nights = keepNights(() => url);
    halt.signal.addEventListener('abort', () => clearInterval(nights));
    await keepRunning(things, halt.signal, (words) => console.error(`vexlo: ${words}`));
    return 0;
  } finally {
    await cleanUp();
  }
}
