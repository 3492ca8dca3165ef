import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import pg from 'pg';
import { newestMigration } from '../data/client';
import type { LastBackup } from '../server/standing';
import { dumpOf, readBackup, writeBackup } from './backupFile';
import { ensureDatabase, postgresBin } from './cluster';
import { MIGRATIONS, stateFolder } from './paths';
import { currentRun } from './run';
import { prepareDatabase } from './prepare';
import { target } from './target';

/** Nights that are kept. */
const KEPT = 14;

/** A backup is of every shop; whoever owns the tables is bound by the policies too. */
const EVERY_SHOP = '-c vexlo.shop=all';

/** Runs one of PostgreSQL's own programs on a database; its password goes by the environment, not by its arguments. */
function program(name: string, url: string, args: string[]): void {
  const { hostname, port, username, password, pathname } = new URL(url);
  const done = spawnSync(join(postgresBin(), name), args, {
    encoding: 'utf8',
    env: {
      PATH: process.env['PATH'],
      LC_ALL: 'C.UTF-8',
      PGHOST: decodeURIComponent(hostname),
      PGPORT: port || '5432',
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGDATABASE: decodeURIComponent(pathname.slice(1)),
      PGOPTIONS: EVERY_SHOP,
    },
  });
  if (done.status !== 0)
    throw new Error(`${name} failed: ${done.stderr.trim() || (done.error?.message ?? '')}`);
}

async function asked(url: string, question: string): Promise<Record<string, unknown> | undefined> {
  const client = new pg.Client({ connectionString: url, options: EVERY_SHOP });
  await client.connect();
  try {
    return (await client.query<Record<string, unknown>>(question)).rows[0];
  } finally {
    await client.end();
  }
}

/** Work in a folder of its own that is gone afterwards. */
async function inScratch<T>(work: (folder: string) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'vexlo-'));
  try {
    return await work(folder);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Writes all of a shop into one file, while people work: what was acknowledged when it began is in it. */
export async function writeBackupOf(url: string, file: string): Promise<void> {
  await inScratch(async (folder) => {
    const dump = join(folder, 'dump');
    const version = await asked(url, 'show server_version_num');
    const last = await asked(url, 'select max(created_at) as last from drizzle.__drizzle_migrations');
    program('pg_dump', url, [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      '--enable-row-security',
      `--file=${dump}`,
    ]);
    mkdirSync(dirname(file), { recursive: true });
    // Beside and then in place: a file of that name is always a whole one.
    const beside = `${file}.part`;
    writeBackup(beside, dump, {
      madeAt: new Date().toISOString(),
      migration: Number(last?.['last'] ?? 0),
      postgres: String(Math.floor(Number(version?.['server_version_num'] ?? 0) / 10_000)),
    });
    readBackup(beside);
    renameSync(beside, file);
  });
}

/** Reads a backup back into a database of its own and counts what is in it. Throws where it cannot be. */
export async function tryBackup(url: string, file: string): Promise<number> {
  const { start } = readBackup(file);
  return inScratch(async (folder) => {
    const dump = join(folder, 'dump');
    dumpOf(file, start, dump);
    const name = `vexlo_read_back_${process.pid}`;
    const other = await remake(url, name);
    try {
      program('pg_restore', other, ['--dbname', name, '--no-owner', '--exit-on-error', dump]);
      return Number((await asked(other, 'select count(*) as jobs from jobs'))?.['jobs'] ?? 0);
    } finally {
      await drop(url, name);
    }
  });
}

const withName = (url: string, name: string): string => {
  const made = new URL(url);
  made.pathname = `/${name}`;
  return made.href;
};
async function drop(url: string, name: string): Promise<void> {
  await asked(withName(url, 'postgres'), `drop database if exists ${pg.escapeIdentifier(name)} with (force)`);
}
/** An empty database of that name beside the one of `url`. */
const remake = (url: string, name: string): Promise<string> =>
  ensureDatabase({ url: (other) => withName(url, other) }, name, true);

/** `./vexlo backup FILE` */
export async function backup([file, ...more]: string[]): Promise<number> {
  if (file === undefined || more.length > 0) {
    console.error('usage: ./vexlo backup FILE');
    return 2;
  }
  const { url, cluster, started } = await target();
  try {
    await writeBackupOf(url, resolve(file));
    console.log(`Written to ${file}; its checksum was read back.`);
    return 0;
  } finally {
    if (started) cluster?.stop();
  }
}

/** `./vexlo restore FILE`: into an empty place, or with --replace over what is there, which is kept aside. */
export async function restore(args: string[]): Promise<number> {
  const replace = args.includes('--replace');
  const [file, ...more] = args.filter((one) => one !== '--replace');
  if (file === undefined || more.length > 0) {
    console.error('usage: ./vexlo restore FILE [--replace]');
    return 2;
  }
  if (!existsSync(file)) throw new Error(`${file} is not there`);
  const { head, start } = readBackup(file);
  if (head.migration > newestMigration(MIGRATIONS))
    throw new Error(
      `${basename(file)} was made by a newer Vexlo than this program. Nothing was touched; upgrade the program first`,
    );
  if (currentRun()) throw new Error('Vexlo is running: stop it first (./vexlo stop), then restore');
  const { url, cluster, started } = await target();
  try {
    if (cluster) await ensureDatabase(cluster, 'vexlo');
    const there = await asked(url, `select to_regclass('public.jobs') is not null as there`);
    const full =
      there?.['there'] === true && Number((await asked(url, 'select count(*) as n from jobs'))?.['n']) > 0;
    if (full && !replace) {
      console.error(
        `There is a shop here already. To put the backup of ${head.madeAt.slice(0, 16).replace('T', ' ')} in its place, type: ./vexlo restore ${file} --replace\nWhat is here now is kept aside as a backup of its own.`,
      );
      return 1;
    }
    if (full) {
      const aside = join(stateFolder('backups'), `before-restore-${Date.now()}.vexlo`);
      await writeBackupOf(url, aside);
      console.log(`What was here is kept in ${aside}`);
    }
    await inScratch(async (folder) => {
      const dump = join(folder, 'dump');
      dumpOf(file, start, dump);
      const name = new URL(url).pathname.slice(1);
      const beside = `${name}_restored`;
      const other = await remake(url, beside);
      program('pg_restore', other, ['--dbname', beside, '--no-owner', '--exit-on-error', dump]);
      // Read whole before what is here goes.
      await prepareDatabase(other);
      await drop(url, name);
      await asked(
        withName(url, 'postgres'),
        `alter database ${pg.escapeIdentifier(beside)} rename to ${pg.escapeIdentifier(name)}`,
      );
    });
    console.log(`Restored the shop as it was on ${head.madeAt.slice(0, 16).replace('T', ' ')} UTC.`);
    return 0;
  } finally {
    if (started) cluster?.stop();
  }
}

/** What is known of the last night: for the page, and for whoever looks into the folder. */
export type NightlyState = LastBackup & { file: string };

/** One night: a backup, read back, the oldest ones gone, and what came of it written down. */
export async function nightly(url: string, day: string): Promise<NightlyState> {
  const folder = stateFolder('backups');
  const file = join(folder, `night-${day}.vexlo`);
  const at = new Date().toISOString();
  let state: NightlyState;
  try {
    await writeBackupOf(url, file);
    state = { at, file, ok: true, jobs: await tryBackup(url, file) };
    const nights = readdirSync(folder)
      .filter((name) => /^night-.*\.vexlo$/.test(name))
      .sort();
    for (const old of nights.slice(0, -KEPT)) rmSync(join(folder, old), { force: true });
  } catch (error) {
    state = { at, file, ok: false, why: error instanceof Error ? error.message : String(error) };
  }
  writeFileSync(join(folder, 'last.json'), JSON.stringify(state));
  return state;
}
