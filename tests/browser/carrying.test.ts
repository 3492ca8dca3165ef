import { mkdtempSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { SCRATCH } from './browser';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('carrying');
const { press, choose } = handsOf(bench);

const statusOf = async (id: string): Promise<string> =>
  (await (await bench().find(`#load [data-check="${id}"]`)).getAttribute('data-status')) ?? '';

describe('weighing', () => {
  test('axle loads are taken from the scales when they have settled, marked as simulated, and undone', async () => {
    const { openStage, find, text, field, eventually, driver, control, saved } = bench();
    await openStage('Haldane Rook', 1, 'load');
    const before = await field('Axle load, rear');
    await bench().turn('load');
    await press('Weigh');
    expect(await text('[data-testid="device"]')).toContain('simulated');
    const take = await driver.findElement(By.xpath('//button[contains(., "Take the rear axle")]'));
    expect(await take.isEnabled()).toBe(false);
    await eventually(
      () => take.isEnabled(),
      (enabled) => enabled,
      'both rear pads settle',
    );
    expect(await text('[data-testid="lopsided"]')).toMatch(/rear left pad shows [23]\.\d % more/);
    // The figure is taken with one key.
    await bench().keys('2');
    await (await find('[role="dialog"] button[aria-label="Close"]')).click();
    const after = Number(await field('Axle load, rear'));
    expect(after).toBeGreaterThan(Number(before));
    expect(after).toBeLessThan(Number(before) * 1.03);
    expect(await text('[data-testid="weighed"]')).toContain('rear read on Four corner scales, simulated');
    await saved();
    await driver.executeScript('document.activeElement.blur()');
    await control('z');
    await eventually(
      () => field('Axle load, rear'),
      (value) => value === before,
      'undo puts it back',
    );
  });

  test('a stream that drops is opened again, and nothing is offered meanwhile', async () => {
    const { find, eventually, driver, turn } = bench();
    await turn('load');
    // A stream that falls silent, as when a cable is pulled: nothing ends it, nothing comes any more.
    await driver.executeScript(`
      const Own = window.EventSource;
      window.streams = [];
      window.EventSource = class extends Own {
        constructor(...args) { super(...args); window.streams.push(this); }
      };
    `);
    await press('Weigh');
    const state = async () => (await find('[data-testid="device"]')).getAttribute('data-state');
    await eventually(state, (one) => one === 'streaming', 'it streams');
    await driver.executeScript('window.streams.at(-1).close()');
    await eventually(state, (one) => one === 'dropped', 'the loss is told');
    expect(await driver.findElements(By.css('[data-channel][data-settled="true"]'))).toHaveLength(0);
    await eventually(state, (one) => one === 'streaming', 'it comes back by itself');
    expect(await driver.executeScript('return window.streams.length')).toBeGreaterThan(1);
    await (await find('[role="dialog"] button[aria-label="Close"]')).click();
  });
});

test('the lock is read off the turn plate on Measure, when the hand holds it', async () => {
  const { openStage, find, field, eventually, driver } = bench();
  await openStage('Haldane Rook', 1, 'measure');
  const before = await field('Lock inside');
  await press('Devices');
  const take = await driver.findElement(By.xpath('//button[contains(., "Take as inside lock")]'));
  await eventually(
    () => take.isEnabled(),
    (enabled) => enabled,
    'the hand holds the wheel at its inside lock',
  );
  await bench().keys('1');
  await (await find('[role="dialog"] button[aria-label="Close"]')).click();
  // A plate reads to a twentieth of a degree; what it shows is near the lock that was entered.
  expect(Math.abs(Number(await field('Lock inside')) - Number(before))).toBeLessThan(0.5);
  expect((await bench().text('[data-testid="device-sources"]')).toLowerCase()).toContain('simulated');
});

describe('hardware and pressure', () => {
  test('a slip-on spacer that leaves too little thread blocks, and says how much longer the studs must be', async () => {
    const { openStage, type, eventually, grade, settled } = bench();
    await openStage('Haldane Rook', 1, 'load');
    await type('Spacer', '25');
    await bench().turn('load');
    await choose('Spacer', 'slip on');
    await eventually(
      () => statusOf('stud-engagement'),
      (status) => status === 'fail',
      'the studs are too short',
    );
    await eventually(
      () => grade(1),
      (word) => word === 'blocked',
      'and that blocks',
    );
    expect(await settled()).toContain('Fit studs at least');
    await type('Spacer', '0');
    await type('Wheel under the nut', '11');
    await eventually(
      () => statusOf('stud-engagement'),
      (status) => status === 'pass',
      'measured and without a spacer it holds',
    );
  });

  test('a chalk test is written down with its next step, and disagrees aloud with the table', async () => {
    const { type, text, find, eventually } = bench();
    await find('[data-testid="pressure-chart-front"] svg');
    await type('Pressure it was driven at', '190');
    await (
      await bench().driver.findElement(By.xpath('//*[@data-testid="chalk"]//label[contains(., "Edges")]'))
    ).click();
    await press('Write down');
    expect(await text('[data-testid="chalk-step"]')).toContain('try 210 kPa');
    await type('Pressure it was driven at', '120');
    await press('Write down');
    await eventually(
      () => text('[data-testid="chalk"] ul'),
      (words) => words.includes('190') && words.includes('120'),
      'both stand in the record',
    );
  });

  test('angles over the ground are known from the low points, and say which is missing', async () => {
    const { text, eventually } = bench();
    expect(await text('[data-testid="ground"]')).toMatch(/Approach\s+\d+\.\d°\s+\d+\.\d°/);
    await bench().openStage('Upland Post', 1, 'load');
    await eventually(
      () => text('[data-testid="ground"]'),
      (words) => words.includes('measure the lowest point ahead of the front wheels'),
      'an unmeasured vehicle asks for it',
    );
  });
});

describe('the rules of the place', () => {
  test('the shop’s set is taken over, edited with a source, refused by name, imported and judged', async () => {
    const { openStage, text, find, eventually, driver, saved } = bench();
    await openStage('Haldane Rook', 2, 'load');
    await press('Take “Verrin Uplands, as the shop wrote them down”');
    await eventually(
      () => text('[data-testid="rules"]'),
      (words) => words.includes('checks in order') && words.includes('Ask the inspector'),
      'the rules are judged',
    );
    await saved();
    await press('Edit the shop’s set');
    const limit = await find('[aria-label="Rule 1 limit"]');
    await limit.clear();
    await limit.sendKeys('abc');
    await press('Store', '//*[@role="dialog"]');
    expect(await text('[role="dialog"] [role="alert"]')).toContain('rules.rules.0.limit');
    const folder = mkdtempSync(join(SCRATCH, 'rules-'));
    const file = join(folder, 'rules.json');
    writeFileSync(file, '{"format": "vexlo/rules", "version": 1, "name": "Two",\n "rules": [}');
    await (await find('[aria-label="Rule set file"]')).sendKeys(file);
    await eventually(
      () => text('[role="dialog"] [role="alert"]'),
      (words) => words.includes('line 2, column'),
      'a faulty file says where',
    );
    const rules = [{ kind: 'lift', limit: 1, source: 'a test', checkedOn: '2026-11-01' }];
    writeFileSync(file, JSON.stringify({ format: 'vexlo/rules', version: 1, name: 'Strict', rules }));
    await (await find('[aria-label="Rule set file"]')).sendKeys(file);
    await eventually(
      async () => (await find('[aria-label="Rule 1 source"]')).getAttribute('value'),
      (value) => value === 'a test',
      'the file fills the form',
    );
    await press('Store', '//*[@role="dialog"]');
    await eventually(
      () => driver.findElements(By.css('[role="dialog"]')),
      (list) => list.length === 0,
      'stored',
    );
    await press('Take over the shop’s newer set');
    await eventually(
      () => text('[data-testid="rules"]'),
      (words) => /Fails\s+Rule “body raised by at most 1 mm”/.test(words),
      'the strict rule fails this lift',
    );
  });
});
