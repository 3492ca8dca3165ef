import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { Builder, By, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { Options, ServiceBuilder } from 'selenium-webdriver/chrome';

export type Browser = {
  driver: WebDriver;
  /** The first element that fits, waited for. */
  find: (css: string) => Promise<WebElement>;
  text: (css: string) => Promise<string>;
  /** Waits until a reading of the page satisfies; fails with the last reading. */
  eventually: <T>(read: () => Promise<T>, holds: (value: T) => boolean, what: string) => Promise<T>;
  shot: (file: string) => Promise<void>;
  close: () => Promise<void>;
};

export const SCRATCH = join(import.meta.dirname, '..', '..', '.vexlo', 'browser');
const PATIENCE_MS = 60_000;

/** A headless Chromium with a page of exactly 1280 × 800, and its own folder for what it leaves behind. */
export async function openBrowser(): Promise<Browser> {
  mkdirSync(SCRATCH, { recursive: true });
  const folder = mkdtempSync(join(SCRATCH, 'run-'));
  process.env['TMPDIR'] = folder;
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
    '--use-angle=swiftshader',
    '--enable-unsafe-swiftshader',
    `--user-data-dir=${join(folder, 'profile')}`,
  );
  options.setUserPreferences({ 'download.default_directory': folder, 'download.prompt_for_download': false });
  const driver = await new Builder()
    .forBrowser('chrome')
    .setChromeOptions(options)
    .setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
    .build();
  await (
    driver as unknown as { sendDevToolsCommand: (name: string, values: object) => Promise<void> }
  ).sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
    width: 1280,
    height: 800,
    deviceScaleFactor: 1,
    mobile: false,
  });
  const find = (css: string): Promise<WebElement> =>
    driver.wait(until.elementLocated(By.css(css)), PATIENCE_MS, `no ${css} on the page`);
  return {
    driver,
    find,
    text: async (css) => (await find(css)).getText(),
    eventually: async (read, holds, what) => {
      let last: unknown;
      const from = Date.now();
      while (Date.now() - from < PATIENCE_MS) {
        try {
          const value = await read();
          last = value;
          if (holds(value)) return value;
        } catch (error) {
          // The page redraws under our hands; an element that went stale is looked up again.
          last = error;
        }
        await driver.sleep(50);
      }
      throw new Error(`${what}; last read: ${last instanceof Error ? last.message : JSON.stringify(last)}`);
    },
    shot: async (file) => writeFileSync(file, Buffer.from(await driver.takeScreenshot(), 'base64')),
    close: async () => {
      await driver.quit();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}
