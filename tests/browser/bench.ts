import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll, beforeEach } from 'vitest';
import { By, Key, Origin, type WebElement } from 'selenium-webdriver';
import { ensureDatabase, startCluster } from '../../command/cluster';
import { stateFolder } from '../../command/paths';
import { serve, type Server } from '../../command/serve';
import { connect, type Connection, type Database } from '../../data/client';
import { jobLines } from '../../server/jobs';
import type { LeafId } from '../../web/app/sheet/leaves';
import { onTheElement, openBrowser, sharedBrowser, type Browser } from './browser';
import { leafNamed, leafOfField } from './places';
import { TEMPLATE } from './setup';

export type Bench = Browser & {
  address: string;
  /** Where the application keeps what it shows: for state that is not what is tested. */
  database: Database;
  /** Opens a page of the application and waits until it can be used. */
  go: (path: string) => Promise<void>;
  /** Opens the first job whose line holds the words, at the stage of that position: its leaf Fit, if no other is said. */
  openStage: (words: string, position: number, leaf?: LeafId) => Promise<void>;
  /** Goes to where something stands on the sheet, as a hand does that looks for it: `find`, `text`, `field`, `type` and `drag` do. */
  stand: (leaf: LeafId | undefined) => Promise<void>;
  /** Turns the sheet to a leaf, as a press on the rail does. */
  turn: (leaf: LeafId) => Promise<void>;
  sentence: () => Promise<string>;
  /** Waits until the sentence speaks of what is on the page now, then reads it. */
  settled: () => Promise<string>;
  grade: (position: number) => Promise<string>;
  field: (label: string) => Promise<string>;
  type: (label: string, text: string) => Promise<void>;
  /** Waits until the page has been drawn twice: what came before it is on it. */
  painted: () => Promise<void>;
  saved: () => Promise<void>;
  /** Drags a part of a drawing by pixels of the page. */
  drag: (testId: string, dx: number, dy: number) => Promise<void>;
  keys: (...keys: string[]) => Promise<void>;
  /** Chromium's own switch for the network, as pulling the cable would do. */
  connection: (on: boolean) => Promise<void>;
  /** A key while Ctrl is held. */
  control: (key: string) => Promise<void>;
  /** Somebody else of the same shop, in a browser of their own on a server process of its own. */
  beside: (person: number) => Promise<Bench>;
};

const PATIENCE_MS = Number(process.env['PATIENCE'] ?? 140_000);

function benchOf(browser: Browser, address: string, database: Database, beside: Bench['beside']): Bench {
  const { driver } = browser;
  /** Turns the sheet to a leaf if another one is in front; on other pages nothing is turned. */
  const stand = async (leaf: LeafId | undefined): Promise<void> => {
    if (leaf === undefined) return;
    const front = /\/jobs\/\d+\/([a-z]+)(?:\?|$)/.exec(await driver.getCurrentUrl())?.[1];
    if (front === undefined || front === leaf || front === 'compare') return;
    await bench.turn(leaf);
  };
  const find: Browser['find'] = async (css) => {
    await stand(leafNamed(css));
    return browser.find(css);
  };
  const text: Browser['text'] = async (css) => {
    await stand(leafNamed(css));
    return browser.text(css);
  };
  const byLabel = (label: string): string => `//input[@id=//label[normalize-space(.)="${label}"]/@for]`;
  const labelled = async (label: string): Promise<WebElement> => {
    await stand(leafOfField(label));
    return driver.findElement(By.xpath(byLabel(label)));
  };
  const bench: Bench = {
    ...browser,
    find,
    text,
    stand,
    address,
    database,
    go: async (path) => {
      await driver.get(`${address}${path}`);
      await driver.wait(
        async () => (await driver.executeScript('return document.documentElement.dataset.ready')) === 'true',
        PATIENCE_MS,
        `${path} did not become ready`,
      );
    },
    openStage: async (words, position, leaf = 'fit') => {
      // The list of jobs has tests of its own: here its address is looked up where the list gets it from.
      const job = (await jobLines(database)).find((line) =>
        [line.customer, line.vehicle, line.title, line.number].some((text) => text?.includes(words)),
      );
      const stage = job?.stages.find((one) => one.position === position);
      if (!job || !stage) throw new Error(`no stage ${position} of a job with “${words}”`);
      await bench.go(`/jobs/${job.id}/${leaf}?stage=${stage.id}`);
      // What would free it takes longer and is waited for where it is read.
      await find('[data-testid="sentence"][data-judged="true"]');
    },
    turn: async (leaf) => {
      await onTheElement(
        () => browser.find(`nav[aria-label="Leaves"] a[href*="/${leaf}?"]`),
        (link) => driver.executeScript('arguments[0].click()', link),
      );
      await browser.find(`#${leaf}`);
    },
    sentence: () => text('[data-testid="sentence"]'),
    settled: async () => {
      await find('[data-testid="sentence"][data-fresh="true"]');
      return bench.sentence();
    },
    grade: (position) =>
      onTheElement(
        () => find(`[data-testid="stage-${position}"] [data-grade]`),
        async (mark) => (await mark.getAttribute('data-grade')) ?? '',
      ),
    field: (label) =>
      onTheElement(
        () => labelled(label),
        async (input) => (await input.getAttribute('value')) ?? '',
      ),
    type: (label, value) =>
      onTheElement(
        () => labelled(label),
        (input) => input.sendKeys(Key.chord(Key.CONTROL, 'a'), value),
      ),
    painted: () =>
      driver.executeAsyncScript(
        'const done = arguments[0]; requestAnimationFrame(() => requestAnimationFrame(() => done()))',
      ),
    saved: async () => {
      // What was typed has begun to be kept by the time that the page is drawn anew.
      await bench.painted();
      await find('[data-testid="save-state"][data-state="saved"]');
    },
    drag: async (testId, dx, dy) => {
      const runner = await find(`[data-testid="${testId}"] .runner`);
      await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', runner);
      const actions = driver.actions({ async: true }).move({ origin: runner }).press();
      for (let i = 1; i <= 5; i++)
        actions.move({ origin: Origin.POINTER, x: Math.round(dx / 5), y: Math.round(dy / 5), duration: 30 });
      await actions.release().perform();
    },
    keys: (...keys) =>
      driver
        .actions()
        .sendKeys(...keys)
        .perform(),
    connection: async (on) => {
      await browser.devtools('Network.enable', {});
      await browser.devtools('Network.emulateNetworkConditions', {
        offline: !on,
        latency: 0,
        downloadThroughput: -1,
        uploadThroughput: -1,
      });
    },
    beside,
    control: (key) => driver.actions().keyDown(Key.CONTROL).sendKeys(key).keyUp(Key.CONTROL).perform(),
  };
  return bench;
}

type Shop = { url: string; server: Server; connection: Connection };

/** The application with the demo shop, on a database and a port of its own. */
async function serveDemo(name: string, env: NodeJS.ProcessEnv): Promise<Shop> {
  const url = await ensureDatabase(await startCluster('browser-postgres'), name, true, TEMPLATE);
  return {
    url,
    server: await serve(url, '127.0.0.1', 0, env),
    connection: connect(url),
  };
}

/** What a page says that has nowhere else to go: parts that failed, dialogs, notices and its console. */
async function said({ driver, notices }: Bench): Promise<string> {
  const open = await driver.executeScript<string[]>(
    'return [...document.querySelectorAll("[data-failed], [role=dialog]")].map((part) => part.textContent)',
  );
  const told = await driver.manage().logs().get('browser');
  return [
    await driver.getCurrentUrl(),
    ...open,
    ...((await notices()) ?? []),
    ...told.slice(-8).map(({ message }) => message),
  ]
    .map((line) => `  ${line.slice(0, 300)}`)
    .join('\n');
}

/**
 * The browser of this worker and a server with its own for the tests of a file. A test that fails leaves its picture in
 * .vexlo/failed/, and what the page said in its message. `env` is the server's, `zone` the page's time zone if it is not the machine's.
 */
export function useBench(name: string, env: NodeJS.ProcessEnv = {}, zone = ''): () => Bench {
  let bench: Bench | undefined;
  let shop: Shop | undefined;
  const get = (): Bench => {
    if (!bench) throw new Error('the browser is not open yet');
    return bench;
  };
  const open = async (): Promise<void> => {
    const [opened, browser] = await Promise.all([serveDemo(name, env), sharedBrowser()]);
    shop = opened;
    await browser.devtools('Emulation.setTimezoneOverride', { timezoneId: zone });
    await browser.signIn(shop.server.url);
    bench = benchOf(browser, shop.server.url, shop.connection.ofShop(1), beside);
  };
  const besides: (() => Promise<void>)[] = [];
  const beside = async (person: number): Promise<Bench> => {
    if (!shop) throw new Error('nobody is there to be beside');
    const [server, browser] = await Promise.all([serve(shop.url, '127.0.0.1', 0, env), openBrowser()]);
    besides.push(async () => {
      await browser.close();
      await server.stop();
    });
    await browser.devtools('Emulation.setTimezoneOverride', { timezoneId: zone });
    await browser.signIn(server.url, person);
    return benchOf(browser, server.url, shop.connection.ofShop(1), beside);
  };
  const close = async (): Promise<void> => {
    // The page lets go of its streams before its server goes.
    for (const leave of besides.splice(0)) await leave();
    await bench?.clear();
    await shop?.server.stop();
    await shop?.connection.close();
  };
  beforeAll(open);
  beforeEach(async ({ task }) => {
    // Tried a third time it begins in a shop made anew: what the tries before left in the old one is not what is tested.
    if ((task.result?.retryCount ?? 0) < 2) return;
    await close();
    await open();
  });
  afterEach(async ({ task }) => {
    if (task.result?.state !== 'fail') return;
    const folder = stateFolder('failed');
    mkdirSync(folder, { recursive: true });
    const file = join(folder, `${task.name.replace(/[^a-z0-9]+/gi, '-').slice(0, 80)}.png`);
    await get().shot(file);
    // Each try adds its own.
    const error = task.result.errors?.at(-1);
    if (!error) return;
    error.message += `\nwhat the page showed: ${file}\n${await said(get())}`;
    error.stack = [error.message, ...(error.stack?.match(/^ +at .*$/gm) ?? [])].join('\n');
  });
  afterAll(close);
  return get;
}
