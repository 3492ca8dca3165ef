import { By, Origin } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('customer');
const { press } = handsOf(bench);

let address = '';

test('the desk makes a link of a quote, and the customer’s phone reads it and nothing scrolls sideways', async () => {
  const { find, driver, eventually, text } = bench();
  await bench().openStage('Orrel Reservoir', 1, 'build');
  await press('Make the quote');
  await find('[data-testid="quotes"] [data-quote]');
  const links = await find('[data-testid="customer-links"]');
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', links);
  for (const words of ['how far the work is', 'photographs'])
    await (
      await driver.findElement(
        By.xpath(`//*[@data-testid="customer-links"]//label[contains(., "${words}")]/input`),
      )
    ).click();
  await press('Make the link');
  address =
    (await (
      await find('[data-testid="customer-links"] [data-testid="fresh-link"] input')
    ).getAttribute('value')) ?? '';
  expect(address).toMatch(/\/for\/[\w-]{32}$/);
  await eventually(
    async () => (await driver.findElements(By.css('[data-testid="customer-links"] li'))).length,
    (count) => count === 1,
    'the link is listed',
  );
  await bench().phone();
  await driver.get(address);
  expect(await text('[data-testid="for-customer"] h1')).toBe('Ister Pylon');
  expect(await text('[data-testid="progress"]')).toMatch(/\d+ of \d+ steps done/);
  expect(
    await driver.executeScript(
      'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
    ),
  ).toBe(0);
});

test('what is missing is asked for; signed with a finger it is accepted, and stands so', async () => {
  const { find, driver, eventually, text } = bench();
  await find('[data-testid="answer"] input[name="name"]').then((input) => input.sendKeys('Ilse Tarn'));
  const accept = await driver.findElement(By.xpath('//button[normalize-space(.)="Accept it"]'));
  await driver.executeScript('arguments[0].scrollIntoView({ block: "end" })', accept);
  await accept.click();
  expect(await text('[data-testid="refused"]')).toContain('Choose what you take');
  const options = await driver.findElements(By.css('[data-testid="answer"] input[type="radio"]'));
  expect(options.length).toBeGreaterThan(1);
  await options[1]?.click();
  await accept.click();
  await eventually(
    () => text('[data-testid="refused"]'),
    (words) => words.includes('Draw your name'),
    'a name is asked for',
  );
  const canvas = await find('[data-testid="signature"]');
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', canvas);
  await driver
    .actions()
    .move({ origin: canvas, x: -80, y: 0 })
    .press()
    .move({ origin: Origin.POINTER, x: 60, y: -20, duration: 60 })
    .move({ origin: Origin.POINTER, x: 60, y: 30, duration: 60 })
    .release()
    .perform();
  await accept.click();
  await eventually(
    () => text('[data-testid="answer"]'),
    (words) => words.includes('was accepted by Ilse Tarn'),
    'it is accepted',
  );
  await bench().desk();
});

test('the job shows who signed; a link that is taken back opens nothing', async () => {
  const { find, driver, eventually, text } = bench();
  await bench().signIn(bench().address);
  await bench().openStage('Orrel Reservoir', 1, 'build');
  await eventually(
    () => text('[data-testid="quotes"] [data-frozen="true"]'),
    (words) => words.includes('Accepted by Ilse Tarn by their link'),
    'the quote is frozen',
  );
  const drawn = await find('[data-testid="quotes"] [data-frozen="true"] img');
  await eventually(
    () => driver.executeScript<number>('return arguments[0].naturalWidth', drawn),
    (width) => width > 100,
    'the drawn name is there',
  );
  await press('Take it back');
  await eventually(
    () => text('[data-testid="customer-links"] li'),
    (words) => words.includes('taken back'),
    'it is taken back',
  );
  await driver.get(address);
  expect(await text('[data-testid="ended"] h1')).toBe('This link opens nothing');
});
