import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { LEAVES, type LeafId } from '../../web/app/sheet/leaves';
import { useBench } from './bench';
import { FIRST_LOAD, READY } from './firstLoad';

const bench = useBench('leaves');

/** Where each leaf answers its question. */
const ANSWERS: Readonly<Record<LeafId, string>> = {
  measure: '[data-testid="still-to-read"]',
  package: '[data-testid="change-table"]',
  search: '#search button[form="search-limits"]',
  fit: '[data-testid="touch-table"] [data-rows="obstacles"] tr',
  load: '[data-testid="axle-bars"]',
  driveline: '[data-testid="ladder"]',
  cut: '[data-testid="edges"]',
  build: '[data-testid="price"]',
  log: '[data-testid="suggestions"]',
};

const IN_THE_BAY: ReadonlySet<LeafId> = new Set<LeafId>(['measure', 'log', 'build']);

const size = (width: number, height: number): Promise<void> =>
  bench().devtools('Emulation.setDeviceMetricsOverride', {
    width,
    height,
    deviceScaleFactor: 1,
    mobile: false,
  });
const path = async (): Promise<string> => new URL(await bench().driver.getCurrentUrl()).pathname;
/** The leaves that are on the page. */
const mounted = (): Promise<string[]> =>
  bench().driver.executeScript(
    'return [...document.querySelectorAll("main section.station")].map(({ id }) => id)',
  );
const focused = (): Promise<string> => bench().driver.executeScript('return document.activeElement.id');
const onHeading = async (): Promise<void> => (await bench().driver.findElement(By.css('h1'))).click();

describe('leaves', () => {
  test('one is in front, at its own address; back and forward go between them; a job opens on what touches', async () => {
    const { openStage, turn, driver, eventually, go } = bench();
    await openStage('Dunmarrow', 1, 'load');
    expect(await mounted()).toEqual(['load']);
    const [, , job] = (await path()).split('/');
    await turn('driveline');
    await turn('log');
    expect(await path()).toBe(`/jobs/${job}/log`);
    expect(await mounted()).toEqual(['log']);
    await driver.navigate().back();
    await eventually(mounted, (ids) => ids.join() === 'driveline', 'the leaf before');
    expect(await path()).toBe(`/jobs/${job}/driveline`);
    await driver.navigate().forward();
    await eventually(mounted, (ids) => ids.join() === 'log', 'and the one after it');
    await driver.navigate().refresh();
    await eventually(mounted, (ids) => ids.join() === 'log', 'a reload finds it');
    await go(`/jobs/${job}`);
    expect(await path()).toBe(`/jobs/${job}/fit`);
    await driver.get(`${bench().address}/jobs/${job}/attic`);
    expect(await bench().text('body')).toContain('no such leaf');
  });

  test('what is not there is said on a page of the shop, with the way back', async () => {
    const { driver, address, text, find, eventually } = bench();
    for (const [at, says] of [
      ['/jobs/9999999', 'There is no such job.'],
      ['/jobs/9999999/fit', 'There is no such job.'],
      ['/jobs/9999999/compare', 'There is no such job'],
      ['/fleet/9999999', 'There is no such search.'],
      ['/attic', 'There is no such page.'],
    ] as const) {
      await driver.get(`${address}${at}`);
      expect(await text('h1'), at).toContain(says);
    }
    const status = `const [done] = [...arguments].slice(-1);
      Promise.all(['/jobs/9999999', '/attic', '/api/attic'].map((at) => fetch(at).then(async (one) =>
        one.status + ' ' + (one.headers.get('content-type') ?? '').split(';')[0]))).then(done)`;
    expect(await driver.executeAsyncScript(status)).toEqual([
      '404 text/html',
      '404 text/html',
      '404 application/json',
    ]);
    await (await find('nav[aria-label="Pages"] a[href="/"]')).click();
    await eventually(
      () => text('h1'),
      (words) => words.includes('Jobs'),
      'the way back leads to the jobs',
    );
  });

  test('each answers in the first look, under a head of two lines, and nothing goes out at the side', async () => {
    const { openStage, turn, find, driver, eventually } = bench();
    await openStage('Dunmarrow', 1);
    const wide = async (): Promise<string[]> =>
      driver.executeScript(`
        // What scrolls in a frame of its own keeps to the page; the rest of the station is cut off, not scrolled.
        const framed = (one) => one.closest('.overflow-x-auto, .sr-only, [aria-hidden=true], svg, dialog') !== null;
        const out = [...document.querySelectorAll('main *')].filter((one) => {
          const { right, width } = one.getBoundingClientRect();
          return width > 0 && right > innerWidth + 0.5 && !framed(one);
        });
        if (document.documentElement.scrollWidth > innerWidth) out.push(document.documentElement);
        return out.slice(0, 4).map((one) => one.tagName + ' ' + (one.dataset.testid ?? one.className) + ' ' + one.textContent.slice(0, 40));
      `);
    /** Controls that are smaller than a hand can hit: in the bay, where gloves are on, 44 px. */
    const small = async (leaf: LeafId, width: number): Promise<string[]> =>
      driver.executeScript(
        `
        const [least] = arguments;
        return [...document.querySelectorAll('main :is(button, input, select, summary), header :is(button, select), nav a')].filter((one) => {
          if (one.closest('svg, [hidden], [aria-hidden=true]') || one.matches('.sr-only, [type=hidden], [type=file]')) return false;
          const hit = one.matches('[type=checkbox], [type=radio]') ? (one.closest('label') ?? one) : one;
          const { width, height } = hit.getBoundingClientRect();
          return width > 0 && (height < (one.closest('main') ? least : 24) - 0.5 || width < 23.5);
        }).slice(0, 4).map((one) => one.tagName + ' ' + (one.getAttribute('aria-label') ?? one.textContent).slice(0, 30));
      `,
        width <= 1024 && IN_THE_BAY.has(leaf) ? 44 : 24,
      );
    try {
      for (const { id } of LEAVES) {
        await turn(id);
        await size(1280, 800);
        await find(ANSWERS[id]);
        const bottom = async (): Promise<number> =>
          driver.executeScript(
            'const box = document.querySelector(arguments[0]).getBoundingClientRect(); return box.height > 0 ? box.bottom : 1e6',
            ANSWERS[id],
          );
        await eventually(bottom, (y) => y <= 800, `${id} answers in the first 800 px`);
        expect(
          await driver.executeScript<number>('return document.querySelector("header").offsetHeight'),
          id,
        ).toBeLessThanOrEqual(96);
        for (const [width, height] of [
          [1920, 1080],
          [1024, 768],
          [390, 844],
        ] as const) {
          await size(width, height);
          await eventually(wide, (list) => list.length === 0, `${id} keeps to a width of ${width} px`);
          await eventually(
            () => small(id, width),
            (list) => list.length === 0,
            `what is pressed on ${id} is large enough at ${width} px`,
          );
        }
      }
    } finally {
      await size(1280, 800);
    }
  });

  test('nothing jumps while a leaf that was opened is worked out', async () => {
    const { openStage, go, find, driver } = bench();
    await openStage('Dunmarrow', 1);
    const [, , job] = (await path()).split('/');
    // How much of the window moved, times how far, each as a share of it, in all that was not somebody's doing; with what moved.
    const shifts = `const [done] = [...arguments].slice(-1);
      const all = [];
      const named = ({ node }) => node?.nodeType === 1 ? node.tagName + ' ' + node.textContent.slice(0, 30) : 'text';
      new PerformanceObserver((list) => all.push(...list.getEntries())).observe({ type: 'layout-shift', buffered: true });
      setTimeout(() => done([all.reduce((sum, one) => sum + one.value, 0), ...all.flatMap(({ sources }) => sources.map(named))]), 0);`;
    for (const [width, height] of [
      [1280, 800],
      [390, 844],
    ] as const) {
      await size(width, height);
      for (const { id } of LEAVES) {
        await go(`/jobs/${job}/${id}`);
        await find('[data-testid="sentence"][data-fresh="true"]');
        await find('[data-testid="verdict"][data-sure="true"]');
        const [moved, ...what] = await driver.executeAsyncScript<[number, ...string[]]>(shifts);
        expect(moved, `${id} at ${width}: ${what.join(', ')}`).toBeLessThan(0.08);
      }
    }
    await size(1280, 800);
  });

  test('each is drawn with at most 200 kB, whichever is opened first', async () => {
    const { devtools, driver, eventually, openStage, go } = bench();
    await devtools('Network.enable', {});
    await devtools('Network.setCacheDisabled', { cacheDisabled: true });
    await openStage('Dunmarrow', 1);
    const at = new URL(await driver.getCurrentUrl());
    const loads: [LeafId, number][] = [];
    try {
      for (const { id } of LEAVES) {
        await go(`${at.pathname.replace(/[a-z]+$/, id)}${at.search}`);
        await eventually(
          () => driver.executeScript<number | null>(READY),
          (ms) => ms !== null,
          `${id} can be used`,
        );
        loads.push([id, Math.round((await driver.executeScript<number>(FIRST_LOAD)) / 100) / 10]);
      }
    } finally {
      await devtools('Network.setCacheDisabled', { cacheDisabled: false });
    }
    // All of it was counted: React alone is more than half of this.
    expect(loads.filter(([, kb]) => kb < 100)).toEqual([]);
    expect(loads.filter(([, kb]) => kb > 200)).toEqual([]);
  });

  test('on Measure the axle under the hand stays; Fit opens on the one that decides', async () => {
    const { go, find, driver, turn, eventually } = bench();
    const axle = (): Promise<string> =>
      driver.executeScript(
        'return [...document.querySelectorAll("main fieldset")].find((one) => one.querySelector("legend").textContent === "Axle").querySelector(":checked").value',
      );
    await go('/jobs/1/measure');
    await find('[data-testid="verdict"][data-sure="true"]');
    expect(await axle()).toBe('front');
    await turn('fit');
    await eventually(axle, (one) => one === 'rear', 'the axle that decides');
    await turn('measure');
    expect(await axle()).toBe('rear');
  });

  test('keys turn them and stand on the heading, never in a field; digits on a drawing stay there', async () => {
    const { openStage, keys, find, eventually } = bench();
    await openStage('Dunmarrow', 1);
    await onHeading();
    for (const { id, key } of LEAVES) {
      await keys(key);
      await eventually(mounted, (ids) => ids.join() === id, `${key} turns to ${id}`);
      expect(await focused()).toBe(`${id}-title`);
    }
    await bench().turn('fit');
    const map = await find('[data-testid="lock-map"]');
    await map.sendKeys('1');
    expect(await mounted()).toEqual(['fit']);
  });

  test('a finger swiped across turns to the leaf beside; along the page, or over a drawing, it does not', async () => {
    const { openStage, devtools, driver, eventually, painted, turn } = bench();
    await size(390, 844);
    await devtools('Emulation.setTouchEmulationEnabled', { enabled: true });
    type Place = readonly [x: number, y: number];
    const middleOf = (css: string): Promise<Place> =>
      driver.executeScript(
        'const box = document.querySelector(arguments[0]).getBoundingClientRect(); return [box.x + box.width / 2, box.y + box.height / 2]',
        css,
      );
    const swipe = async ([x, y]: Place, across: number, along: number): Promise<void> => {
      // However long the machine takes, the finger takes a fifth of a second.
      const at = Date.now() / 1000;
      const touch = (type: string, touchPoints: object[], afterS: number): Promise<void> =>
        devtools('Input.dispatchTouchEvent', { type, touchPoints, timestamp: at + afterS });
      await touch('touchStart', [{ x, y }], 0);
      await touch('touchMove', [{ x: x + across / 2, y: y + along / 2 }], 0.1);
      await touch('touchMove', [{ x: x + across, y: y + along }], 0.15);
      await touch('touchEnd', [], 0.2);
      await painted();
    };
    try {
      await openStage('Dunmarrow', 1, 'load');
      await swipe(await middleOf('#load p'), -120, 4);
      await eventually(path, (at) => at.endsWith('/driveline'), 'on to the next leaf');
      await swipe(await middleOf('#driveline p'), 120, -3);
      await eventually(path, (at) => at.endsWith('/load'), 'and back');
      await swipe(await middleOf('#load p'), 30, -120);
      expect(await path()).toMatch(/\/load$/);
      await turn('package');
      await driver.executeScript(
        'document.querySelector("#package svg[role]").scrollIntoView({ block: "center" })',
      );
      await swipe(await middleOf('#package svg[role]'), -120, 0);
      expect(await path()).toMatch(/\/package$/);
    } finally {
      await devtools('Emulation.setTouchEmulationEnabled', { enabled: false });
      await size(1280, 800);
    }
  });

  test('what the hand was doing on another leaf is still there', async () => {
    const { openStage, turn, find, driver } = bench();
    await openStage('Dunmarrow', 1, 'log');
    const gap = () => driver.findElement(By.css('[data-testid="test-fit"] input[inputmode="decimal"]'));
    await (await gap()).sendKeys('12.5');
    await turn('measure');
    const gaps = await driver.findElement(By.xpath('//label[normalize-space(.)="Gaps"]'));
    await gaps.click();
    await turn('log');
    expect(await (await gap()).getAttribute('value')).toBe('12.5');
    await turn('measure');
    await find('[data-testid="gaps"]');
  });

  test('stages answer arrow keys, and a field gives back what it held when Escape is pressed', async () => {
    const { openStage, find, eventually, driver, field } = bench();
    await openStage('Dunmarrow', 1, 'package');
    const tab = async (position: number) => find(`[data-testid="stage-${position}"]`);
    await driver.executeScript('arguments[0].focus()', await tab(1));
    await (await tab(1)).sendKeys(Key.ARROW_RIGHT);
    await eventually(
      async () => (await tab(2)).getAttribute('aria-selected'),
      (on) => on === 'true',
      'the stage after it',
    );
    await (await tab(2)).sendKeys(Key.ARROW_LEFT);
    await eventually(
      async () => (await tab(1)).getAttribute('aria-selected'),
      (on) => on === 'true',
      'and back',
    );
    const before = await field('Offset');
    await bench().type('Offset', '33');
    await (await driver.switchTo().activeElement()).sendKeys(Key.ESCAPE);
    await eventually(
      () => field('Offset'),
      (mm) => mm === before,
      'what it was',
    );
  });

  test('how it will stand is drawn from the side with its heights before and after, and follows the lift', async () => {
    const { openStage, find, driver, eventually } = bench();
    await openStage('Dunmarrow', 1, 'package');
    const roof = async (): Promise<number> => {
      const drawing = await find('[data-testid="elevation"] svg');
      const [, before, after] =
        /roof: (\d{4}) → (\d{4}) mm/.exec((await drawing.getAttribute('aria-label')) ?? '') ?? [];
      expect(before).toBe('1905');
      return Number(after);
    };
    const now = await roof();
    const spring = await driver.findElement(
      By.css('[aria-label="Spring, front"], [data-path="package.lift.front.springMm"]'),
    );
    await spring.sendKeys(Key.chord(Key.CONTROL, 'a'), '90');
    await eventually(roof, (mm) => mm > now + 20, 'the roof is higher');
  });

  test('choosing the tape round puts the cursor into its first reading', async () => {
    const { openStage, driver, eventually } = bench();
    await openStage('Dunmarrow', 1, 'measure');
    await (await driver.findElement(By.xpath('//label[normalize-space(.)="Tape round"]'))).click();
    await eventually(
      () =>
        driver.executeScript<boolean>(
          'return document.activeElement === document.querySelector(\'[data-testid="round"] input[data-field]\')',
        ),
      (there) => there,
      'the first reading has the cursor',
    );
  });

  test('the whole set stands on one page, to be printed', async () => {
    const { openStage, driver, eventually } = bench();
    await openStage('Dunmarrow', 1, 'load');
    await (await bench().find('[aria-label="More"]')).click();
    await (
      await driver.findElement(By.xpath('//*[@id="sheet-menu"]//button[contains(., "whole set")]'))
    ).click();
    await eventually(
      mounted,
      (ids) => ids.join() === LEAVES.map(({ id }) => id).join(),
      'all leaves in the order of the work',
    );
  });
});
