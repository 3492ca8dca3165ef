import { connect, migrateTables } from '../data/client';
import { buildIfStale } from './build';
import { ensureDatabase, freePort, startCluster, type Cluster } from './cluster';
import { loadDemo } from './demo';
import { MIGRATIONS } from './paths';
import { clearRun, currentRun, writeRun } from './run';
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

/** Creates the tables and, in an empty database, the demo shop. */
export async function prepareDatabase(url: string): Promise<void> {
  const connection = connect(url);
  try {
    await migrateTables(connection.database, MIGRATIONS);
    if (await loadDemo(connection.database)) console.error('vexlo: loaded the demo shop');
  } finally {
    await connection.close();
  }
}

/** Sets up what is missing and serves until Ctrl-C or `./vexlo stop`; then nothing is left running. */
export async function start(): Promise<number> {
  const running = currentRun();
  if (running) {
    console.log(`Vexlo is running already: ${running.url}`);
    return 0;
  }
  let cluster: Cluster | undefined;
  let server: Server | undefined;
  const halt = new AbortController();
  const cleanUp = async (): Promise<void> => {
    clearRun();
    await server?.stop();
    cluster?.stop();
  };
  const stopped = new Promise<void>((resolve) => {
    for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const)
      process.on(signal, () => {
        halt.abort();
        resolve();
      });
  });
  try {
    const port = await portToServe();
    writeRun({ pid: process.pid, url: `http://127.0.0.1:${port}` });
    let url = process.env['DATABASE_URL'];
    if (!url) {
      cluster = await startCluster('postgres');
      url = await ensureDatabase(cluster, 'vexlo');
    }
    await prepareDatabase(url);
    buildIfStale();
    if (halt.signal.aborted) return 0;
    server = await serve(url, process.env['HOST'] ?? '127.0.0.1', port);
    writeRun({ pid: process.pid, url: server.url });
    console.log(`Vexlo is ready: ${server.url}\nCtrl-C stops it.`);
    const died = new Promise<'died'>((resolve) => server?.process.once('exit', () => resolve('died')));
    if ((await Promise.race([stopped, died])) === 'died')
      throw new Error('the server ended by itself; see its messages above');
    return 0;
  } finally {
    await cleanUp();
  }
}
