import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('wishing');
const { press } = handsOf(bench, '//*[@data-testid="wish"]');
const said = (): Promise<string> => bench().text('[data-testid="wish"] [role="status"]');

async function wish(typed: string): Promise<void> {
  const input = await bench().find('#wish');
  await input.sendKeys(Key.chord(Key.CONTROL, 'a'), typed, Key.ENTER);
}

describe('a wish', () => {
  test('that is none is refused, and says how to write one', async () => {
    const { openStage, eventually, driver } = bench();
    await openStage('Dunmarrow', 1, 'search');
    await wish('enormous');
    await eventually(said, (words) => words.includes('no size and no sum'), 'it is refused');
    expect(await driver.findElements(By.css('[data-testid="wish-ways"]'))).toHaveLength(0);
    await wish('1300 mm');
    await eventually(
      () => bench().text('[data-testid="wish-held"]'),
      (words) => words.includes('No tire of that size'),
      'there is none',
    );
  });

  test('comes with the least that must change, priced, and all that hangs on it, and becomes a stage', async () => {
    const { find, text, eventually, driver, saved, settled } = bench();
    await wish('35');
    expect(await text('[data-testid="wish-understood"]')).toContain('889 mm over all');
    const way = '[data-testid="wish-ways"] > li';
    await eventually(
      () => driver.findElements(By.css(way)),
      (list) => list.length > 0,
      'a first way',
    );
    // Ended, or stopped by hand: what was found stays.
    await eventually(said, (words) => /looked at/.test(words), 'it is searched beyond what stands as it is');
    const stop = await driver.findElements(By.xpath('//*[@data-testid="wish"]//button[.="Stop"]'));
    if (stop[0]) await driver.executeScript('arguments[0].click()', stop[0]);
    await eventually(said, (words) => /stopped|can be cheaper/.test(words), 'it stands still');
    const words = await text(way);
    expect(words).toMatch(/The least that was found/);
    expect(words).toMatch(/[\d ]+\.\d\d cr in all, .* than the stage now/);
    const over = Number(/(\d+) mm over all/.exec(words)?.[1]);
    expect(over).toBeGreaterThanOrEqual(876);
    const fold = await find(`${way} summary`);
    await driver.executeScript('arguments[0].click()', fold);
    expect(await text('[data-testid="wish-lines"]')).toMatch(/4 × .*R1[678]/);
    const before = await driver.findElements(By.css('[role="tab"][data-grade], [data-testid="stage-tab"]'));
    await press('Make a stage');
    await saved();
    await settled();
    await eventually(
      () => driver.findElements(By.css('[role="tab"][data-grade], [data-testid="stage-tab"]')),
      (list) => before.length === 0 || list.length === before.length + 1,
      'there is one stage more',
    );
    await eventually(
      () => text('body'),
      (page) => /is a stage now/.test(page),
      'it is a stage',
    );
    // The grade of a stage that is not in front says how sure it is, too.
    await eventually(
      () => text('[role="tablist"][aria-label="Stages"]'),
      (tabs) => /\d+ %/.test(tabs),
      'a tab says how sure its grade is',
    );
  });
});
