import { randomUUID } from 'node:crypto';
import { Agent, request } from 'node:http';
import { brotliCompressSync, constants } from 'node:zlib';
import { sql } from 'drizzle-orm';
import { seeded } from '../../core/statistics/seeded';
import { connect } from '../../data/client';
import { cookiesOf, sendTo } from '../../tests/signedIn';
import { buildIfStale } from '../build';
import { ensureDatabase, freePort, startCluster } from '../cluster';
import { prepareDatabase } from '../prepare';
import { serve } from '../serve';
import { A_GROUP, makeGroup, type GroupSize } from './group';
import { p95, under } from './load';
import { median } from './median';

const PASSWORD = 'quarry dust on chrome';
/** Each page is drawn anew so often: something of the shop was changed each time. */
const ROUNDS = 7;

type Answer = { status: number; ms: number; body: Buffer };

/**
 * A group of shops that has worked for years, in a cluster of its own: how long each page's first answer takes one reader, ms, and how
 * long it is squeezed, kB; then what people do with 32 of them at once, p95 in ms, beside a request that only asks whether the database is there.
 */
export async function scaleFigures(size: GroupSize = A_GROUP): Promise<Record<string, number>> {
  buildIfStale();
  const cluster = await startCluster('scale-postgres');
  const url = await ensureDatabase(cluster, 'scale', true);
  await prepareDatabase(url);
  const connection = connect(url, true);
  const [shop] = (await makeGroup(url, connection.tables, size)).slice(-1);
  if (!shop) throw new Error('a group has shops');
  const server = await serve(url, '127.0.0.1', (await freePort()) ?? 0);
  const agent = new Agent({ keepAlive: true, maxSockets: 40 });
  const { hostname, port } = new URL(server.url);
  let cookie = '';
  const get = (path: string): Promise<Answer> =>
    new Promise((resolve, reject) => {
      const from = performance.now();
      const asked = request({ hostname, port, path, agent, headers: { cookie } }, (answer) => {
        const parts: Buffer[] = [];
        answer.on('data', (part: Buffer) => parts.push(part));
        answer.once('end', () =>
          resolve({
            status: answer.statusCode ?? 0,
            ms: performance.now() - from,
            body: Buffer.concat(parts),
          }),
        );
      });
      asked.once('error', reject);
      asked.end();
    });
  try {
    const entered = await sendTo(() => server)('PUT', '/api/session/link', {
      secret: shop.secret,
      password: PASSWORD,
    });
    cookie = cookiesOf(entered);
    const one = async (what: ReturnType<typeof sql>): Promise<number> =>
      (await connection.tables.execute<{ id: number }>(what)).rows[0]?.id ?? 0;
    const job = await one(sql`select max(id) as id from jobs where shop_id = ${shop.id}`);
    const customer = await one(sql`select max(id) as id from customers where shop_id = ${shop.id}`);
    const pages: Record<string, string> = {
      Jobs: '/',
      JobsDone: '/api/jobs?show=done&find=trim',
      Week: '/plan',
      Parts: '/parts',
      Due: '/due',
      Learned: '/learned',
      Customers: '/customers',
      Customer: `/customers/${customer}`,
      Catalog: '/api/catalog/tire?q=a&sort=price&from=0&most=100',
      People: '/people',
      Fit: `/jobs/${job}/fit`,
      Log: `/jobs/${job}/log`,
      Compare: `/jobs/${job}/compare`,
    };
    const figures: Record<string, number> = {};
    for (const [name, path] of Object.entries(pages)) {
      const times: number[] = [];
      let kB = 0;
      for (let i = 0; i < ROUNDS; i++) {
        // What was drawn before is not right any more.
        await connection.tables.execute(sql`update jobs set version = version where id = ${job}`);
        const { status, ms, body } = await get(path);
        if (status !== 200) throw new Error(`${path} was answered with ${status}`);
        times.push(ms);
        kB = brotliCompressSync(body, { params: { [constants.BROTLI_PARAM_QUALITY]: 5 } }).length / 1000;
      }
      figures[`group${name}Ms`] = median(times);
      figures[`group${name}KB`] = kB;
    }
    // People at work: each at a sheet of its own, now and then looking for another, or writing something down.
    const jobs = (
      await connection.tables.execute<{ id: number }>(
        sql`select id from jobs where shop_id = ${shop.id} order by id`,
      )
    ).rows.map(({ id }) => id);
    const { uniform } = seeded(1);
    const send = sendTo(() => server);
    let turn = 0;
    const work = async (): Promise<number> => {
      const id = jobs[Math.floor(uniform() * jobs.length)] ?? job;
      switch (turn++ % 10) {
        case 0:
        case 1:
          return (await get(`/api/jobs?show=done&find=${turn % 97}`)).ms;
        case 2:
          return (await get('/')).ms;
        case 3: {
          const from = performance.now();
          const note = { kind: 'note', id: randomUUID(), at: '2026-03-02T10:00', by: 'x', words: 'seen' };
          await send('POST', `/api/jobs/${id}/log`, [note], cookie);
          return performance.now() - from;
        }
        default:
          return (await get(`/jobs/${id}/fit`)).ms;
      }
    };
    const [worked, health] = await Promise.all([
      under(work, 32, 10_000),
      under(async () => (await get('/api/health?ready')).ms, 1, 10_000),
    ]);
    figures['groupUnder32P95Ms'] = p95(worked);
    figures['groupUnder32HealthP95Ms'] = p95(health);
    figures['groupUnder32PerSecond'] = worked.length / 10;
    return figures;
  } finally {
    agent.destroy();
    await server.stop();
    await connection.close();
    cluster.stop();
  }
}
