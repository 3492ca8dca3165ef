import { addDays, format } from 'date-fns';
import { By, Key } from 'selenium-webdriver';
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
    await eventually(
      () => text('[data-testid="together-offers"] li'),
      (words) => /\d+ % sure/.test(words),
      'each says how sure its grade is',
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

  test('a blocked stage is no alternative unless somebody says why', async () => {
    const { stand, find, text, eventually, driver } = bench();
    await stand('build');
    await find('[data-testid="parts"][data-catalog="read"]');
    await press('Make the quote');
    const why = await eventually(
      () =>
        driver.findElements(By.xpath('//*[@data-testid="quotes"]//label[contains(., "is blocked")]//input')),
      (list) => list.length === 1,
      'it asks why the blocked one is offered',
    );
    expect(await driver.findElements(By.css('[data-quote]'))).toHaveLength(0);
    await why[0]?.sendKeys('The customer cuts the bumper himself');
    await press('Make the quote');
    const words = await eventually(
      () => text('[data-quote="1"]'),
      (one) => one.includes('cr'),
      'the quote stands',
    );
    expect(words.split('\n').filter((line) => /: [\d ]+\.\d\d cr/.test(line))).toHaveLength(3);
    await (await find('[data-quote="1"] a')).click();
    const paper = await text('[data-testid="paper"]');
    expect(paper).toContain('Offered all the same because: The customer cuts the bumper himself');
    await driver.navigate().back();
  });

  test('what is in work has parts; they are ordered, and what is promised moves the plan', async () => {
    const { openStage, go, text, find, eventually, driver } = bench();
    await openStage('Dunmarrow', 2, 'build');
    await find('[data-testid="parts"][data-catalog="read"]');
    await press('Take', '//*[@data-testid="in-work"]');
    const part = '[data-testid="part-lives"] [data-part="gear-bearings"]';
    await eventually(
      async () => (await find(part)).getAttribute('data-state'),
      (state) => state === 'wanted',
      'its bearings are wanted',
    );
    const finish = async (): Promise<string> => {
      await go('/plan');
      const all = await text('[data-testid="finishes"]');
      return all.split('\n').find((line) => line.includes('J-0045')) ?? all;
    };
    const before = await finish();
    await openStage('Dunmarrow', 2, 'build');
    const label = `//*[@data-testid="part-lives"]//*[@data-part="gear-bearings"]`;
    await press('Order…', label);
    const field = (words: string) =>
      driver.findElement(By.xpath(`${label}//label[starts-with(normalize-space(.), "${words}")]//input`));
    await (await field('Each')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'cheap');
    expect(await (await driver.findElement(By.xpath(`${label}//button[.="Ordered"]`))).isEnabled()).toBe(
      false,
    );
    await (await field('Each')).sendKeys(Key.chord(Key.CONTROL, 'a'), '281,5');
    const day = await driver.findElement(
      By.xpath(`${label}//label[.="Promised for"]/following-sibling::input`),
    );
    await day.sendKeys(Key.chord(Key.CONTROL, 'a'), format(addDays(new Date(), 60), 'd MMM yyyy'), Key.TAB);
    await press('Ordered', label);
    await eventually(
      () => text(`${part} [data-testid="part-state"]`),
      (words) => words.includes('promised for'),
      'it is ordered',
    );
    expect(await text(part)).toContain('281.50 cr each');
    const ordered = await finish();
    expect(ordered).not.toBe(before);
    await go('/parts');
    await (await driver.findElement(By.xpath('//label[contains(., "On their way")]'))).click();
    await press('Is here', '//tr[contains(@data-part, "/gear-bearings")]');
    await eventually(
      () => driver.findElements(By.xpath('//tr[contains(@data-part, "/gear-bearings")]')),
      (rows) => rows.length === 0,
      'it is on its way no more',
    );
    expect(await finish()).not.toBe(ordered);
    await openStage('Dunmarrow', 2, 'build');
    expect(await (await find(part)).getAttribute('data-state')).toBe('arrived');
    await driver.navigate().refresh();
    expect(await text(`${part} [data-testid="part-state"]`)).toMatch(/^arrived \d/);
  });
});
