import { copyFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { photoRounds } from '../../data/wellTables';
import { SCRATCH } from './browser';
import { useBench } from './bench';

const bench = useBench('photos');
const ROUND = join(import.meta.dirname, '..', '..', 'demo', 'photo-round');

async function press(locator: By): Promise<void> {
  const { driver } = bench();
  const found = await driver.findElement(locator);
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', found);
  await found.click();
}
/** The well of the first stage, at its photographs: each test finds its own way there, so that it can be tried alone. */
async function openPhotographs(): Promise<void> {
  await bench().openStage('Selk Marten', 1, 'measure');
  await press(segment('Photographs'));
  await bench().find('[data-testid="photos"]');
}
/** The simulated phone's round, measured. */
async function measured(): Promise<void> {
  const { eventually, driver, find } = bench();
  await press(byWords('Try the simulated phone'));
  await eventually(
    async () => (await driver.findElements(By.css('ol[aria-label="Pictures of the round"] li'))).length,
    (count) => count === 12,
    'twelve pictures are looked at',
  );
  await eventually(
    async () => (await driver.findElement(byWords('Measure'))).isEnabled(),
    (is) => is,
    'it can be measured',
  );
  await press(byWords('Measure'));
  await find('[data-testid="photo-result"]');
}
const byWords = (words: string): By => By.xpath(`//button[starts-with(normalize-space(.), "${words}")]`);
const segment = (words: string): By => By.xpath(`//label[normalize-space(.)="${words}"][input]`);

describe('a well from photographs', () => {
  test('pictures are chosen, each is looked at; what is none is named, and what is missing is said', async () => {
    const { driver, find, text, eventually } = bench();
    await openPhotographs();
    const links = await driver.findElements(By.css('[data-testid="photos"] a[href*="/cards?"]'));
    expect(links.length).toBe(2);
    expect(await text('[data-testid="photos"]')).toContain(
      '1 plate, 5 floor, 15 fender lip, 7 wheel well liner',
    );
    const none = join(SCRATCH, 'words.jpg');
    writeFileSync(none, 'no picture at all');
    const files = [join(ROUND, 'straight-0.jpg'), none, join(ROUND, 'straight-4.jpg')];
    await driver.findElement(By.css('[aria-label^="Photographs of the round"]')).sendKeys(files.join('\n'));
    await eventually(
      () => text('[data-testid="photo-faults"]'),
      (words) => words.includes('words.jpg is neither JPEG nor PNG'),
      'what is no picture is named',
    );
    const pictures = await driver.findElements(By.css('ol[aria-label="Pictures of the round"] li'));
    expect(pictures.length).toBe(2);
    expect(await text('[data-testid="photo-missing"]')).toMatch(
      /fender lip: 15 of 15 cards in fewer than 3 pictures; \d more/,
    );
    // Without the plate's place nothing is measured: the field says what it waits for.
    const measure = await driver.findElement(byWords('Measure'));
    expect(await measure.isEnabled()).toBe(false);
    expect(await measure.getAttribute('title')).toContain('plate’s face');
    // A card that is pressed can be given to another part.
    const card = await find('[data-testid="photo"] [data-card="31"] polygon');
    await driver.executeScript(
      'arguments[0].dispatchEvent(new MouseEvent("click", { bubbles: true }))',
      card,
    );
    await eventually(
      () => text('#measure'),
      (words) => words.includes('Card 31 belongs to'),
      'the card that was pressed',
    );
  });

  test('the simulated phone’s round is measured, and taken over with one undo', async () => {
    const { driver, text, find, eventually, saved, settled, notices, control, connection } = bench();
    await openPhotographs();
    await measured();
    expect(await text('[data-testid="photos-simulated"]')).toContain('drawn pictures');
    expect(await text('[data-testid="photo-result"]')).toMatch(/fender lip\s+15\s+0\.2 mm/);
    expect(await text('[data-testid="photo-steering"]')).toMatch(
      /inclination 1[23]\.\d+° ± 0\.0\d, caster [34]\.\d+°.*lock inside (39\.9|40\.[01])°, outside (32\.9|33\.[01])°/,
    );
    expect(await text('[data-testid="photo-spreads"]')).toContain('one standard deviation');
    const states = (state: string): Promise<string> =>
      text(`[data-testid="turn-and-lift"] [data-state="${state}"]`);
    await driver.executeScript('document.querySelector("[data-testid=turn-and-lift]").open = true');
    expect(await states('inside')).toContain('3 of 3 ✓');
    expect(await states('droop')).toMatch(/0 of 3\s+Lift the frame, set it on stands/);
    // Without a connection the round waits on the device, and goes to the shop by itself when it is back.
    const kept = (): Promise<string> => text('[data-testid="photo-kept"]');
    await connection(false);
    await press(byWords('Keep'));
    await eventually(kept, (words) => words.startsWith('Kept on this device'), 'it waits here');
    await connection(true);
    await eventually(kept, (words) => words === 'Kept with the vehicle.', 'it is in the shop');
    await find('[data-testid="kept-rounds"] [aria-label^="Remove the round left, 12 pictures"]');
    const before = await settled();
    await press(byWords('Take over'));
    await eventually(
      notices,
      (all) => all.some((words) => /Took \d+ parts from photographs; the steering axis/.test(words)),
      'it says what it took',
    );
    await saved();
    await eventually(settled, (words) => words !== before, 'surer points change how sure the verdict is');
    // By its key: the notice with its button goes by itself, and here it was waited for what is judged.
    await control('z');
    await saved();
    await eventually(settled, (words) => words === before, 'one undo brings all of it back');
  });

  test('the wheel is drawn into the photograph, and follows the pose that all drawings share', async () => {
    const { turn, find, eventually, driver, database, openStage, text, drag, keys } = bench();
    // A round that is kept opens by itself; the test before has left one.
    if ((await database.select({ id: photoRounds.id }).from(photoRounds)).length === 0) {
      await openPhotographs();
      await measured();
      await press(byWords('Keep'));
      await eventually(
        () => text('[data-testid="photo-kept"]'),
        (words) => words === 'Kept with the vehicle.',
        'it is kept',
      );
      await turn('fit');
    } else await openStage('Selk Marten', 1);
    await press(segment('Photograph'));
    const outline = async (): Promise<string> =>
      (await (await find('[data-testid="photograph-wheel"]')).getAttribute('d')) ?? '';
    const straight = await outline();
    await driver.executeScript(
      `const [lock] = document.querySelectorAll('[data-testid="photograph"] input[type="range"]');
       Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value').set.call(lock, 30);
       lock.dispatchEvent(new Event('input', { bubbles: true }));`,
    );
    await eventually(outline, (d) => d !== straight, 'the wheel turns in the picture');
    const label = async (): Promise<string> =>
      (await (await find('[data-testid="photograph"] svg svg')).getAttribute('aria-label')) ?? '';
    expect(await label()).toMatch(/wheel drawn in\. .*(free|met by .*), at 30° inside lock/);
    // The tapes are those of the bench: what is dragged here is the package.
    const turned = await outline();
    await drag('runner-spacer', 40, 0);
    await eventually(outline, (d) => d !== turned, 'a spacer moves the wheel in the picture');
    await keys('b');
    await eventually(label, (words) => words.includes('as it was taken'), 'before and after by one key');
    // Pictures that are added to a kept round are measured with those that are there.
    await turn('measure');
    await press(segment('Photographs'));
    const again = join(SCRATCH, 'again.jpg');
    copyFileSync(join(ROUND, 'straight-2.jpg'), again);
    await driver.findElement(By.css('[aria-label^="Photographs of the round"]')).sendKeys(again);
    await eventually(
      async () => (await driver.findElements(By.css('ol[aria-label="Pictures of the round"] li'))).length,
      (count) => count === 13,
      'one more beside those that are kept',
    );
    await press(byWords('Measure'));
    await find('[data-testid="photo-result"]');
    await press(byWords('Keep what was added'));
    await find('[data-testid="kept-rounds"] [aria-label^="Remove the round left, 13 pictures"]');
  });
});
