import { rmSync } from 'node:fs';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { ensureDatabase, freePort, startCluster } from '../../command/cluster';
import { serve, type Server } from '../../command/serve';
import { connect, type Connection } from '../../data/client';
import { stageById } from '../../data/documents';
import { logOfJob } from '../../data/log';
import { workOfJob } from '../../data/work';
import { jobLines } from '../../server/jobs';
import { browserFolder, openBrowser, type Browser } from './browser';
import { TEMPLATE } from './setup';

/** A browser of its own that keeps pages, and a server that goes away: the cable that is cut is the server's. */
let browser: Browser;
let server: Server | undefined;
let connection: Connection;
let url = '';
let port = 0;
const folder = browserFolder();
const start = async (): Promise<void> => {
  server = await serve(url, '127.0.0.1', port);
};
const cut = async (): Promise<void> => {
  await server?.stop();
  server = undefined;
};
beforeAll(async () => {
  url = await ensureDatabase(await startCluster('browser-postgres'), 'offline', true, TEMPLATE);
  connection = connect(url);
  port = (await freePort()) ?? 0;
  await start();
  browser = await openBrowser(folder, true);
  await browser.signIn(server?.url ?? '');
});
afterAll(async () => {
  await browser.close();
  await cut();
  await connection.close();
  rmSync(folder, { recursive: true, force: true });
});

const address = (path: string): string => `http://127.0.0.1:${port}${path}`;
const ready = async (): Promise<void> => {
  await browser.eventually(
    () => browser.driver.executeScript('return document.documentElement.dataset.ready'),
    (is) => is === 'true',
    'the page can be used',
  );
};
const kept = (): Promise<string[]> =>
  browser.driver.executeAsyncScript<string[]>(`
    const done = arguments[0];
    Promise.all(['vexlo-pages', 'vexlo-answers'].map((name) => caches.open(name).then((cache) => cache.keys())))
      .then((keys) => done(keys.flat().map((one) => new URL(one.url).pathname)));
  `);
const offset = async (): Promise<string | null> =>
  (await browser.find('[data-path="package.wheel.offsetMm"]')).getAttribute('value');
const typeOffset = async (mm: string): Promise<void> =>
  (await browser.find('[data-path="package.wheel.offsetMm"]')).sendKeys(
    Key.chord(Key.CONTROL, 'a'),
    mm,
    Key.ENTER,
  );
const state = async (): Promise<string | null> =>
  (await browser.find('[data-testid="save-state"]')).getAttribute('data-state');

/** The first thing to be checked before the work. */
const CHECK = '#build [data-testid="checks-before"] [data-step]';

test('a job that was opened once opens without a connection, on another leaf and after the browser began anew; what was changed waits, then stands once', async () => {
  const line = (await jobLines(connection.ofShop(1))).find(({ customer }) => customer?.includes('Dunmarrow'));
  const stageId = line?.stages[1]?.id ?? 0;
  const job = line?.id ?? 0;
  await browser.driver.get(address(`/jobs/${job}/fit?stage=${stageId}`));
  await ready();
  await browser.eventually(
    kept,
    (paths) => [`/jobs/${job}`, `/api/jobs/${job}/log`].every((path) => paths.includes(path)),
    'the job and its log are kept on the device',
  );
  const before = (await stageById(connection.ofShop(1), stageId))?.version;
  await browser.driver.get(address(`/jobs/${job}/build?stage=${stageId}`));
  await ready();
  await (await browser.find('[data-testid="in-work"] button')).click();
  await browser.find(CHECK);
  await browser.eventually(state, (is) => is === 'saved', 'the stage is taken into work');

  await cut();
  // At the bench something is ticked, on a page that is open.
  await (await browser.find(`${CHECK} [role="checkbox"]`)).click();
  await browser.eventually(state, (is) => is === 'offline', 'the tick waits');
  // Another leaf than the one that was opened, by its address.
  await browser.driver.get(address(`/jobs/${job}/package?stage=${stageId}`));
  await ready();
  await browser.find('#package');
  await typeOffset('-14');
  await browser.eventually(state, (is) => is === 'offline', 'it says that there is no connection');
  expect(await browser.text('[data-testid="save-state"]')).toContain('kept on this device');
  await browser.driver.navigate().refresh();
  await ready();
  expect(await offset()).toBe('-14');

  await browser.close();
  browser = await openBrowser(folder, true);
  await browser.driver.get(address(`/jobs/${job}/package?stage=${stageId}`));
  await ready();
  expect(await offset()).toBe('-14');
  await browser.driver.get(address(`/jobs/${job}/build?stage=${stageId}`));
  await ready();
  await browser.eventually(
    async () => (await browser.find(CHECK)).getAttribute('data-ticked'),
    (is) => is === 'true',
    'the tick is still there',
  );
  // A log entry waits beside it, on a leaf that was never turned to with a connection.
  await browser.driver.get(address(`/jobs/${job}/log?stage=${stageId}`));
  await ready();
  const gap = await browser.driver.findElement(
    By.xpath('//*[@data-testid="test-fit"]//label[starts-with(normalize-space(.), "Gap")]//input'),
  );
  await gap.sendKeys('6');
  await (await browser.driver.findElement(By.xpath('//button[contains(., "Write the gap down")]'))).click();
  await browser.eventually(
    () => browser.text('[data-testid="log-waiting"]'),
    (words) => words.includes('1 entry waits'),
    'the entry waits',
  );
  // What needs the server says so.
  await (await browser.driver.findElement(By.xpath('//button[contains(., "Stage")]'))).click();
  await browser.eventually(browser.notices, (said) => said.join().includes('No connection'), 'it is told');

  await start();
  await browser.eventually(state, (is) => is === 'saved', 'it is stored when the connection is back');
  await browser.eventually(
    async () => (await logOfJob(connection.ofShop(1), job)).filter(({ kind }) => kind === 'test-fit').length,
    (count) => count === 1,
    'the entry stands once',
  );
  const after = await browser.eventually(
    () => stageById(connection.ofShop(1), stageId),
    (row) => row?.version === (before ?? 0) + 1,
    'it is stored once',
  );
  await browser.eventually(
    async () => (await workOfJob(connection.ofShop(1), job))?.document.ticks ?? {},
    (ticks) => Object.keys(ticks).length === 1,
    'the tick stands',
  );
  expect((after?.document as { package: { wheel: { offsetMm: number } } }).package.wheel.offsetMm).toBe(-14);
});
