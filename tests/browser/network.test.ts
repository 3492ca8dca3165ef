import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('network', { VEXLO_HOSTS: 'bench.shop' });
const { fill, press } = handsOf(bench);

/** The same server under a name of the shop's network: http, and not a secure context. */
const named = (): string => bench().address.replace('127.0.0.1', 'bench.shop');

describe('under a name of the shop’s network', () => {
  test('the log is written, a stage is removed and brought back', async () => {
    const { driver, find, eventually, text } = bench();
    await bench().openStage('Uplands Seed Bank', 2, 'log');
    const { pathname, search } = new URL(await driver.getCurrentUrl());
    await bench().signIn(bench().address, undefined, named());
    await driver.get(`${named()}${pathname}${search}`);
    expect(await driver.executeScript('return isSecureContext')).toBe(false);
    await find('[data-testid="sentence"][data-judged="true"]');
    await find('[data-testid="follow-up"]');
    const kind = await driver.findElement(
      By.xpath('//*[@data-testid="follow-up"]//label[normalize-space(.)="Note"]/input'),
    );
    await driver.executeScript('arguments[0].click()', kind);
    await fill('What was seen', `read over the network${Key.ENTER}`, '//*[@data-testid="follow-up"]');
    await eventually(
      () => text('[data-testid="timeline"]'),
      (words) => words.includes('read over the network'),
      'the note stands in the log',
    );
    await driver.navigate().refresh();
    await eventually(
      () => text('[data-testid="timeline"]'),
      (words) => words.includes('read over the network'),
      'and is still there',
    );
    const stages = async (): Promise<number> =>
      (await driver.findElements(By.css('[role="tab"][data-testid^="stage-"]'))).length;
    const before = await stages();
    const remove = await find('[aria-label="Remove this stage"]');
    await driver.executeScript('arguments[0].click()', remove);
    await eventually(stages, (count) => count === before - 1, 'the stage is removed');
    await press('Bring it back');
    await eventually(stages, (count) => count === before, 'and brought back');
  });
});
