import sharp from 'sharp';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { buildIfStale } from '../../command/build';
import { serve, type Server } from '../../command/serve';
import { connect, type Connection } from '../../data/client';
import { importBuild } from '../../server/jobs';
import { keepPhoto } from '../../server/photos';
import { makeQuote } from '../../server/work';
import { as, value } from '../actor';
import { exampleFile, exampleQuote } from '../example';
import { cookieAt, DEMO, sendTo } from '../signedIn';
import { ownShop } from './ownShop';

/** What a customer reaches by a link, and what not. */
let server: Server;
let connection: Connection;
let planner: string;
let job: { jobId: number; stageId: number };
let quoteId: number;
const PHOTO = '01234567-89ab-4def-8123-456789abcdef';
const OTHER_PHOTO = '01234567-89ab-4def-8123-456789abcde0';
let drawn: string;

beforeAll(async () => {
  buildIfStale();
  const url = await ownShop();
  connection = connect(url);
  server = await serve(url, '127.0.0.1', 0);
  planner = await cookieAt(server.url, DEMO.planner);
  const desk = as(connection.ofShop(1), 'Mirre Voss');
  job = value(await importBuild(desk, exampleFile()));
  quoteId = value(await makeQuote(desk, job.jobId, exampleQuote(job.stageId))).id;
  const grey = sharp({ create: { width: 40, height: 30, channels: 3, background: '#888888' } });
  const picture = await grey.png().toBuffer();
  value(await keepPhoto(desk, job.jobId, PHOTO, picture));
  const other = value(await importBuild(desk, exampleFile()));
  value(await keepPhoto(desk, other.jobId, OTHER_PHOTO, picture));
  drawn = `data:image/png;base64,${picture.toString('base64')}`;
});
afterAll(async () => {
  await server.stop();
  await connection.close();
});

const send = sendTo(() => server);
const link = async (body: object): Promise<{ id: number; secret: string }> => {
  const made = await send('POST', `/api/jobs/${job.jobId}/links`, { days: 7, ...body }, planner);
  expect(made.status).toBe(201);
  const { link, secret } = (await made.json()) as { link: { id: number }; secret: string };
  return { id: link.id, secret };
};
const page = async (secret: string): Promise<{ status: number; text: string }> => {
  const answer = await send('GET', `/for/${secret}`);
  return { status: answer.status, text: await answer.text() };
};

test('a link shows what it was made for and nothing else, kept by nobody', async () => {
  const { secret } = await link({ shows: ['progress'] });
  const answer = await send('GET', `/for/${secret}`);
  expect(answer.headers.get('cache-control')).toBe('no-store');
  const text = await answer.text();
  expect(text).toContain('No work has begun yet');
  expect(text).not.toContain('Tires and lift');
  for (const path of [`/api/for/${secret}/photos/${PHOTO}`, `/api/for/${secret}/photos/${OTHER_PHOTO}`])
    expect((await send('GET', path)).status, path).toBe(404);
  // Nothing else of the shop, whatever stands beside the secret.
  for (const path of [`/jobs/${job.jobId}/fit`, '/', `/api/jobs/${job.jobId}`, `/for/${secret}/fit`])
    expect([303, 401, 404], path).toContain((await send('GET', path)).status);
  const all = await link({ shows: ['photographs', 'quote', 'comparison'], quoteId });
  const shown = await page(all.secret);
  expect(shown.text).toContain('Tires and lift');
  expect(shown.text).toContain(PHOTO);
  const photo = await send('GET', `/api/for/${all.secret}/photos/${PHOTO}?small`);
  expect([photo.status, photo.headers.get('cache-control')]).toEqual([200, 'no-store']);
  expect((await send('GET', `/api/for/${all.secret}/photos/${OTHER_PHOTO}`)).status).toBe(404);
  const stored = await connection.ofShop(1).execute(sql`select secret_hash from customer_links`);
  for (const row of stored.rows) expect(row['secret_hash']).not.toBe(secret);
});

test('one that was taken back, has ended or is none opens nothing', async () => {
  const { id, secret } = await link({ shows: ['progress'] });
  expect((await page(secret)).status).toBe(200);
  expect((await send('DELETE', `/api/links/${id}`, undefined, planner)).status).toBe(200);
  const ended = await link({ shows: ['progress'] });
  await connection
    .ofShop(1)
    .execute(sql`update customer_links set expires_at = now() - interval '1 minute' where id = ${ended.id}`);
  for (const gone of [secret, ended.secret, 'x'.repeat(32)]) {
    const { status, text } = await page(gone);
    expect(status).toBe(404);
    expect(text).toContain('opens nothing');
    const asked = await send('POST', `/api/for/${gone}`, { kind: 'ask', name: 'Ilse', words: 'Is it done?' });
    expect(asked.status).toBe(404);
  }
  const list = await send('GET', `/api/jobs/${job.jobId}/links`, undefined, planner);
  expect(await list.text()).not.toContain(secret);
});

test('a quote of another job, none, or too long a time is refused by its field', async () => {
  for (const [body, path] of [
    [{ shows: ['quote'], days: 7 }, 'quoteId'],
    [{ shows: ['quote'], quoteId: 99_999, days: 7 }, 'quoteId'],
    [{ shows: [], days: 7 }, 'shows'],
    [{ shows: ['progress'], days: 4000 }, 'days'],
  ] as const) {
    const refused = await send('POST', `/api/jobs/${job.jobId}/links`, body, planner);
    expect(refused.status, path).toBe(422);
    expect(await refused.json()).toMatchObject({ faults: [{ path }] });
  }
});

test('a question stands in the log under the customer’s name', async () => {
  const { secret } = await link({ shows: ['progress'] });
  const asked = await send('POST', `/api/for/${secret}`, {
    kind: 'ask',
    name: 'Ilse Tarn',
    words: 'Will it still fit our garage?',
  });
  expect(asked.status).toBe(200);
  const log = (await (await send('GET', `/api/jobs/${job.jobId}/log`, undefined, planner)).json()) as {
    by: string;
    words?: string;
  }[];
  expect(log).toContainEqual(
    expect.objectContaining({
      by: 'Ilse Tarn',
      words: 'Asked by the customer’s link: Will it still fit our garage?',
    }),
  );
});

test('a signed answer freezes the quote as the desk would, once; the drawn name is kept as pixels', async () => {
  const { secret } = await link({ shows: ['quote'], quoteId });
  const accept = (change: object): Promise<Response> =>
    send('POST', `/api/for/${secret}`, {
      kind: 'accept',
      version: 1,
      option: 1,
      name: 'Ilse Tarn',
      signature: drawn,
      ...change,
    });
  expect((await accept({ option: 5 })).status).toBe(422);
  expect((await accept({ signature: 'data:image/png;base64,AAAA' })).status).toBe(422);
  expect((await accept({ signature: 'data:image/svg+xml;base64,AAAA' })).status).toBe(422);
  // Made on another version than the one that was read: nothing is frozen unread.
  expect((await accept({ version: 2 })).status).toBe(409);
  expect((await accept({})).status).toBe(200);
  expect((await accept({ option: 0 })).status).toBe(409);
  const [line] = (await (await send('GET', `/api/jobs/${job.jobId}/quotes`, undefined, planner)).json()) as {
    accepted: object;
  }[];
  expect(line?.accepted).toMatchObject({ by: 'Ilse Tarn', option: 1, through: 'link' });
  const signature = await send('GET', `/api/quotes/${quoteId}/signature`, undefined, planner);
  expect(signature.headers.get('content-type')).toBe('image/png');
  expect((await sharp(Buffer.from(await signature.arrayBuffer())).metadata()).width).toBe(40);
  expect((await page(secret)).text).toContain('was accepted by');
  const owner = await cookieAt(server.url, DEMO.owner);
  expect(await (await send('GET', '/api/audit?csv', undefined, owner)).text()).toMatch(
    /a customer,accepted a quote by their link,J-\d+: Tires and lift/,
  );
});

test('a quote that is out of date is not accepted', async () => {
  const late = value(
    await makeQuote(
      as(connection.ofShop(1), 'Mirre Voss'),
      job.jobId,
      exampleQuote(job.stageId, '2020-01-31'),
    ),
  );
  const { secret } = await link({ shows: ['quote'], quoteId: late.id });
  const refused = await send('POST', `/api/for/${secret}`, {
    kind: 'accept',
    version: 1,
    option: 0,
    name: 'Ilse Tarn',
    signature: drawn,
  });
  expect(refused.status).toBe(403);
  expect(await refused.text()).toContain('valid until 2020-01-31');
});

test('the work order leads a phone to the log of its job', async () => {
  const answer = await send('GET', `/jobs/${job.jobId}/papers/order?of=${job.stageId}`, undefined, planner);
  const text = await answer.text();
  expect(text).toContain(`/jobs/${job.jobId}/log`);
  expect(text).toContain('VEXLO_URL');
});
