import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Builder, By, error, logging, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome';
import { cookieAt } from '../signedIn';

export type Browser = {
  driver: WebDriver;
  /** Where it leaves what it downloads. */
  folder: string;
  /** The first element that fits, waited for. */
  find: (css: string) => Promise<WebElement>;
  text: (css: string) => Promise<string>;
  /** Waits until a reading of the page satisfies; fails with the last reading. */
  eventually: <T>(read: () => Promise<T>, holds: (value: T) => boolean, what: string) => Promise<T>;
  shot: (file: string) => Promise<void>;
  /** Takes on cookies for an address, as an answer of it would set them. */
  carry: (cookies: string, under: string) => Promise<void>;
  /**
   * Comes into the demo shop of a server, as its owner if nobody else is said: the device is signed in from then on. `under` is
   * another name that leads there.
   */
  signIn: (url: string, person?: number, under?: string) => Promise<void>;
  /** Every notice that came up on this page, whether it is still there or not. */
  notices: () => Promise<string[]>;
  /** A command to the browser itself. */
  devtools: (name: string, values: object) => Promise<void>;
  /** A script that every page begins with from now on; answers what takes it away, as the end of the file does. */
  everyPage: (source: string) => Promise<() => Promise<void>>;
  /** A phone that nobody is signed in on, until `clear` or `desk`. */
  phone: () => Promise<void>;
  /** The page of 1280 × 800 that every file begins with. */
  desk: () => Promise<void>;
  /** Forgets all that the pages of a file left: where it was, what it kept, what it was told. */
  clear: () => Promise<void>;
  close: () => Promise<void>;
};

export const SCRATCH = join(import.meta.dirname, '..', '..', '.vexlo', 'browser');
const PATIENCE_MS = Number(process.env['PATIENCE'] ?? 140_000);
const MOST_TRIES = 20;

/** Finds an element and does something with it; one that was drawn anew between the two is found once more. */
export async function onTheElement<T>(
  locate: () => Promise<WebElement>,
  act: (element: WebElement) => Promise<T>,
): Promise<T> {
  for (let tries = 1; ; tries++)
    try {
      return await act(await locate());
    } catch (fault) {
      if (!(fault instanceof error.StaleElementReferenceError) || tries === MOST_TRIES) throw fault;
    }
}

/** One for all files that a worker of the tests runs; it ends with the worker. */
const shared = globalThis as { vexloBrowser?: Promise<Browser> };
export function sharedBrowser(): Promise<Browser> {
  shared.vexloBrowser ??= openBrowser();
  return shared.vexloBrowser;
}

/** A folder for what a browser leaves behind. */
export function browserFolder(): string {
  mkdirSync(SCRATCH, { recursive: true });
  return mkdtempSync(join(SCRATCH, 'run-'));
}

/**
 * A headless Chromium with a page of exactly 1280 × 800, and its own folder for what it leaves behind. Pages are kept for a time
 * without a connection only where that is tested: elsewhere each test’s server is new, and all its files would be fetched for nothing.
 */
export async function openBrowser(folder = browserFolder(), keeping = false): Promise<Browser> {
  const options = new Options();
  options.setChromeBinaryPath('/usr/bin/chromium');
  options.addArguments(
    '--headless=new',
    '--no-sandbox',
    '--disable-dev-shm-usage',
    '--window-size=1280,800',
    '--force-device-scale-factor=1',
    '--hide-scrollbars',
    '--force-color-profile=srgb',
    '--font-render-hinting=none',
    '--disable-background-networking',
    // A name of a shop's network that leads here: not loopback to the browser, so its pages are not a secure context.
    '--host-resolver-rules=MAP bench.shop 127.0.0.1',
    // A second tab of a test is another person: it does not sleep while nobody looks at it.
    '--disable-background-timer-throttling',
    '--disable-renderer-backgrounding',
    '--disable-backgrounding-occluded-windows',
    // As a browser does on a machine without a graphics card: pages are put together without it, and space is drawn by the processor.
    '--disable-gpu',
    '--enable-unsafe-swiftshader',
    `--user-data-dir=${join(folder, 'profile')}`,
  );
  options.setUserPreferences({ 'download.default_directory': folder, 'download.prompt_for_download': false });
  const logs = new logging.Preferences();
  logs.setLevel(logging.Type.BROWSER, logging.Level.WARNING);
  options.setLoggingPrefs(logs);
  // The folder in its arguments tells whose it is, when the worker is gone and it is not.
  const service = new ServiceBuilder('/usr/bin/chromedriver')
    .addArguments(`--log-path=${join(folder, 'driver.log')}`)
    // Theirs alone: a worker has more than one browser in its time, and the folder of one is gone before the next is asked.
    .setEnvironment({ ...process.env, TMPDIR: folder });
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(service)
    .build();
  // A whole page is looked at by one script, on a machine that may be eight times slower than this one.
  await driver.manage().setTimeouts({ script: 240_000 });
  // What comes a frame later is waited for wherever it is looked up: no test races the page's own drawing.
  driver.findElement = (locator) =>
    driver.wait(until.elementLocated(locator), PATIENCE_MS, `no ${String(locator)} on the page`);
  // The types of the driver do not know what Chromium's own does.
  type Chromium = {
    sendDevToolsCommand: (command: string, values: object) => Promise<void>;
    sendAndGetDevToolsCommand: (command: string, values: object) => Promise<{ identifier: string }>;
  };
  const chromium = driver as unknown as Chromium;
  const devtools: Browser['devtools'] = (name, values) => chromium.sendDevToolsCommand(name, values);
  const asked: Chromium['sendAndGetDevToolsCommand'] = (name, values) =>
    chromium.sendAndGetDevToolsCommand(name, values);
  const size = (width: number, height: number, mobile: boolean): Promise<void> =>
    devtools('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile });
  const desk = (): Promise<void> => size(1280, 800, false);
  await desk();
  if (!keeping)
    await devtools('Page.addScriptToEvaluateOnNewDocument', {
      source: 'delete Navigator.prototype.serviceWorker',
    });
  await devtools('Page.addScriptToEvaluateOnNewDocument', {
    // Notices go by themselves: what was said is kept for those who come late.
    source: `window.notices = [];
      new MutationObserver((list) => {
        for (const { addedNodes } of list) for (const node of addedNodes) {
          const toasts = node.matches?.('[data-sonner-toast]') ? [node] : [...(node.querySelectorAll?.('[data-sonner-toast]') ?? [])];
          for (const toast of toasts) setTimeout(() => window.notices.push(toast.textContent), 50);
        }
      }).observe(document, { childList: true, subtree: true });
      window.violations = []; addEventListener('securitypolicyviolation', (event) =>
      window.violations.push(event.violatedDirective + ' ' + event.blockedURI + ' ' + event.sample))`,
  });
  /** What takes away what the pages of the file that is running begin with. */
  const added = new Set<() => Promise<void>>();
  const find = async (css: string): Promise<WebElement> => driver.findElement(By.css(css));
  const browser: Browser = {
    driver,
    folder,
    devtools,
    everyPage: async (source) => {
      await devtools('Page.enable', {});
      const { identifier } = await asked('Page.addScriptToEvaluateOnNewDocument', { source });
      const takeAway = (): Promise<void> => {
        added.delete(takeAway);
        return devtools('Page.removeScriptToEvaluateOnNewDocument', { identifier });
      };
      added.add(takeAway);
      return takeAway;
    },
    notices: () => driver.executeScript<string[]>('return window.notices'),
    find,
    text: (css) =>
      onTheElement(
        () => find(css),
        (element) => element.getText(),
      ),
    eventually: async (read, holds, what) => {
      let last: unknown;
      const from = Date.now();
      while (Date.now() - from < PATIENCE_MS) {
        try {
          const value = await read();
          last = value;
          if (holds(value)) return value;
        } catch (fault) {
          // An element that went stale or is not there yet is looked up again.
          last = fault;
        }
        await driver.sleep(50);
      }
      throw new Error(`${what}; last read: ${last instanceof Error ? last.message : JSON.stringify(last)}`);
    },
    signIn: async (url, person, under = url) => browser.carry(await cookieAt(url, person), under),
    carry: async (cookies, under) => {
      for (const cookie of cookies.split('; ')) {
        const [name = '', value = ''] = cookie.split(/=(.*)/s);
        const expires = Date.now() / 1000 + 86_400;
        await devtools('Network.setCookie', {
          url: under,
          name,
          value,
          httpOnly: true,
          // Kept over a restart of the browser, as the server's own is.
          expires,
          sameSite: 'Lax',
        });
      }
    },
    shot: async (file) => writeFileSync(file, Buffer.from(await driver.takeScreenshot(), 'base64')),
    desk,
    phone: async () => {
      await devtools('Network.clearBrowserCookies', {});
      await size(390, 780, true);
    },
    clear: async () => {
      const all = await driver.getAllWindowHandles();
      for (const extra of all.slice(1)) {
        await driver.switchTo().window(extra);
        await driver.close();
      }
      if (all[0]) await driver.switchTo().window(all[0]);
      for (const takeAway of added) await takeAway();
      // One file's phone is not the next one's.
      await desk();
      const origin = new URL(await driver.getCurrentUrl()).origin;
      await driver.get('about:blank');
      await devtools('Network.clearBrowserCookies', {});
      if (origin !== 'null') await devtools('Storage.clearDataForOrigin', { origin, storageTypes: 'all' });
      for (const name of readdirSync(folder))
        if (name !== 'profile' && name !== 'driver.log')
          rmSync(join(folder, name), { recursive: true, force: true });
    },
    close: async () => {
      await driver.quit();
      if (!keeping) rmSync(folder, { recursive: true, force: true });
    },
  };
  return browser;
}
