import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, afterEach, beforeAll } from 'vitest';
import { By, Key, Origin, until, type WebElement } from 'selenium-webdriver';
import { ensureDatabase, freePort, startCluster } from '../../command/cluster';
import { stateFolder } from '../../command/paths';
import { serve, type Server } from '../../command/serve';
import { openBrowser, type Browser } from './browser';
import { TEMPLATE } from './setup';

export type Bench = Browser & {
  address: string;
  /** Opens a page of the application and waits until it can be used. */
  go: (path: string) => Promise<void>;
  /** Opens the first job whose line holds the words, at the stage of that position. */
  openStage: (words: string, position: number) => Promise<void>;
  sentence: () => Promise<string>;
  /** Waits until the sentence speaks of what is on the page now, then reads it. */
  settled: () => Promise<string>;
  grade: (position: number) => Promise<string>;
  field: (label: string) => Promise<string>;
  type: (label: string, text: string) => Promise<void>;
  saved: () => Promise<void>;
  /** How many times slower than the bench this was written on the page now is, at least 1: for limits of time. */
  slowness: () => Promise<number>;
  /** Drags a part of a drawing by pixels of the page. */
  drag: (testId: string, dx: number, dy: number) => Promise<void>;
  keys: (...keys: string[]) => Promise<void>;
  /** Chromium's own switch for the network, as pulling the cable would do. */
  connection: (on: boolean) => Promise<void>;
  /** A key while Ctrl is held. */
  control: (key: string) => Promise<void>;
};

const PATIENCE_MS = 60_000;
/** What the loop of `slowness` takes on an idle bench. */
const CALIBRATION_MS = 40;

function benchOf(browser: Browser, address: string): Bench {
  const { driver, find, text } = browser;
  const byLabel = (label: string): string => `//input[@id=//label[normalize-space(.)="${label}"]/@for]`;
  const labelled = (label: string): Promise<WebElement> =>
    driver.wait(
      until.elementLocated(By.xpath(byLabel(label))),
      PATIENCE_MS,
      `no field “${label}” on the page`,
    );
  const bench: Bench = {
    ...browser,
    address,
    go: async (path) => {
      await driver.get(`${address}${path}`);
      await driver.wait(
        async () => (await driver.executeScript('return document.documentElement.dataset.ready')) === 'true',
        PATIENCE_MS,
        `${path} did not become ready`,
      );
    },
    openStage: async (words, position) => {
      await bench.go('/');
      const line = await driver.findElement(By.xpath(`//tr[contains(., "${words}")]//a`));
      await bench.go(new URL((await line.getAttribute('href')) ?? '').pathname);
      await (await find(`[data-testid="stage-${position}"]`)).click();
      await bench.settled();
    },
    sentence: () => text('[data-testid="sentence"]'),
    settled: async () => {
      await find('[data-testid="sentence"][data-fresh="true"]');
      return bench.sentence();
    },
    grade: async (position) =>
      (await (await find(`[data-testid="stage-${position}"] [data-grade]`)).getAttribute('data-grade')) ?? '',
    field: async (label) => (await (await labelled(label)).getAttribute('value')) ?? '',
    type: async (label, value) => {
      const input = await labelled(label);
      await input.sendKeys(Key.chord(Key.CONTROL, 'a'), value);
    },
    saved: async () => {
      await driver.sleep(100);
      await find('[data-testid="save-state"][data-state="saved"]');
    },
    slowness: async () => {
      const ms = await driver.executeScript(`
        const from = performance.now();
        let sum = 0;
        for (let i = 0; i < 2e7; i++) sum = (sum + Math.imul(i, 2654435761)) | 0;
        window.calibrated = sum;
        return performance.now() - from;
      `);
      return Math.max(1, Number(ms) / CALIBRATION_MS);
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
      const devtools = driver as unknown as {
        sendDevToolsCommand: (name: string, values: object) => Promise<void>;
      };
      await devtools.sendDevToolsCommand('Network.enable', {});
      await devtools.sendDevToolsCommand('Network.emulateNetworkConditions', {
        offline: !on,
        latency: 0,
        downloadThroughput: -1,
        uploadThroughput: -1,
      });
    },
    control: (key) => driver.actions().keyDown(Key.CONTROL).sendKeys(key).keyUp(Key.CONTROL).perform(),
  };
  return bench;
}

/** The application with the demo shop, on a database and a port of its own. */
async function serveDemo(name: string): Promise<Server> {
  const url = await ensureDatabase(await startCluster('browser-postgres'), name, true, TEMPLATE);
  return serve(url, '127.0.0.1', (await freePort()) ?? 0);
}

/** One browser and one server for the tests of a file. A test that fails leaves its picture in .vexlo/failed/. */
export function useBench(name: string): () => Bench {
  let bench: Bench | undefined;
  let server: Server | undefined;
  const get = (): Bench => {
    if (!bench) throw new Error('the browser is not open yet');
    return bench;
  };
  beforeAll(async () => {
    server = await serveDemo(name);
    bench = benchOf(await openBrowser(), server.url);
  });
  afterEach(async ({ task }) => {
    if (task.result?.state !== 'fail') return;
    const folder = stateFolder('failed');
    mkdirSync(folder, { recursive: true });
    const file = join(folder, `${task.name.replace(/[^a-z0-9]+/gi, '-').slice(0, 80)}.png`);
    await get().shot(file);
    console.error(`what the page showed: ${file}`);
  });
  afterAll(async () => {
    await bench?.close();
    await server?.stop();
  });
  return get;
}
