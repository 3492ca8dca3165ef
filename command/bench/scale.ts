import { brotliCompressSync, constants } from 'node:zlib';
import { sql } from 'drizzle-orm';
import { connect } from '../../data/client';
import { cookiesOf, sendTo } from '../../tests/signedIn';
import { buildIfStale } from '../build';
import { ensureDatabase, startCluster } from '../cluster';
import { prepareDatabase } from '../prepare';
import { serve } from '../serve';
import { asking } from './asking';
import { peopleAtWork } from './atWork';
import { A_GROUP, makeGroup, type GroupSize } from './group';
import { p95, residentMb, under } from './load';
import { median } from './median';

const PASSWORD = 'quarry dust on chrome';
/** Each page is drawn anew so often: something of the shop was changed each time. */
const ROUNDS = 7;

const PEOPLE = 32;

/** What the server holds while people go on: in each fifth of the time, the median of what it held by the second, MB. */
async function memoryOver(
  minutes: number,
  work: () => Promise<number>,
  pid: number,
): Promise<Record<string, number>> {
  const held: number[] = [];
  const looking = setInterval(() => held.push(residentMb(pid)), 1000);
  await under(work, PEOPLE, minutes * 60_000).finally(() => clearInterval(looking));
  const fifth = Math.floor(held.length / 5);
  return Object.fromEntries(
    Array.from({ length: 5 }, (_, i) => [
      `groupMemory${i + 1}MB`,
      median(held.slice(i * fifth, (i + 1) * fifth)),
    ]),
  );
}

/**
 * A group of shops that has worked for years, in a cluster of its own: how long each page's first answer takes one reader, ms, and how
 * long it is squeezed, kB; then what people do with 32 of them at once, p95 in ms, beside a request that only asks whether the database is there,
 * and what of it was lost. Where they go on for some minutes, what the server holds of the memory, MB.
 */
export async function scaleFigures(minutes = 0, size: GroupSize = A_GROUP): Promise<Record<string, number>> {
  buildIfStale();
  const cluster = await startCluster('scale-postgres');
  const url = await ensureDatabase(cluster, 'scale', true);
  await prepareDatabase(url);
  const connection = connect(url, true);
  const [shop] = (await makeGroup(url, connection.tables, size)).slice(-1);
  if (!shop) throw new Error('a group has shops');
  const server = await serve(url, '127.0.0.1', 0);
  let end = (): void => undefined;
  try {
    const entered = await sendTo(() => server)('PUT', '/api/session/link', {
      secret: shop.secret,
      password: PASSWORD,
    });
    const { ask: get, end: hangUp } = asking(server.url, cookiesOf(entered));
    end = hangUp;
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
    const jobs = (
      await connection.tables.execute<{ id: number }>(
        sql`select id from jobs where shop_id = ${shop.id} order by id`,
      )
    ).rows.map(({ id }) => id);
    const { one: work, lost } = peopleAtWork(get, jobs);
    // What a server compiles at its first hundred requests is not what people wait for all day.
    await under(work, PEOPLE, 3000);
    const [worked, health] = await Promise.all([
      under(work, PEOPLE, 10_000),
      under(async () => (await get('/api/health?ready')).ms, 1, 10_000),
    ]);
    figures['groupUnder32P95Ms'] = p95(worked);
    figures['groupUnder32HealthP95Ms'] = p95(health);
    figures['groupUnder32VsHealth'] = p95(worked) / p95(health);
    figures['groupUnder32PerSecond'] = worked.length / 10;
    if (minutes > 0) Object.assign(figures, await memoryOver(minutes, work, server.process.pid ?? 0));
    figures['groupUnder32Lost'] = await lost(connection.tables);
    return figures;
  } finally {
    end();
    await server.stop();
    await connection.close();
    cluster.stop();
  }
}
