import { By } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('together');
const { press } = handsOf(bench);

describe('changes together', () => {
  test('free a blocked stage: searched with a kind left out, taken with one press, undone with one', async () => {
    const { openStage, driver, find, text, eventually, settled, saved, grade, control } = bench();
    await openStage('Dunmarrow', 3);
    expect(await grade(3)).toBe('blocked');
    await driver.executeScript('scrollTo(0, document.body.scrollHeight)');
    const leave = '//*[@data-testid="together"]//label[contains(., "cutting")]';
    await driver.executeScript('arguments[0].click()', await driver.findElement(By.xpath(leave)));
    await press('Search up to three together');
    const first = await eventually(
      () => text('[data-testid="together-offers"] li'),
      (words) => words.includes('Nothing of it can be left out'),
      'an offer with more than one change',
    );
    expect(first).toContain('(estimates)');
    expect(first).not.toMatch(/ cut \d/);
    await eventually(
      () => text('[data-testid="together"] [role="status"]'),
      (words) => /^\d+ gone through$/.test(words),
      'it went through all',
    );
    const take = await find('[data-testid="together-offers"] li button');
    await driver.executeScript('arguments[0].click()', take);
    await saved();
    await settled();
    await eventually(
      () => grade(3),
      (now) => now === 'free',
      'the grade is the one that was offered',
    );
    await control('z');
    await eventually(
      () => grade(3),
      (now) => now === 'blocked',
      'one step back',
    );
  });
});
