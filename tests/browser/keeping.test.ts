import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { AxeBuilder } from '@axe-core/webdriverjs';
import { By, Key, until } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { demoTexts } from '../example';
import { useBench } from './bench';
import { SCRATCH } from './browser';

const bench = useBench('keeping');

/** A toast slides in; it is pressed where it is, not where it was. */
async function pressToast(words: string): Promise<void> {
  const { driver, find } = bench();
  await find('[data-sonner-toast]');
  const button = await driver.findElement(By.xpath(`//button[contains(., "${words}")]`));
  await driver.executeScript('arguments[0].click()', button);
}

/** Opens the menu of the sheet and takes a line of it. */
async function more(words: string): Promise<void> {
  const { driver, find } = bench();
  await (await find('[aria-label="More"]')).click();
  await driver
    .findElement(
      By.xpath(`//*[@id="sheet-menu"]//*[@aria-label="${words}" or normalize-space(.)="${words}"]`),
    )
    .click();
}

describe('build files', () => {
  test('a stage exports as a build file, and that file imports as a new vehicle with the same verdict', async () => {
    const { openStage, driver, settled, go, eventually, find } = bench();
    await openStage('Orrin Halyard', 2);
    const words = await settled();
    const link = await driver.findElement(By.xpath('//a[contains(., "Export")]')).getAttribute('href');
    const text = await driver.executeAsyncScript<string>(
      'const done = arguments[1]; fetch(arguments[0]).then((r) => r.text()).then(done)',
      link,
    );
    expect(text).toBe(demoTexts['halyard-2-full-build']);
    const file = join(SCRATCH, 'exported.json');
    writeFileSync(file, text);
    await go('/');
    await (await find('input[type="file"]')).sendKeys(file);
    await eventually(
      async () => new URL(await driver.getCurrentUrl()).pathname,
      (path) => path.startsWith('/jobs/'),
      'the new job opens',
    );
    expect(await settled()).toBe(words);
  });

  test('a faulty file says what and where, and imports nothing', async () => {
    const { go, find, text, driver } = bench();
    const build = JSON.parse(demoTexts['rook-1-long-tour'] ?? '') as {
      vehicle: Record<string, unknown>;
      package: { wheel: { offsetMm: unknown } };
    };
    build.vehicle['wheelbasMm'] = 1;
    build.package.wheel.offsetMm = 'ten';
    const file = join(SCRATCH, 'faulty.json');
    writeFileSync(file, JSON.stringify(build));
    await go('/');
    const rows = (await driver.findElements(By.css('[data-testid="jobs"] tbody tr'))).length;
    await (await find('input[type="file"]')).sendKeys(file);
    const faults = await text('[data-testid="faults"]');
    expect(faults).toContain('vehicle.wheelbasMm');
    expect(faults).toContain('did you mean "wheelbaseMm"');
    expect(faults).toContain('package.wheel.offsetMm: "ten" is not a number');
    await go('/');
    expect(await driver.findElements(By.css('[data-testid="jobs"] tbody tr'))).toHaveLength(rows);
  });

  test('a file can become one more stage, and the stage can be removed and brought back', async () => {
    const { openStage, find, eventually, driver, text } = bench();
    await openStage('Ister Pylon', 1);
    const file = join(SCRATCH, 'stage.json');
    writeFileSync(file, demoTexts['pylon-2-shoreline'] ?? '');
    await (await find('[aria-label="Build file to import as a stage"]')).sendKeys(file);
    await eventually(
      () => text('[data-testid="stage-3"]'),
      (words) => words.includes('Shoreline'),
      'the third stage',
    );
    await more('Remove this stage');
    await eventually(
      async () => (await driver.findElements(By.css('[data-testid="stage-3"]'))).length,
      (count) => count === 0,
      'it is gone',
    );
    await pressToast('Bring it back');
    await eventually(
      () => text('[data-testid="stage-3"]'),
      (words) => words.includes('Shoreline'),
      'it is back',
    );
  });
});

describe('nothing typed is lost', () => {
  test('a lost connection says so, keeps what is typed over a reload, and catches up', async () => {
    const { openStage, type, find, saved, driver, field, eventually, text } = bench();
    await openStage('Tarn Holloway', 1);
    await saved();
    await bench().connection(false);
    await type('Spacer', '17');
    await find('[data-testid="save-state"][data-state="offline"]');
    await eventually(
      () => text('[data-testid="save-state"]'),
      (words) => words.includes('kept on this device'),
      'it is said where it is kept',
    );
    await bench().connection(true);
    await saved();
    await driver.navigate().refresh();
    await eventually(
      () => field('Spacer'),
      (mm) => mm === '17',
      'it was stored',
    );
  });

  test('a page that is closed before it could save takes the draft up again', async () => {
    const { openStage, type, saved, field, eventually, go, driver } = bench();
    await openStage('Tarn Holloway', 2);
    const path = new URL(await driver.getCurrentUrl());
    await saved();
    await bench().connection(false);
    await type('Spacer', '9');
    await bench().find('[data-testid="save-state"][data-state="offline"]');
    await driver.get('about:blank');
    await bench().connection(true);
    await go(path.pathname + path.search);
    await eventually(
      () => field('Spacer'),
      (mm) => mm === '9',
      'the draft is on the page',
    );
    await saved();
    await go(path.pathname + path.search);
    await eventually(
      () => field('Spacer'),
      (mm) => mm === '9',
      'and stored',
    );
  });

  test('two people on one sheet: different places both stand, the same place is not overwritten', async () => {
    const { openStage, driver, type, saved, field, eventually, find, go } = bench();
    await openStage('Tarn Holloway', 1);
    const path = new URL(await driver.getCurrentUrl());
    const url = path.pathname + path.search;
    await saved();
    const first = await driver.getWindowHandle();
    await driver.switchTo().newWindow('tab');
    const second = await driver.getWindowHandle();
    await go(url);
    await type('Bore', '90');
    await saved();
    await driver.switchTo().window(first);
    await type('Spacer', '21');
    await eventually(
      () => field('Bore'),
      (mm) => mm === '90',
      'theirs is seen here',
    );
    await saved();
    expect(await field('Spacer')).toBe('21');
    // Both on one place: the slower hand is told, and keeps its number at hand.
    await driver.switchTo().window(second);
    await eventually(
      () => field('Spacer'),
      (mm) => mm === '21',
      'ours is seen there',
    );
    // Cut here and not in the browser: its own switch does not hold while another tab is in front.
    await driver.executeScript(`
      window.uncut = window.fetch;
      window.fetch = () => Promise.reject(new TypeError('no connection'));
      dispatchEvent(new Event('offline'));
    `);
    await type('Spacer', '30');
    await find('[data-testid="save-state"][data-state="offline"]');
    await driver.switchTo().window(first);
    await type('Spacer', '25');
    await saved();
    await driver.switchTo().window(second);
    await driver.executeScript(`window.fetch = window.uncut; dispatchEvent(new Event('online'));`);
    // Read and pressed in one go: a notice goes by itself, and between two commands a slow machine takes its time.
    const stood = await eventually(
      () =>
        driver.executeAsyncScript<string | null>(`
          const done = arguments[0];
          requestAnimationFrame(() => requestAnimationFrame(() => {
            const toast = [...document.querySelectorAll('[data-sonner-toast]')].find((one) => one.textContent.includes('Theirs stands'));
            const back = [...(toast?.querySelectorAll('button') ?? [])].find((one) => one.textContent.includes('Put mine back'));
            if (!back) return done(null);
            const label = [...document.querySelectorAll('label')].find((one) => one.textContent.trim() === 'Spacer');
            const { value } = document.getElementById(label.htmlFor);
            back.click();
            done(value);
          }));
        `),
      (value) => value !== null,
      'the conflict is told',
    );
    expect(stood).toBe('25');
    await eventually(
      () => field('Spacer'),
      (mm) => mm === '30',
      'mine is put back',
    );
    await saved();
    await driver.close();
    await driver.switchTo().window(first);
  });

  test('the history says who, from and to', async () => {
    const { text, eventually } = bench();
    await more('History');
    await eventually(
      () => text('[data-testid="history"]'),
      (words) => /spacer \d+ → \d+ mm[\s\S]*Ansa Brekk, \d+ \w+ \d\d:\d\d/.test(words),
      'who, from and to',
    );
    await bench().keys(Key.ESCAPE);
  });
});

describe('the person', () => {
  test('the unit key shows inches everywhere, is remembered, and changes no stored value', async () => {
    const { openStage, keys, eventually, field, driver, sentence, settled, text } = bench();
    await openStage('Haldane Rook', 2);
    const metric = await field('Offset');
    await driver.findElement(By.css('h1')).click();
    await keys('u');
    await eventually(
      () => field('Offset'),
      (value) => value === '3/8',
      'sixteenths',
    );
    expect(await sentence()).toMatch(/ in/);
    await driver.navigate().refresh();
    await settled();
    expect(await field('Offset')).toBe('3/8');
    expect(await text('[data-testid="save-state"]')).toBe('Saved');
    await driver.findElement(By.css('h1')).click();
    await keys('u');
    await eventually(
      () => field('Offset'),
      (value) => value === metric,
      'back to mm as it was',
    );
  });

  test('? lists the keys, and keys move through the sheet', async () => {
    const { keys, text, find, eventually, driver } = bench();
    await driver.findElement(By.css('h1')).click();
    await keys('?');
    expect(await text('[role="dialog"]')).toContain('sweep lock to lock');
    await keys(Key.ESCAPE);
    await keys('r');
    await eventually(
      () => text('[data-testid="fit-grade"]'),
      (words) => words.includes('rear'),
      'the rear axle',
    );
    await keys('f', '[');
    await eventually(
      async () => (await find('[data-testid="stage-1"]')).getAttribute('aria-selected'),
      (on) => on === 'true',
      'the stage before',
    );
  });
});

describe('the job', () => {
  test('where it is and what it waits for are changed on the sheet and seen in the list', async () => {
    const { openStage, find, driver, eventually, go } = bench();
    await openStage('Selk Marten', 1);
    await (await find('[data-testid="job-status"]')).click();
    const dialog = await find('[role="dialog"]');
    const words = await dialog.findElement(By.css('input'));
    await words.sendKeys(Key.chord(Key.CONTROL, 'a'), 'left strut top');
    await dialog.findElement(By.xpath('.//button[.="Store"]')).click();
    await eventually(
      async () => (await find('[data-testid="job-status"]')).getAttribute('title'),
      (now) => String(now) === 'Waits for left strut top; set by hand',
      'the sheet says so',
    );
    await go('/');
    const line = await driver.findElement(By.xpath('//tr[contains(., "Selk Marten")]'));
    expect(await line.getText()).toContain('left strut top');
  });
});

describe('the open address', () => {
  /** Posts from the page, as a program of the shop's own would. */
  const post = (
    body: string,
  ): Promise<{ status: number; body: { grade?: string; faults?: { path: string; message: string }[] } }> =>
    bench().driver.executeAsyncScript(
      'const done = arguments[1]; fetch("/api/assess", { method: "POST", body: arguments[0], headers: { "content-type": "application/json" } }).then(async (r) => done({ status: r.status, body: await r.json() }))',
      body,
    );
  test('POST /api/assess answers as the command line does, and 422 with the faults for a bad file', async () => {
    await bench().go('/');
    const good = await post(demoTexts['rook-1-long-tour'] ?? '');
    expect(good).toMatchObject({ status: 200, body: { grade: 'free' } });
    const bad = await post((demoTexts['rook-1-long-tour'] ?? '').replace('"suv"', '"boat"'));
    expect(bad).toMatchObject({
      status: 422,
      body: { faults: [{ path: 'vehicle.kind', message: '"boat" is not one of truck, van, suv' }] },
    });
    expect(await post('{"format"')).toMatchObject({
      status: 422,
      body: { faults: [{ path: 'line 1, column 10' }] },
    });
  });
});

describe('manners', () => {
  test('no serious finding from axe, light and dark', async () => {
    const { go, openStage, driver } = bench();
    const serious = async (rules?: string[]): Promise<string[]> => {
      // All in the page itself: otherwise a second one is opened, which has to be there within a second.
      const axe = new AxeBuilder(driver).setLegacyMode();
      const { violations } = await (rules ? axe.withRules(rules) : axe).analyze();
      return violations
        .filter(({ impact }) => impact === 'serious' || impact === 'critical')
        .map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`);
    };
    await go('/');
    expect(await serious()).toEqual([]);
    await go('/plan');
    await driver.wait(until.elementLocated(By.css('[data-testid="board"] [data-task]')), 60_000);
    expect(await serious()).toEqual([]);
    for (const path of ['/jobs/41/papers/order?of=83', '/due', '/learned', '/lessons']) {
      await go(path);
      expect(await serious(), path).toEqual([]);
    }
    await openStage('Orrin Halyard', 1);
    expect(await serious()).toEqual([]);
    // What the light changes are colours alone.
    await driver.executeScript('document.documentElement.dataset.theme = "dark"');
    expect(await serious(['color-contrast'])).toEqual([]);
  });

  test('no page asks for what its policy forbids', async () => {
    const { go, openStage, driver, find } = bench();
    const broken = (): Promise<string[]> => driver.executeScript('return window.violations');
    for (const path of [
      '/',
      '/plan',
      '/due',
      '/learned',
      '/lessons',
      '/catalog',
      '/jobs/41/papers/order?of=83',
    ]) {
      await go(path);
      expect(await broken(), path).toEqual([]);
    }
    await openStage('Orrin Halyard', 1);
    await bench().turn('search');
    await bench().keys('?');
    await find('[role="dialog"]');
    expect(await broken()).toEqual([]);
  });

  test('no request leaves the machine', async () => {
    const { openStage, driver, address } = bench();
    await openStage('Orrin Halyard', 1);
    const names = await driver.executeScript<string[]>(
      'return performance.getEntriesByType("resource").map((entry) => entry.name)',
    );
    expect(names.length).toBeGreaterThan(5);
    for (const name of names)
      expect(name.startsWith(address) || name.startsWith('data:') || name.startsWith('blob:')).toBe(true);
  });
});

describe('a part that fails', () => {
  test('says what failed, keeps what was typed and the rest, and loads again', async () => {
    const { driver, everyPage, go, openStage, type, saved, text, find, eventually, field } = bench();
    await openStage('Uplands Seed Bank', 1);
    await type('Spacer', '7');
    await saved();
    const url = new URL(await driver.getCurrentUrl());
    // One station asks the browser what is seen: here it answers with a fault, once for each that asks.
    const giveBack = await everyPage(`
      const honest = window.IntersectionObserver;
      window.IntersectionObserver = function () { throw new Error('no eyes today'); };
      window.mend = () => { window.IntersectionObserver = honest; };
    `);
    await go(url.pathname + url.search);
    await bench().turn('cut');
    const failed = '[data-failed="Cut"]';
    expect(await text(failed)).toContain('This part of the page failed: no eyes today');
    expect(await field('Spacer')).toBe('7');
    await type('Spacer', '8');
    await saved();
    await bench().turn('cut');
    await driver.executeScript('window.mend()');
    const again = await find(`${failed} button`);
    await driver.executeScript('arguments[0].click()', again);
    await eventually(
      () => driver.findElements(By.css(failed)),
      (list) => list.length === 0,
      'it is there again',
    );
    expect(await text('#cut')).toContain('Cut');
    expect(await field('Spacer')).toBe('8');
    await giveBack();
  });

  test('code of a drawing that does not arrive takes nothing else with it, and comes when it is loaded again', async () => {
    const { driver, devtools, openStage, text, find } = bench();
    await devtools('Network.enable', {});
    await devtools('Network.setBlockedURLs', { urls: ['*/_astro/LiftChart*'] });
    await openStage('Orrin Halyard', 1);
    const failed = '#fit [data-failed="What lift does"]';
    // What nobody scrolls to is not drawn.
    const scroll = async (): Promise<void> =>
      driver.executeScript('arguments[0].scrollIntoView()', await find('[data-testid="cure-pane"]'));
    await scroll();
    expect(await text(failed)).toContain('This part of the page failed');
    await find('[data-testid="runner-offset"]');
    await devtools('Network.setBlockedURLs', { urls: [] });
    await driver.executeScript('arguments[0].click()', await find(`${failed} button`));
    await scroll();
    await find('[data-testid="lift-chart"] svg');
    expect(await driver.findElements(By.css(failed))).toHaveLength(0);
  });
});
