import { spawn, type ChildProcess } from 'node:child_process';
import { closeSync, existsSync, openSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { ROOT } from '../../command/paths';
import { exampleFile } from '../example';
import { cookieAt } from '../signedIn';

/** A shop of its own in a folder of its own, started as a person starts it. */
export type Shop = {
  state: string;
  port: number;
  url: string;
  parent: () => ChildProcess | undefined;
  start: (env?: NodeJS.ProcessEnv) => Promise<void>;
  /** Numbers of the processes of a kind that run now. */
  pids: (kind: 'server' | 'postgres') => number[];
  ready: () => Promise<boolean>;
  /** Waits until the newest start has written itself down. */
  begun: () => Promise<void>;
  /** Waits until it works again; how long that took, ms. Throws after a minute. */
  recovered: () => Promise<number>;
};

/** Who works in a shop of these: signed in when it is first asked for something that asks for it. */
const cookies = new Map<string, Promise<string>>();
function cookieOf(origin: string): Promise<string> {
  const known = cookies.get(origin) ?? cookieAt(origin);
  cookies.set(origin, known);
  known.catch(() => cookies.delete(origin));
  return known;
}

export async function ask(url: string, init: RequestInit = {}): Promise<Response> {
  const { origin, pathname } = new URL(url);
  const headers = new Headers(init.headers);
  if (pathname !== '/api/health') headers.set('cookie', await cookieOf(origin));
  return fetch(url, { ...init, headers, signal: AbortSignal.timeout(40_000) });
}

function processes(): { pid: number; line: string }[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .flatMap((pid) => {
      try {
        return [
          { pid: Number(pid), line: readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ') },
        ];
      } catch {
        return [];
      }
    });
}

export function shopIn(state: string, port: number): Shop {
  const url = `http://127.0.0.1:${port}`;
  let parent: ChildProcess | undefined;
  const shop: Shop = {
    state,
    port,
    url,
    parent: () => parent,
    start: async (env = {}) => {
      // What it says of itself is told where it does not come back; beside its folder, whose disk may be full.
      const told = openSync(`${state}.log`, 'a');
      parent = spawn(join(ROOT, 'vexlo'), ['start'], {
        cwd: ROOT,
        stdio: ['ignore', told, told],
        env: { ...process.env, VEXLO_STATE: state, PORT: String(port), ...env },
      });
      closeSync(told);
      await Promise.resolve();
    },
    pids: (kind) => {
      if (kind === 'postgres') {
        const [folder] = readdirSync(state).filter((name) => /^postgres-\d+$/.test(name));
        const file = join(state, folder ?? 'none', 'data', 'postmaster.pid');
        return existsSync(file) ? [Number(readFileSync(file, 'utf8').split('\n')[0])] : [];
      }
      const run = join(state, 'run.json');
      if (!existsSync(run)) return [];
      const { server } = JSON.parse(readFileSync(run, 'utf8')) as { server?: number };
      return processes()
        .filter(({ pid, line }) => pid === server && line.includes('http.mjs'))
        .map(({ pid }) => pid);
    },
    ready: () =>
      ask(`${url}/api/health?ready`).then(
        ({ ok }) => ok,
        () => false,
      ),
    begun: async () => {
      for (const from = Date.now(); Date.now() - from < 60_000; await wait(50))
        try {
          const run = JSON.parse(readFileSync(join(state, 'run.json'), 'utf8')) as { pid: number };
          if (run.pid === parent?.pid) return;
        } catch {
          // Not written yet.
        }
    },
    recovered: async () => {
      const from = Date.now();
      while (Date.now() - from < 60_000) {
        if (await shop.ready()) return Date.now() - from;
        await wait(50);
      }
      const said = readFileSync(`${state}.log`, 'utf8').trimEnd().split('\n').slice(-25);
      throw new Error(`it did not come back within a minute; it said last:\n${said.join('\n')}`);
    },
  };
  return shop;
}

export type Load = { acknowledged: Set<number>; failed: number; stop: () => Promise<void> };

/** People at work: new vehicles one after the other, each that was acknowledged remembered. */
export function loadOn({ url }: Shop, people = 4): Load {
  const body = JSON.stringify(exampleFile());
  let working = true;
  const load: Load = { acknowledged: new Set(), failed: 0, stop: async () => undefined };
  const one = async (): Promise<void> => {
    while (working) {
      try {
        const answer = await ask(`${url}/api/import`, {
          method: 'POST',
          body,
          headers: { 'content-type': 'application/json' },
        });
        if (answer.status === 201) load.acknowledged.add(((await answer.json()) as { jobId: number }).jobId);
        else load.failed++;
      } catch {
        load.failed++;
      }
      await wait(20);
    }
  };
  const all = Promise.all(Array.from({ length: people }, one));
  load.stop = async () => {
    working = false;
    await all;
  };
  return load;
}

/** Of the acknowledged jobs, how many are not there. */
export async function lostOf({ url }: Shop, acknowledged: ReadonlySet<number>): Promise<number> {
  let lost = 0;
  const there = async (id: number): Promise<boolean> => {
    for (let tries = 0; tries < 20; tries++)
      try {
        const { status } = await ask(`${url}/api/jobs/${id}`);
        if (status !== 503) return status === 200;
      } catch {
        await wait(300);
      }
    return false;
  };
  for (const id of acknowledged) if (!(await there(id))) lost++;
  return lost;
}
