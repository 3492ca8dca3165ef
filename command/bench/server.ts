import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { cookieAt } from '../../tests/signedIn';
import { exampleFile } from '../../tests/example';
import { buildIfStale } from '../build';
import { ensureDatabase, startCluster } from '../cluster';
import { prepareDatabase } from '../prepare';
import { p95, under } from './load';
import { serve } from '../serve';

type Init = { method?: string; body?: string; headers?: Record<string, string> };
type Ask = (path: string, init?: Init) => Promise<number>;

/** Light requests, one after the other, while something heavy goes on. */
async function beside(light: () => Promise<number>, heavy: () => Promise<unknown>): Promise<number> {
  let busy = true;
  const work = heavy().finally(() => (busy = false));
  const times: number[] = [];
  while (busy) times.push(await light());
  await work;
  return p95(times);
}

const catalogLines = (count: number): string =>
  [
    'maker,model,code,pattern,overallDiameterMm,price',
    ...Array.from(
      { length: count },
      (_, i) =>
        `Bench ${i % 40},Model ${randomUUID().slice(0, 8)} ${i},245/75R16,mud,${770 + (i % 60)},${200 + (i % 90)}`,
    ),
  ].join('\n');

/**
 * The server under load, on the demo shop in a cluster of its own: p95 of a light request (`?ready` asks the database for 1) alone
 * and beside the heaviest that are let in, then p95 of what people do with 32 of them at once. All ms.
 */
export async function serverFigures(): Promise<Record<string, number>> {
  buildIfStale();
  const cluster = await startCluster('bench-postgres');
  const url = await ensureDatabase(cluster, 'bench', true);
  await prepareDatabase(url);
  const server = await serve(url, '127.0.0.1', 0);
  const cookie = await cookieAt(server.url);
  const { hostname, port } = new URL(server.url);
  // Plain sockets that stay open, the answer left squeezed: what is timed is the server, not a client's unpacking.
  const agent = new Agent({ keepAlive: true, maxSockets: 40 });
  const ask: Ask = (path, { method = 'GET', body = '', headers = {} } = {}) =>
    new Promise((resolve, reject) => {
      const from = performance.now();
      const asked = request(
        { hostname, port, path, method, agent, headers: { 'accept-encoding': 'br', cookie, ...headers } },
        (answer) => {
          answer.resume();
          answer.once('end', () => {
            const { statusCode = 0 } = answer;
            if (statusCode >= 400 && statusCode !== 409)
              reject(new Error(`${path} was answered with ${statusCode}`));
            else resolve(performance.now() - from);
          });
        },
      );
      asked.once('error', reject);
      asked.end(body);
    });
  const json = (body: unknown, method = 'POST'): Init => ({
    method,
    body: JSON.stringify(body),
    headers: { 'content-type': 'application/json' },
  });
  try {
    const light = (): Promise<number> => ask('/api/health?ready');
    for (let i = 0; i < 50; i++) await light();
    const file = exampleFile();
    const heaviest = json({ ...file, use: { ...file.use, grid: { lock: 181, travel: 121 } } });
    const figures: Record<string, number> = { lightAloneP95Ms: p95(await under(light, 1, 2000)) };
    figures['lightBesideAssessP95Ms'] = await beside(light, () =>
      Promise.all(Array.from({ length: 4 }, () => ask('/api/assess', heaviest))),
    );
    figures['lightBesideCsvP95Ms'] = await beside(light, () =>
      ask('/api/catalog/tire', {
        method: 'POST',
        body: catalogLines(20_000),
        headers: { 'content-type': 'text/csv' },
      }),
    );
    const sheet = (await (await fetch(`${server.url}/api/jobs/41`, { headers: { cookie } })).json()) as {
      stages: { id: number }[];
    };
    const stage = sheet.stages[1]?.id ?? 1;
    figures['lightBesidePdfP95Ms'] = await beside(light, () =>
      Promise.all(Array.from({ length: 6 }, () => ask(`/api/jobs/41/papers/order?of=${stage}`))),
    );
    let turn = 0;
    /** Each at a sheet of its own, as people are. */
    const save = async (): Promise<number> => {
      const job = (turn++ % 40) + 1;
      const now = (await (await fetch(`${server.url}/api/jobs/${job}`, { headers: { cookie } })).json()) as {
        stages: { id: number; version: number; document: { package: { spacerMm?: number } } }[];
      };
      const [, mine] = now.stages;
      if (!mine) throw new Error(`the demo job ${job} has no second stage`);
      const document = {
        ...mine.document,
        package: { ...mine.document.package, spacerMm: ((mine.document.package.spacerMm ?? 0) + 1) % 12 },
      };
      return ask(`/api/documents/stage/${mine.id}`, json({ version: mine.version, document }, 'PUT'));
    };
    for (const [name, one] of [
      ['selectOne', light],
      ['sheet', () => ask('/jobs/41')],
      ['list', () => ask('/')],
      ['save', save],
      ['assess', () => ask('/api/assess', json(file))],
    ] as const)
      figures[`${name}P95Under32Ms`] = p95(await under(one, 32, 5000));
    return figures;
  } finally {
    agent.destroy();
    await server.stop();
    cluster.stop();
  }
}
