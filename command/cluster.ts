import { spawnSync } from 'node:child_process';
import {
  chownSync,
  closeSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { dirname, join } from 'node:path';
import pg from 'pg';
import { ensureDebian, isRoot } from './packages';
import { stateFolder } from './paths';

/** A PostgreSQL cluster of the project's own on 127.0.0.1. */
export type Cluster = { port: number; url: (name: string) => string; stop: () => void };

const VERSIONS = '/usr/lib/postgresql';
/** The unprivileged user that the Debian package makes; PostgreSQL refuses to run as root. */
const UNPRIVILEGED = 'postgres';
const SUPERUSER = 'vexlo';

function binFolder(): string | undefined {
  if (existsSync(VERSIONS)) {
    const [newest] = readdirSync(VERSIONS).sort((a, b) => Number(b) - Number(a));
    const bin = join(VERSIONS, newest ?? '', 'bin');
    if (newest && existsSync(join(bin, 'initdb'))) return bin;
  }
  const found = spawnSync('pg_config', ['--bindir'], { encoding: 'utf8' });
  const bin = found.status === 0 ? found.stdout.trim() : '';
  return bin && existsSync(join(bin, 'initdb')) ? bin : undefined;
}

function idOf(kind: '-u' | '-g'): number {
  return Number(spawnSync('id', [kind, UNPRIVILEGED], { encoding: 'utf8' }).stdout);
}

/**
 * What goes before a PostgreSQL command. As root it is handed to the unprivileged user; where that user
 * cannot enter a parent folder, it keeps the one capability that lets it pass through.
 */
function asUnprivileged(folder: string): string[] {
  if (!isRoot()) return [];
  const runuser = ['runuser', '-u', UNPRIVILEGED, '--'];
  const probe = spawnSync(runuser[0] ?? '', [...runuser.slice(1), 'ls', '-d', `${folder}/.`], {
    cwd: '/',
    stdio: 'ignore',
  });
  if (probe.status === 0) return runuser;
  return [
    'setpriv',
    `--reuid=${UNPRIVILEGED}`,
    `--regid=${UNPRIVILEGED}`,
    '--init-groups',
    '--inh-caps=+dac_read_search',
    '--ambient-caps=+dac_read_search',
    '--',
  ];
}

/** Whether something answers on a port of 127.0.0.1 already; 0 asks the system for a free one. */
export async function freePort(wanted = 0): Promise<number | undefined> {
  return new Promise((resolve) => {
    const server = createServer();
    server.once('error', () => resolve(undefined));
    server.listen(wanted, '127.0.0.1', () => {
      const address = server.address();
      server.close(() => resolve(typeof address === 'object' && address ? address.port : undefined));
    });
  });
}

async function clusterPort(folder: string): Promise<number> {
  const file = join(folder, 'port');
  const last = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0;
  const port = (last > 0 ? await freePort(last) : undefined) ?? (await freePort());
  if (port === undefined) throw new Error('no free port on 127.0.0.1 for PostgreSQL');
  return port;
}

/** Makes the cluster where there is none, starts it where it is not running, and says how to reach it. */
export async function startCluster(name: string): Promise<Cluster> {
  ensureDebian([{ name: 'postgresql', present: () => binFolder() !== undefined }]);
  const bin = binFolder();
  if (!bin) throw new Error('PostgreSQL was installed but its programs are not to be found');
  // One per user: a cluster made by root belongs to the unprivileged user and shuts others out.
  const folder = stateFolder(`${name}-${process.getuid?.() ?? 0}`);
  const data = join(folder, 'data');
  const log = join(folder, 'postgresql.log');
  const before = asUnprivileged(dirname(folder));
  const owner = isRoot() ? { uid: idOf('-u'), gid: idOf('-g') } : undefined;

  const run = (program: string, args: string[], quiet = false): number => {
    const [first = '', ...rest] = [...before, join(bin, program), ...args];
    // Into a file, never a pipe: the server would keep a pipe of ours open for as long as it runs.
    const out = openSync(log, 'a');
    const done = spawnSync(first, rest, {
      cwd: '/',
      stdio: ['ignore', out, out],
      env: { PATH: process.env['PATH'], LC_ALL: 'C.UTF-8' },
    });
    closeSync(out);
    if (done.status !== 0 && !quiet) throw new Error(`${program} failed; see ${log}`);
    return done.status ?? 1;
  };

  if (!existsSync(join(data, 'PG_VERSION'))) {
    mkdirSync(data, { recursive: true, mode: 0o700 });
    if (owner) chownSync(data, owner.uid, owner.gid);
    run('initdb', ['-D', data, '-U', SUPERUSER, '-A', 'trust', '-E', 'UTF8', '--locale=C.UTF-8']);
  }
  const running = run('pg_ctl', ['-D', data, 'status'], true) === 0;
  let port: number;
  if (running) port = Number(readFileSync(join(data, 'postmaster.pid'), 'utf8').split('\n')[3]);
  else {
    port = await clusterPort(folder);
    const options = `-p ${port} -c listen_addresses=127.0.0.1 -c unix_socket_directories='' -c logging_collector=off`;
    run('pg_ctl', ['-D', data, '-w', '-l', join(data, 'server.log'), '-o', options, 'start']);
    writeFileSync(join(folder, 'port'), String(port));
  }
  return {
    port,
    url: (database) => `postgres://${SUPERUSER}@127.0.0.1:${port}/${database}`,
    stop: () => void run('pg_ctl', ['-D', data, '-w', '-m', 'fast', 'stop'], true),
  };
}

/** Makes a database where there is none of that name; `fresh` drops what was there. */
export async function ensureDatabase(
  cluster: Cluster,
  name: string,
  fresh = false,
  /** The database that a new one is a copy of. */
  template?: string,
): Promise<string> {
  const client = new pg.Client({ connectionString: cluster.url('postgres') });
  await client.connect();
  try {
    const quoted = pg.escapeIdentifier(name);
    if (fresh) await client.query(`DROP DATABASE IF EXISTS ${quoted} WITH (FORCE)`);
    const found = await client.query('SELECT 1 FROM pg_database WHERE datname = $1', [name]);
    const copied = template === undefined ? '' : ` TEMPLATE ${pg.escapeIdentifier(template)}`;
    if (found.rowCount === 0) await client.query(`CREATE DATABASE ${quoted}${copied}`);
  } finally {
    await client.end();
  }
  return cluster.url(name);
}
