import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { useBench } from './bench';

const bench = useBench('running');

describe('load', () => {
  test('a thing that is added counts on its axle; dragged back it lightens the front; too much blocks and says so', async () => {
    const { openStage, text, find, type, eventually, grade, settled, driver, control, field, saved } =
      bench();
    await openStage('Tarn Holloway', 1);
    expect(await grade(1)).toBe('free');
    await bench().turn('load');
    const before = await text('[data-testid="axle-bars"]');
    const add = By.xpath('//section[@id="load"]//button[contains(., "Add a thing")]');
    await eventually(
      async () => driver.findElement(add).click(),
      () => true,
      'a thing can be added',
    );
    const row = (await driver.findElements(By.css('[data-testid="added-mass"] tbody tr'))).length;
    await eventually(
      () => text('[data-testid="axle-bars"]'),
      (words) => words !== before,
      'the axles carry it',
    );
    const place = Number(await field(`Place ${row}`));
    const runner = (await driver.findElements(By.css('[data-testid="side-view"] [role="slider"]'))).at(-1);
    await driver.executeScript('arguments[0].focus({ preventScroll: true })', runner);
    await bench().keys(Key.ARROW_RIGHT);
    await eventually(
      async () => Number(await field(`Place ${row}`)),
      (mm) => mm > place && mm <= place + 15,
      'a step back along the vehicle',
    );
    // What is typed now is a step of its own.
    await saved();
    await type(`Mass ${row}`, '2600');
    await eventually(
      () => grade(1),
      (word) => word === 'blocked',
      'an axle over its rating blocks',
    );
    expect(await settled()).toMatch(/axle carries \d+ kg, \d+ kg over its rating/);
    await find('#load [data-status="fail"]');
    await saved();
    await control('z');
    await eventually(
      () => grade(1),
      (word) => word === 'free',
      'undo takes it off',
    );
    // The cursor is still in the field: undo there is the sheet's. Keys that came slowly were stored one by one.
    expect(['50', '2', '26', '260']).toContain(await field(`Mass ${row}`));
    expect(await driver.executeScript('return document.activeElement.value')).toBe(
      await field(`Mass ${row}`),
    );
  });

  test('pressures and stability stand, marked as estimates', async () => {
    const { text } = bench();
    expect(await text('[data-testid="pressures"]')).toMatch(/Front\s+\d+ kPa est\./);
    expect(await text('[data-testid="stability"]')).toContain('Higher stands less stable');
  });
});

describe('driveline', () => {
  test('a school’s ratio is taken with one press, and engine speed, chart and ladder follow', async () => {
    const { openStage, text, find, eventually, driver, saved } = bench();
    await openStage('Haldane Rook', 1);
    await bench().turn('driveline');
    await find('[data-testid="speed-chart"] svg');
    const before = await text('[data-testid="gearing"]');
    expect(await text('[data-testid="ladder"]')).toContain('gives first');
    const hold = await driver.findElement(
      By.xpath('//*[@data-testid="schools"]/li[contains(., "Hold")]//button'),
    );
    const ratio = await hold.getText();
    await driver.executeScript('arguments[0].click()', hold);
    const after = await eventually(
      () => text('[data-testid="gearing"]'),
      (words) => words !== before,
      'the gearing follows',
    );
    expect(after).toContain(ratio);
    await saved();
  });

  test('what the axles are asked grows with how it is driven', async () => {
    const { driver, text, eventually } = bench();
    const before = await text('[data-testid="ladder"]');
    const select = await driver.findElement(
      By.xpath('//select[@id=//label[normalize-space(.)="Driven as"]/@for]'),
    );
    await select.sendKeys('bounce');
    await eventually(
      () => text('[data-testid="ladder"]'),
      (words) => words !== before,
      'the ladder moves',
    );
    expect(await text('[data-testid="grades"]')).toContain('As delivered');
  });
});
