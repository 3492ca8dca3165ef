import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import sharp from 'sharp';
import { describe, expect, test } from 'vitest';
import { readWell, writeWell } from '../../formats/wellJson';
import { SCRATCH } from './browser';
import { higherWell } from '../higherWell';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('learning');
const FORM = '//form[@data-testid="follow-up"]';
const { press } = handsOf(bench);
const { fill } = handsOf(bench, FORM);

const kind = async (words: string): Promise<void> => {
  await bench().find('[data-testid="follow-up"]');
  const label = await bench().driver.findElement(By.xpath(`${FORM}//label[normalize-space(.)="${words}"]`));
  await bench().driver.executeScript('arguments[0].click()', label);
};
const timeline = (): Promise<string> => bench().text('[data-testid="timeline"]');

describe('follow-up', () => {
  test('the place is pressed on the well, and what was read stands there with its difference', async () => {
    const { openStage, find, text, eventually, driver } = bench();
    await openStage('Dunmarrow', 3, 'log');
    const seam = await driver.findElement(
      By.xpath('//*[@data-testid="well-map"]//*[name()="title" and contains(., "seam")]/parent::*'),
    );
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', seam);
    await driver.actions({ async: true }).move({ origin: seam }).click().perform();
    await eventually(
      () => text('[data-testid="test-fit"]'),
      (words) => words.includes('seam behind the wheel, left front'),
      'the press chose the seam',
    );
    await press('scuffs');
    await find('[data-testid="well-map"] [data-residual="seam"]');
    const compared = await text('[data-testid="compared"]');
    expect(compared).toContain('with the readings taken over');
    expect(compared).toMatch(/chance of contact \d+ %/);
  });

  test('the alignment bench is read before and after, and both stand in the life', async () => {
    const { find, eventually, driver } = bench();
    await kind('Alignment');
    await eventually(
      () => driver.findElements(By.xpath('//button[normalize-space(.)="Read the bench"]')),
      (list) => list.length === 1,
      'the bench is known',
    );
    await press('Read the bench');
    await eventually(
      () => driver.findElements(By.xpath('//button[normalize-space(.)="Take as before" and not(@disabled)]')),
      (list) => list.length === 1,
      'the bench settles',
    );
    await press('Take as before');
    await fill('caster after', '3.4');
    await fill('toe after', 'much');
    await press('Write down', FORM);
    expect(await (await find('[data-testid="follow-up"] [role="alert"]')).getText()).toContain(
      'toeDeg "much" is not a number',
    );
    await fill('toe after', '0.1');
    await press('Write down', FORM);
    await eventually(
      timeline,
      (words) => /alignment: caster [\d.]+° → 3.4°/.test(words),
      'it is written down',
    );
  });

  test('tread across a tire says what it most likely means, with its check', async () => {
    const { text } = bench();
    await kind('Tread');
    for (const [part, depth] of [
      ['inner', '5'],
      ['middle', '8'],
      ['outer', '8.5'],
    ] as const)
      await fill(`front left ${part}`, depth);
    await press('Write down', FORM);
    expect(await text('[data-testid="wear"]')).toMatch(
      /front left, 3.5 mm: likely inner edge wears first.*Check: camber/s,
    );
  });

  test('a photo is kept; a HEIC one and a text are refused with the cure', async () => {
    const { find, eventually, driver } = bench();
    const input = await find('input[type="file"][aria-label^="Photo"]');
    const heic = join(SCRATCH, 'seam.heic');
    writeFileSync(heic, Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic')]));
    await input.sendKeys(heic);
    await eventually(
      () => bench().notices(),
      (list) => list.some((words) => words.includes('HEIC picture')),
      'it is refused',
    );
    const file = join(SCRATCH, 'crumbs at the seam.jpg');
    await sharp({ create: { width: 640, height: 480, channels: 3, background: '#8a6' } })
      .jpeg()
      .toFile(file);
    await input.sendKeys(file);
    const wide = () =>
      driver.executeScript<number>(
        'return document.querySelector("[data-entry=photo] img")?.naturalWidth ?? 0',
      );
    await eventually(wide, (px) => px > 0, 'it is shown at once');
    await eventually(
      () => driver.findElements(By.css('[data-testid="log-waiting"]')),
      (list) => list.length === 0,
      'it is sent',
    );
    await driver.navigate().refresh();
    await eventually(wide, (px) => px === 320, 'the server’s small picture is shown');
    expect(await timeline()).toContain('crumbs at the seam');
  });

  test('after the handover the page says what is due, over all vehicles too', async () => {
    const { text, eventually, go } = bench();
    expect(await text('[data-testid="due"]')).toContain('dates count from the handover');
    await kind('Handover');
    await fill('Odometer', '48000');
    await press('Write down', FORM);
    await eventually(
      () => text('[data-testid="due"]'),
      (words) => words.includes('Wheel nuts again') && words.includes('48075 km'),
      'nuts are due',
    );
    await eventually(timeline, (words) => words.includes('handed over'), 'it is written down');
    await go('/due');
    expect(await text('[data-testid="due-list"]')).toContain('J-0045');
    await press('Reminder');
    const reminder = await bench().driver.executeScript<string>(
      'return document.querySelector("[data-testid=reminder]").value',
    );
    expect(reminder).toContain('is due for a look');
  });
});

test('the board says how honest it was, and which bodies are known', async () => {
  const { go, text, find } = bench();
  await go('/learned');
  expect(await text('[data-testid="accuracy"]')).toMatch(/Brier score 0\.0\d\d/);
  await find('[data-testid="reliability"] .recharts-scatter-symbol');
  expect(await text('[data-testid="misses"]')).toContain('taught:');
  expect(await text('[data-testid="platforms"]')).toContain('Haldane Rook');
  expect(await text('[data-group="springs"]')).toMatch(/said \d.* mm, raised \d.* mm/);
});

test('a new vehicle of a known body is begun with three fields, marked as not measured', async () => {
  const { go, driver, find, eventually } = bench();
  await go('/');
  await press('New vehicle');
  const from = await find('select[name="from"]');
  await from.sendKeys('what is known of Selk');
  for (const [name, words] of [
    ['title', 'Second post round'],
    ['label', 'Marten two'],
  ] as const)
    await (await find(`input[name="${name}"]`)).sendKeys(words);
  await press('Begin');
  await eventually(
    () => driver.getCurrentUrl(),
    (url) => /jobs\/\d+/.test(url),
    'its job opens',
  );
  await bench().turn('measure');
  await eventually(
    () => driver.findElements(By.css('[data-from-platform]')),
    (list) => list.length > 5,
    'its well is marked',
  );
  expect(await (await find('[data-from-platform]')).getText()).toMatch(
    /not measured here: from \d+ of its body, ±/,
  );
});

test('a well goes to another shop as a file; one that comes is looked at, joins its body’s pool, and begins a vehicle', async () => {
  const { go, driver, find, text, eventually, openStage, folder } = bench();
  await openStage('Selk Marten', 1, 'measure');
  await press('Well as a file');
  const files = (): Promise<string[]> =>
    Promise.resolve(readdirSync(folder).filter((name) => name.endsWith('.vexlo.json')));
  await eventually(files, (names) => names.length === 1, 'the file is there');
  const read = readWell(readFileSync(join(folder, (await files())[0] ?? ''), 'utf8'));
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  const well = read.value;
  expect(JSON.stringify(well)).not.toContain('Verrin');
  // Another shop had its lip 60 mm higher.
  const higher = higherWell({ ...well, from: 'Far Fell Garage' }, 60);
  const file = join(SCRATCH, 'far-fell.vexlo.json');
  writeFileSync(file, writeWell(higher));
  const broken = join(SCRATCH, 'broken.vexlo.json');
  writeFileSync(broken, '{ "format": "vexlo/well",');
  await go('/learned');
  const input = By.css('[aria-label="A well of another shop, JSON"]');
  await driver.findElement(input).sendKeys(broken);
  await eventually(
    () => text('[data-testid="faults"]'),
    (words) => words.includes('line 1, column'),
    'what is no well is said by its place',
  );
  await driver.actions().sendKeys(Key.ESCAPE).perform();
  await driver.findElement(input).sendKeys(file);
  expect(await text('[data-testid="well-parts"]')).toContain('fender lip, front');
  await press(`Add to the pool of ${well.body}`);
  const body = By.xpath(`//section[@data-testid="platforms"]//button[.="${well.body}"]`);
  await eventually(
    async () => {
      await (await driver.findElement(body)).click();
      return text('[data-testid="foreign-wells"]');
    },
    (words) => words.includes('Measured elsewhere: Far Fell Garage'),
    'it is in the pool, marked',
  );
  expect(await text('[data-testid="disagree"]')).toMatch(/Far Fell Garage is \d.* mm from/);
  await driver.findElement(input).sendKeys(file);
  await press('New vehicle from it');
  await eventually(
    () => driver.getCurrentUrl(),
    (url) => /jobs\/\d+\/measure/.test(url),
    'its job opens',
  );
  expect(await (await find('[data-from-platform]')).getText()).toContain('1 measured elsewhere');
});

describe('a lesson', () => {
  test('is answered by moving, says what is wrong and why it is right, and stays passed', async () => {
    const { go, find, text, eventually, driver } = bench();
    await go('/lessons');
    const fourth = await driver.findElement(By.css('[data-testid="lessons"] li:nth-child(4) button'));
    await fourth.click();
    const runner = await find('[data-control="mm"]');
    // It can be pressed once the move is judged.
    const answer = (): Promise<void> => press('That is it');
    await runner.sendKeys(Key.ARROW_RIGHT);
    await answer();
    await find('[data-testid="judged"][data-right="false"]');
    await runner.sendKeys(...Array.from({ length: 16 }, () => Key.ARROW_LEFT));
    expect(await text('[data-testid="facts"]')).toContain('outer edge');
    await answer();
    await find('[data-testid="judged"][data-right="true"]');
    expect(await text('[data-testid="judged"]')).toContain('tucks the wheel in');
    await eventually(
      () => text('[data-testid="progress"]'),
      (words) => words.includes('1 of 10'),
      'it is noted',
    );
    await driver.navigate().refresh();
    expect(await text('[data-testid="progress"]')).toContain('1 of 10');
  });
});
