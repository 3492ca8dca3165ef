import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { test } from 'vitest';
import type { LeafId } from '../../web/app/sheet/leaves';
import { useBench } from './bench';

const bench = useBench('pictures');
const picture = (name: string): Promise<void> =>
  bench().shot(join(import.meta.dirname, '..', '..', 'docs', 'screenshots', `${name}.png`));
const button = (words: string): By => By.xpath(`//button[starts-with(normalize-space(.), "${words}")]`);
/** Turns to a leaf, with nothing in focus, and waits until its drawings have settled. */
async function show(leaf: LeafId): Promise<void> {
  const { driver, settled, stand } = bench();
  await stand(leaf);
  await settled();
  await driver.executeScript('scrollTo(0, 0); document.activeElement.blur()');
  await driver.sleep(1800);
}

test('jobs', async () => {
  await bench().go('/');
  await picture('jobs');
});

test('the sheet’s stations', async () => {
  await bench().openStage('Dunmarrow', 1);
  await show('measure');
  await bench().driver.executeScript(
    'document.querySelectorAll("[data-testid=obstacle-table] button[aria-pressed]")[5].click()',
  );
  await show('measure');
  await picture('measure');
  await show('package');
  await picture('package');
  await show('fit');
  await picture('fit');
  await show('load');
  await picture('load');
  await show('driveline');
  await picture('driveline');
});

test('what must give', async () => {
  await bench().find('[data-testid="edges"]');
  await show('cut');
  const seam = await bench().driver.findElement(By.xpath('//tr[@data-edge="seam"]//button'));
  await bench().driver.executeScript('arguments[0].click()', seam);
  await bench().find('[data-testid="cut-scale"]');
  await show('cut');
  await picture('cut');
});

test('a phone in the bay', async () => {
  const { devtools, openStage, turn } = bench();
  const size = (width: number, height: number): Promise<void> =>
    devtools('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 2, mobile: false });
  await size(390, 844);
  await openStage('Dunmarrow', 1, 'log');
  await turn('log');
  await bench().find('[data-testid="suggestions"] ol li');
  await bench().driver.sleep(1500);
  await picture('phone');
  await devtools('Emulation.setDeviceMetricsOverride', {
    width: 1280,
    height: 800,
    deviceScaleFactor: 1,
    mobile: false,
  });
});

test('what it asks for, the week of the bays, and what the customer takes home', async () => {
  const { driver, openStage, find, go, eventually } = bench();
  await openStage('Dunmarrow', 2, 'build');
  await show('build');
  // The blocked one is no alternative.
  const blocked = await driver.findElement(By.xpath('//label[contains(., "Wide and tall")]//input'));
  await driver.executeScript('arguments[0].click()', blocked);
  const make = await driver.findElement(By.xpath('//button[normalize-space(.)="Make the quote"]'));
  await driver.executeScript('arguments[0].click()', make);
  await find('[data-quote="1"]');
  await show('build');
  await picture('build');
  await go('/plan');
  await find('[data-testid="board"] [data-task]');
  const [task] = await eventually(
    () =>
      driver.findElements(
        By.css('[data-testid="board"] [data-task$="/alignment"], [data-testid="board"] [data-task]'),
      ),
    (list) => list.length > 3,
    'the week has work',
  );
  await task?.click();
  await picture('week');
});

test('what the wheel did', async () => {
  const { driver, openStage, find } = bench();
  await openStage('Dunmarrow', 3, 'log');
  await find('[data-testid="suggestions"] ol li');
  const write = async (nth: number, gap: string): Promise<void> => {
    const asked = await driver.findElement(
      By.css(`[data-testid="suggestions"] ol li:nth-child(${nth}) button`),
    );
    await driver.executeScript('arguments[0].click()', asked);
    const field = await driver.findElement(
      By.xpath('//section[@id="log"]//label[starts-with(normalize-space(.), "Gap")]//input'),
    );
    await field.sendKeys(gap, Key.ENTER);
    await driver.sleep(2500);
  };
  await write(1, '6');
  await write(1, '11');
  await find('[data-testid="reconcile"] [data-correction]');
  await driver.executeScript(
    'document.querySelector("[data-testid=reconcile]").scrollIntoView(); window.scrollBy(0, -110); document.activeElement.blur()',
  );
  await driver.sleep(1500);
  await picture('log');
});

test('who works here', async () => {
  await bench().go('/people');
  await picture('people');
});

test('what a customer reads on a phone', async () => {
  const { devtools, driver, find } = bench();
  const press = async (words: string): Promise<void> => {
    await driver.executeScript('arguments[0].click()', await driver.findElement(button(words)));
  };
  await bench().openStage('Orrel Reservoir', 1, 'build');
  await press('Make the quote');
  await find('[data-testid="quotes"] [data-quote]');
  await press('Make the link');
  const link = await find('[data-testid="customer-links"] [data-testid="fresh-link"] input');
  const size = (width: number, height: number): Promise<void> =>
    devtools('Emulation.setDeviceMetricsOverride', { width, height, deviceScaleFactor: 1, mobile: false });
  await size(390, 844);
  await driver.get((await link.getAttribute('value')) ?? '');
  await driver.executeScript(
    'document.querySelector("[data-testid=answer]").scrollIntoView({ block: "end" })',
  );
  await driver.sleep(800);
  await picture('customer');
  await size(1280, 800);
});

test('the corner in space', async () => {
  const { driver, openStage, find } = bench();
  await openStage('Dunmarrow', 2);
  await (await driver.findElement(By.xpath('//label[normalize-space(.)="In space"]'))).click();
  await find('[data-testid="space-canvas"]:not([data-inked=""])');
  await show('fit');
  await picture('space');
});

test('a well from photographs', async () => {
  const { openStage, find, driver, go, text, eventually } = bench();
  await openStage('Selk Marten', 1, 'measure');
  await driver.findElement(By.xpath('//label[.="Photographs"]')).click();
  await find('[data-testid="photos"]');
  await driver.findElement(button('Try the simulated phone')).click();
  await driver.wait(
    async () =>
      (await driver.findElements(By.css('ol[aria-label="Pictures of the round"] li'))).length === 12,
    120_000,
  );
  const measure = await driver.findElement(button('Measure'));
  await driver.wait(() => measure.isEnabled(), 30_000);
  await measure.click();
  await find('[data-testid="photo-result"]');
  await driver.executeScript('scrollTo(0, 0); document.activeElement.blur()');
  await picture('photographs');
  await driver.findElement(button('Keep with')).click();
  await eventually(
    () => text('[data-testid="photo-kept"]'),
    (words) => words === 'Kept with the vehicle.',
    'it is kept',
  );
  const [, job, stage] = /jobs\/(\d+)\/measure\?stage=(\d+)/.exec(await driver.getCurrentUrl()) ?? [];
  // The stage after this one: taller springs and tires.
  await go(`/jobs/${job}/papers/copy?of=${Number(stage) + 1}`);
  await picture('copy');
});

test('what fits', async () => {
  const { driver, find, openStage, eventually } = bench();
  await openStage('Dunmarrow', 1, 'search');
  const press = async (words: string): Promise<void> => {
    const button = await driver.findElement(
      By.xpath(`//section[@id="search"]//button[normalize-space(.)="${words}"]`),
    );
    await driver.executeScript('arguments[0].click()', button);
  };
  const lift = await driver.findElement(
    By.xpath('//section[@id="search"]//label[normalize-space(.)="lift"]//input'),
  );
  await driver.executeScript('arguments[0].click()', lift);
  await press('Search');
  await eventually(
    async () => (await find('[data-testid="search-progress"]')).getAttribute('data-state'),
    (is) => is === 'done',
    'it ends',
  );
  const line = await find('[data-testid="ranking"] tbody tr');
  await driver.executeScript(
    'arguments[0].dispatchEvent(new MouseEvent("mouseover", { bubbles: true }))',
    line,
  );
  await driver.sleep(1500);
  await show('search');
  await picture('search');
});

test('the catalog, and what was learned', async () => {
  const { find, go } = bench();
  await go('/catalog');
  await find('[data-testid="catalog"] [data-item]');
  await picture('catalog');
  await go('/learned');
  await find('[data-testid="reliability"] .recharts-scatter-symbol');
  await picture('learned');
});
