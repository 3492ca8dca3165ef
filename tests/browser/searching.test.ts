import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { SCRATCH } from './browser';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('searching');
const { press, fill, choose } = handsOf(bench);

const tick = async (words: string): Promise<void> => {
  const label = await bench().driver.findElement(
    By.xpath(`//section[@id="search"]//label[normalize-space(.)="${words}"]//input`),
  );
  await bench().driver.executeScript('arguments[0].click()', label);
};
const state = async (): Promise<string | null> =>
  (await bench().find('[data-testid="search-progress"]')).getAttribute('data-state');

describe('what fits', () => {
  test('a search shows something at once, is stopped, goes on, and ends', async () => {
    const { openStage, find, eventually, text, painted, driver } = bench();
    await openStage('Dunmarrow', 1, 'search');
    // So much that it does not end before it is stopped.
    for (const one of ['lift', 'spacer', 'axle ratio']) await tick(one);
    await press('Search', '//section[@id="search"]');
    await find('[data-testid="ranking"] tbody tr');
    // Long before all are judged.
    expect(await state()).toBe('running');
    await eventually(
      () => text('[data-testid="search-progress"]'),
      (words) => words.includes('packages judged'),
      'all of the catalog is being judged',
    );
    await press('Stop', '//section[@id="search"]');
    await eventually(state, (is) => is !== 'running', 'it stops');
    const judged = async (): Promise<number> =>
      Number(
        /([\d,]+) of/.exec(await text('[data-testid="search-progress"]'))?.[1]?.replaceAll(',', '') ?? NaN,
      );
    const before = await judged();
    expect(await state()).toBe('stopped');
    for (let i = 0; i < 20; i++) await painted();
    expect(await judged()).toBe(before);
    await press('Go on', '//section[@id="search"]');
    await eventually(judged, (now) => now > before, 'it goes on from there');
    await press('Stop', '//section[@id="search"]');
    for (const one of ['lift', 'spacer', 'axle ratio']) await tick(one);
    await press('Search', '//section[@id="search"]');
    await eventually(state, (is) => is === 'done', 'a smaller one ends');
    const words = await text('[data-testid="search-progress"]');
    const [, all, total] = /([\d,]+) of ([\d,]+) packages/.exec(words) ?? [];
    expect(Number(total?.replaceAll(',', ''))).toBeGreaterThan(0);
    expect(all).toBe(total);
    // Each thing is said of one line alone, and money has its currency.
    const ranking = await text('[data-testid="ranking"]');
    for (const best of ['the largest tire', 'costs least', 'most room around it'])
      expect(ranking.split(best).length, best).toBeLessThanOrEqual(2);
    expect(ranking).toMatch(/the largest tire|costs least/);
    expect(ranking).toMatch(/\d cr\b/);
    await eventually(
      () => text('[data-testid="ranking"] tbody tr'),
      (line) => /\d+ % sure/.test(line),
      'each says how sure its grade is',
    );
    // What differs in nothing that matters stands in one line, a press away.
    const variants = By.css('[data-testid="variants"]');
    const toggles = await driver.findElements(variants);
    if (toggles[0]) {
      const count = Number(/\d+/.exec(await toggles[0].getText())?.[0]);
      await driver.executeScript('arguments[0].click()', toggles[0]);
      await eventually(
        () => driver.findElements(By.css('[data-testid="variant"]')),
        (lines) => lines.length === count,
        'its variants are shown',
      );
    }
  });

  test('why not: how many fell to each limit, and what stopped a tire that is named, by how much', async () => {
    const { driver, text, eventually } = bench();
    expect(await text('[data-testid="why-not"]')).toMatch(
      /it meets something, or comes nearer than the margin\s+[\d,]+/,
    );
    const input = await driver.findElement(By.css('[data-testid="why-not"] input'));
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', input);
    await input.sendKeys('LT295/70R18 quarrow');
    await eventually(
      () => text('[data-testid="why-answers"]'),
      (words) =>
        /Quarrow .*LT295\/70R18/.test(words) && /by \d+ mm|among what was found|not go onto/.test(words),
      'it is told',
    );
  });

  test('a mark that is pointed at shows its wheel in the corner', async () => {
    const { driver, find, eventually, text } = bench();
    const picture = await find('[data-testid="search-picture"] svg');
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', picture);
    const { width, height } = await picture.getRect();
    // From the lower left to the upper right, over where the marks are.
    const [x, y] = [Math.round(width * 0.3), Math.round(height * 0.4)];
    const sweep = driver.actions({ async: true }).move({ origin: picture, x: -x, y });
    for (let i = 1; i <= 12; i++)
      sweep.move({
        origin: picture,
        x: -x + Math.round((i * x) / 6),
        y: y - Math.round((i * y) / 6),
        duration: 30,
      });
    await sweep.perform();
    const mm = Number(await (await find('[data-testid="pointed"]')).getAttribute('data-over-all-mm'));
    expect(mm).toBeGreaterThan(500);
    await eventually(
      async () => Number(/⌀ ([\d.]+) mm/.exec(await text('[data-testid="wheel-peek"]'))?.[1]),
      (drawn) => Math.abs(drawn - mm) <= 1,
      'its wheel is drawn',
    );
  });

  test('what matters reorders without judging anew, and a limit takes packages away', async () => {
    const { driver, eventually, text } = bench();
    const first = (): Promise<string> => text('[data-testid="ranking"] tbody tr:first-child');
    const before = await first();
    const slide = async (words: string, key: string): Promise<void> => {
      const range = await driver.findElement(
        By.xpath(
          `//section[@id="search"]//label[starts-with(normalize-space(.), "${words}")]//input[@type="range"]`,
        ),
      );
      await range.sendKeys(...Array.from({ length: 10 }, () => key));
    };
    await slide('low cost', Key.ARROW_LEFT);
    await slide('ground clearance', Key.ARROW_RIGHT);
    await eventually(first, (words) => words !== before, 'another is first');
    expect(await state()).toBe('done');
  });

  test('a wider zone and the shop’s rules take packages away, and say how many', async () => {
    const { find, eventually, text } = bench();
    const kept = async (): Promise<number> =>
      Number(
        /judged, ([\d,]+) keep/.exec(await text('[data-testid="search-progress"]'))?.[1]?.replaceAll(',', ''),
      );
    const number = async (): Promise<string | null> =>
      (await find('[data-testid="search-progress"]')).getAttribute('data-search');
    /** Another search than that one has come to its end. */
    const ended = async (before: string | null): Promise<void> => {
      await eventually(number, (now) => now !== null && now !== before, 'it begins');
      await eventually(state, (is) => is === 'done', 'it ends');
    };
    const searched = async (): Promise<number> => {
      const last = await number();
      await press('Search', '//section[@id="search"]');
      await ended(last);
      return kept();
    };
    const before = await kept();
    await choose('In the zone', 'Everything');
    const wider = await searched();
    expect(wider).toBeGreaterThan(0);
    expect(wider).toBeLessThan(before);
    await choose('Rules of the place', 'the shop');
    const ruled = await searched();
    expect(ruled).toBeLessThanOrEqual(wider);
    // Enter in a field searches as the button does.
    const last = await number();
    await fill('Budget', `1500${Key.ENTER}`, '//section[@id="search"]');
    await ended(last);
    const cheap = await kept();
    expect(cheap).toBeGreaterThan(0);
    expect(cheap).toBeLessThan(ruled);
    await fill('Budget', Key.BACK_SPACE, '//section[@id="search"]');
  });

  test('a result becomes a stage with one press, and stands beside the others', async () => {
    const { driver, eventually, go, settled, text } = bench();
    // By the keyboard: down a line, up again, and Enter.
    const line = await driver.findElement(
      By.css('[data-testid="ranking"] tbody button:not([aria-expanded])'),
    );
    await driver.executeScript('arguments[0].focus()', line);
    const focused = (): Promise<string> =>
      driver.executeScript('return document.activeElement.closest("tr").textContent');
    const first = await focused();
    await line.sendKeys(Key.ARROW_DOWN);
    await eventually(focused, (words) => words !== first, 'the next line has the focus');
    await driver.switchTo().activeElement().sendKeys(Key.ARROW_UP);
    await eventually(focused, (words) => words === first, 'the first has it again');
    await driver.switchTo().activeElement().sendKeys(Key.ENTER);
    await eventually(
      () => driver.findElements(By.css('[data-testid="stage-4"][aria-selected="true"]')),
      (list) => list.length === 1,
      'it is the stage on the page',
    );
    await settled();
    const link = await driver.findElement(By.xpath('//a[contains(., "Compare")]'));
    const { pathname, search } = new URL((await link.getAttribute('href')) ?? '');
    await go(`${pathname}${search}`);
    const paper = await text('[data-testid="paper"]');
    expect(paper).toContain('Stages side by side');
    expect(paper).toContain('Wide and tall');
    const boxes = await driver.findElements(By.css('nav input[type="checkbox"]'));
    expect(boxes).toHaveLength(5);
    await boxes[1]?.click();
    await eventually(
      () => text('[data-testid="paper"]'),
      (words) => !words.includes('Tall and narrow'),
      'a stage that is taken out is gone',
    );
    const pdf = await driver.executeAsyncScript<string>(`
      const done = arguments[0];
      fetch([...document.links].find((a) => a.textContent === 'PDF A4').href)
        .then((r) => r.text()).then((t) => done(t.slice(0, 5)));
    `);
    expect(pdf).toBe('%PDF-');
  });

  test('a package is tried on every vehicle; the page is read again and still knows', async () => {
    const { openStage, driver, eventually, text } = bench();
    await openStage('Uplands Seed Bank', 1, 'search');
    await press('On which of our vehicles?');
    await eventually(
      () => driver.getCurrentUrl(),
      (url) => /fleet\/\d+/.test(url),
      'its page opens',
    );
    await driver.navigate().refresh();
    await eventually(
      async () => (await bench().find('[data-testid="fleet-progress"]')).getAttribute('data-state'),
      (is) => is === 'done',
      'all are judged',
    );
    expect(await text('[data-testid="fleet-progress"]')).toMatch(/4\d of 4\d vehicles judged, [1-9]/);
    expect(await text('[data-testid="fleet"]')).toContain('no: the wheel does not go onto this hub');
  });
});

describe('the catalog', () => {
  test('is found in, sorted, and changed where it stands; a price that is none is refused', async () => {
    const { go, driver, eventually, text, find } = bench();
    await go('/catalog');
    const count = async (): Promise<string> => text('[data-testid="count"]');
    await eventually(count, (words) => words.startsWith('60'), 'all tires are counted');
    // Drawn as far as it is seen, whatever its length.
    expect((await driver.findElements(By.css('[data-testid="catalog"] [data-item]'))).length).toBeLessThan(
      60,
    );
    const search = await driver.findElement(
      By.xpath('//label[starts-with(normalize-space(.), "Find")]//input'),
    );
    await search.sendKeys('34x10.50R17LT fellmark');
    await eventually(count, (words) => words === '1 line', 'it is found');
    const price = await find('[data-testid="catalog"] input[aria-label^="price of Fellmark"]');
    await price.sendKeys(Key.chord(Key.CONTROL, 'a'), 'cheap', Key.ENTER);
    await eventually(
      () => text('body'),
      (words) => words.includes('"cheap" is not a number'),
      'it is refused',
    );
    await price.sendKeys(Key.chord(Key.CONTROL, 'a'), '412', Key.ENTER);
    await eventually(
      async () => {
        await driver.navigate().refresh();
        const again = await driver.findElement(
          By.xpath('//label[starts-with(normalize-space(.), "Find")]//input'),
        );
        await again.sendKeys('34x10.50R17LT fellmark');
        return (await find('[data-testid="catalog"] input[aria-label^="price of Fellmark"]')).getAttribute(
          'value',
        );
      },
      (value) => value === '412',
      'it is stored',
    );
  });

  test('a faulty file is told by line, column and cure, and nothing of it is taken; a good one is shown before', async () => {
    const { driver, eventually, text, find, go } = bench();
    await go('/catalog');
    const label = await driver.findElement(By.xpath('//label[normalize-space(.)="Gear sets"]'));
    await label.click();
    const input = await find('input[type="file"][aria-label="Catalog file to import"]');
    const file = async (name: string, csv: string): Promise<void> => {
      const path = join(SCRATCH, name);
      writeFileSync(path, csv);
      await input.sendKeys(path);
    };
    await file(
      'faulty.csv',
      'maker,model,platform,axleRatio,price\nDenholt,Deep,,4.88,900\nDenholt,Deeper,,steep,900\n',
    );
    await press('would do');
    expect(await text('[data-testid="faults"]')).toContain(
      'line 3, column axleRatio: "steep" is not a number',
    );
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await file('good.csv', 'maker,model,platform,axleRatio,price\nDenholt,Deep,,4.88,900\n');
    await press('would do');
    expect(await text('[data-testid="preview"]')).toContain('1 new, 0 changed, 0 the same');
    await press('Take it in');
    await eventually(
      () => text('[data-testid="catalog"]'),
      (words) => words.includes('Deep'),
      'it stands in the list',
    );
  });

  test('a supplier’s own list: its columns are pressed into place, are known the next time, and it is taken back', async () => {
    const { driver, eventually, text, find, go } = bench();
    const bring = async (rows: string): Promise<void> => {
      await go('/catalog');
      await (await driver.findElement(By.xpath('//label[normalize-space(.)="Gear sets"]'))).click();
      const path = join(SCRATCH, 'list.txt');
      writeFileSync(path, Buffer.from(`Wer;Was;Zähne;Netto\n${rows}`, 'latin1'));
      await (await find('input[type="file"][aria-label="Catalog file to import"]')).sendKeys(path);
      await fill('From whom it is', 'Zwillingswerk');
    };
    await bring('Zwilling;Kurz;4,88;1.020,50\nZwilling;Lang;5,13;"teuer\n');
    await find('[data-testid="list-columns"]');
    const put = async (head: string, key: string): Promise<void> => {
      await eventually(
        async () => {
          const option = By.xpath(`//select[@aria-label="Column ${head} is"]/option[@value="${key}"]`);
          await (await driver.findElement(option)).click();
          return (
            await driver.findElement(By.xpath(`//select[@aria-label="Column ${head} is"]`))
          ).getAttribute('value');
        },
        (value) => value === key,
        `${head} is ${key}`,
      );
    };
    // Netto was known by its name.
    const putAll = async (): Promise<void> => {
      await put('Wer', 'maker');
      await put('Was', 'model');
      await put('Zähne', 'axleRatio');
    };
    await putAll();
    await press('would do');
    expect(await text('[data-testid="faults"]')).toContain('line 3: opens a quote that is never closed');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await bring('Zwilling;Kurz;4,88;1.020,50\n');
    await putAll();
    await press('would do');
    await eventually(
      () => text('[data-testid="preview"]'),
      (words) => words.includes('1 new, 0 changed, 0 the same, 0 gone'),
      'what it would do',
    );
    await press('Take it in');
    await eventually(
      () => text('[data-testid="catalog"]'),
      (words) => words.includes('Kurz'),
      'it stands in the list',
    );
    await bring('Zwilling;Kurz;4,88;1.020,50\n');
    await eventually(
      async () =>
        (await driver.findElement(By.css('select[aria-label="Column Zähne is"]'))).getAttribute('value'),
      (value) => value === 'axleRatio',
      'its columns are known',
    );
    await press('would do');
    expect(await text('[data-testid="preview"]')).toContain('0 new, 0 changed, 1 the same');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    await (await find('[data-testid="imports"] summary')).click();
    await press('Take back', '//*[@data-testid="imports"]//li[contains(., "Zwillingswerk")]');
    await eventually(
      () => text('[data-testid="catalog"]'),
      (words) => !words.includes('Kurz'),
      'it is taken back',
    );
  });
});
