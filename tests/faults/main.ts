import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { buildIfStale } from '../../command/build';
import { freePort } from '../../command/cluster';
import { ROOT } from '../../command/paths';
import { seeded } from '../../core/statistics/seeded';
import { ask, loadOn, lostOf, shopIn, type Shop } from './shop';

/**
 * `npm run faults [KILLS]`: what is killed, frozen, filled or set back under load, whether what was acknowledged is still there,
 * and how long it took to come back by itself. Prints a table; answers with 1 where something was lost or took over 10 s.
 */
const [kills = 200] = process.argv.slice(2).map(Number);
const MOST_MS = 10_000;

type Row = {
  what: string;
  times: number;
  acknowledged: number;
  lost: number;
  longestMs: number;
  said?: string;
};
const rows: Row[] = [];

const folder = mkdtempSync(join(tmpdir(), 'vexlo-faults-'));
// The unprivileged user that PostgreSQL runs as passes through it.
spawnSync('chmod', ['755', folder]);
buildIfStale();
const open: Shop[] = [];
async function shopNamed(name: string): Promise<Shop> {
  const state = join(folder, name);
  mkdirSync(state);
  const shop = shopIn(state, (await freePort()) ?? 0);
  open.push(shop);
  return shop;
}
const kill = (pids: readonly number[], signal: NodeJS.Signals): void => {
  for (const pid of pids)
    try {
      process.kill(pid, signal);
    } catch {
      // It went by itself meanwhile.
    }
};
const stop = (shop: Shop): void =>
  void spawnSync(join(ROOT, 'vexlo'), ['stop'], { env: { ...process.env, VEXLO_STATE: shop.state } });

async function under(
  shop: Shop,
  what: string,
  times: number,
  each: () => Promise<void>,
  said?: string,
): Promise<void> {
  const load = loadOn(shop);
  let longestMs = 0;
  await wait(300);
  for (let i = 0; i < times; i++) {
    await each();
    longestMs = Math.max(longestMs, await shop.recovered());
    await wait(150);
  }
  await load.stop();
  const lost = await lostOf(shop, load.acknowledged);
  rows.push({
    what,
    times,
    acknowledged: load.acknowledged.size,
    lost,
    longestMs,
    ...(said ? { said } : {}),
  });
}

try {
  const shop = await shopNamed('kills');
  await shop.start();
  await shop.recovered();
  const { pick } = seeded(7);
  const share = Math.ceil(kills / 4);
  await under(shop, 'server killed', share, async () => kill(shop.pids('server'), 'SIGKILL'));
  await under(shop, 'PostgreSQL killed', share, async () =>
    kill(shop.pids('postgres'), pick(['SIGKILL', 'SIGQUIT'])),
  );
  await under(shop, 'parent killed, begun again', share, async () => {
    shop.parent()?.kill('SIGKILL');
    await wait(pick([0, 100, 700]));
    await shop.start();
    await shop.begun();
  });
  await under(shop, 'worker killed beside it', share, async () => {
    const env = { ...process.env, DATABASE_URL: '', VEXLO_STATE: shop.state };
    const worker = spawn(join(ROOT, 'vexlo'), ['work'], { env, stdio: 'ignore' });
    await wait(pick([50, 400, 900]));
    worker.kill('SIGKILL');
  });
  await under(shop, 'no database for 10 s', 1, async () => {
    const until = Date.now() + 10_000;
    while (Date.now() < until) {
      kill(shop.pids('postgres'), 'SIGKILL');
      await wait(400);
    }
  });
  await under(shop, 'database frozen for 10 s', 1, async () => {
    const [postmaster = 0] = shop.pids('postgres');
    const group = spawnSync('pgrep', ['-P', String(postmaster)], { encoding: 'utf8' })
      .stdout.split('\n')
      .filter(Boolean)
      .map(Number);
    kill([postmaster, ...group], 'SIGSTOP');
    const from = Date.now();
    const answer = await ask(`${shop.url}/`);
    if (answer.status !== 503) throw new Error(`a frozen database was answered with ${answer.status}`);
    rows.push({
      what: '  a page meanwhile: 503 in words',
      times: 1,
      acknowledged: 0,
      lost: 0,
      longestMs: Date.now() - from,
      said: 'wait',
    });
    await wait(Math.max(0, 10_000 - (Date.now() - from)));
    kill([...group, postmaster], 'SIGCONT');
  });
  await under(shop, 'clock set back a year', 1, async () => {
    stop(shop);
    await shop.start({ VEXLO_CLOCK: '2025-11-28T12:00' });
  });
  stop(shop);

  const cut = await shopNamed('migration');
  for (let i = 0; i < 4; i++) {
    await cut.start();
    await wait(1500 + i * 900);
    cut.parent()?.kill('SIGKILL');
    await wait(300);
  }
  await cut.start();
  // A first start makes a cluster and loads the demo: that takes as long as it takes.
  await under(cut, 'first start and its migration killed', 4, async () => undefined, 'first start');
  const list = await (await ask(cut.url)).text();
  if (!list.includes('J-00'))
    throw new Error('the demo shop is not whole after a first start that was killed');
  stop(cut);

  const twice = await shopNamed('twice');
  await twice.start();
  await twice.start();
  await under(twice, 'two starts at once, of a new shop', 1, async () => undefined, 'first start');
  stop(twice);

  const disk = join(folder, 'disk');
  mkdirSync(disk);
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=320m,mode=755', 'tmpfs', disk]).status === 0)
    try {
      const full = shopIn(disk, (await freePort()) ?? 0);
      open.push(full);
      await full.start();
      await full.recovered();
      await under(full, 'disk full, then not', 1, async () => {
        spawnSync('dd', ['if=/dev/zero', `of=${join(disk, 'filler')}`, 'bs=1M'], { stdio: 'ignore' });
        await wait(8000);
        rmSync(join(disk, 'filler'));
      });
      stop(full);
    } finally {
      await wait(1000);
      spawnSync('umount', ['-l', disk]);
    }
  else
    rows.push({
      what: 'disk full: not tried, no tmpfs may be mounted here',
      times: 0,
      acknowledged: 0,
      lost: 0,
      longestMs: 0,
    });
} finally {
  for (const shop of open) stop(shop);
  console.log('what                                      times  acknowledged  lost  longest to come back');
  for (const { what, times, acknowledged, lost, longestMs } of rows)
    console.log(
      `${what.padEnd(42)}${String(times).padStart(5)}${String(acknowledged).padStart(14)}${String(lost).padStart(6)}${`${(longestMs / 1000).toFixed(1)} s`.padStart(12)}`,
    );
  rmSync(folder, { recursive: true, force: true });
}
process.exitCode = rows.some(
  ({ lost, longestMs, said }) => lost > 0 || (longestMs > MOST_MS && said === undefined),
)
  ? 1
  : 0;
