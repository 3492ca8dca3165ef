import { Key } from 'selenium-webdriver';
import { beforeAll, describe, expect, test } from 'vitest';
import { DEMO } from '../signedIn';
import { useBench, type Bench } from './bench';

const bench = useBench('beside');
let mirre: Bench;
let planner: string;

/** Opens the same stage of the same job for both, each on a leaf. */
async function both(mine: 'package' | 'measure', hers: 'package' | 'measure'): Promise<void> {
  await bench().openStage('Dunmarrow', 2, mine);
  await mirre.openStage('Dunmarrow', 2, hers);
}
const label = '[data-path="package.label"]';
const value = async (one: Bench, css: string): Promise<string> =>
  (await (await one.find(css)).getAttribute('value')) ?? '';

beforeAll(async () => {
  mirre = await bench().beside(DEMO.planner);
  planner = await (await mirre.go('/'), mirre.text('[data-testid="person"]'));
});

describe('two people on one job, each at a server of their own', () => {
  test('each sees on which leaf the other is and in which field, and no more when the other is gone', async () => {
    await both('package', 'measure');
    const mark = '[aria-label="Leaves"] [data-testid="also-here"]';
    const seen = () => bench().text('[aria-label="Leaves"] a[href*="/measure?"]');
    await bench().eventually(seen, (words) => words.includes('MV'), 'she is on Measure');
    await mirre.turn('package');
    const onPackage = () => bench().text('[aria-label="Leaves"] a[href*="/package?"]');
    await bench().eventually(onPackage, (words) => words.includes('MV'), 'she turned to Package');
    await (await mirre.find(label)).click();
    const named = () => bench().find(`${label}[data-others]`);
    expect(await (await named()).getAttribute('data-others')).toBe(planner);
    const title = () =>
      bench()
        .find('[aria-label="Leaves"] a[href*="/package?"]')
        .then((link) => link.getAttribute('title'));
    expect(await title()).toContain('Mirre Voss: Name of this stage');
    // What is not seen says nothing: she sees him, and not herself.
    expect(await mirre.driver.executeScript(`return document.querySelectorAll('${mark}').length`)).toBe(1);
    await mirre.go('/plan');
    await bench().eventually(
      () => bench().driver.executeScript<number>(`return document.querySelectorAll('${mark}').length`),
      (count) => count === 0,
      'she is gone',
    );
  });

  test('what one types is on the page of the other; typed into one field by both, no letter is lost', async () => {
    await both('package', 'package');
    await bench().type('Name of this stage', 'Long');
    await bench().saved();
    await mirre.eventually(
      () => value(mirre, label),
      (text) => text === 'Long',
      'his is on her page',
    );
    const mine = await bench().find(label);
    const hers = await mirre.find(label);
    await mine.sendKeys(Key.END);
    await hers.sendKeys(Key.END);
    // A word of one, a word of the other, as fast as either types: at several places they meet on their way.
    for (const [one, other] of [
      [' alder', ' birch'],
      [' cedar', ' damson'],
      [' elm', ' fir'],
    ] as const)
      await Promise.all([mine.sendKeys(one), hers.sendKeys(other)]);
    const text = await bench().eventually(
      async () => [await value(bench(), label), await value(mirre, label)],
      ([his, theirs]) =>
        his === theirs &&
        ['alder', 'birch', 'cedar', 'damson', 'elm', 'fir'].every((word) => his?.includes(word)),
      'both have every word',
    );
    await bench().saved();
    await mirre.saved();
    const letters = (words = ''): string => [...words.replace(/\s/g, '')].sort().join('');
    expect(letters(text[0])).toBe(letters('Long alder birch cedar damson elm fir'));
  });

  test('undo takes back one’s own and leaves what the other changed since', async () => {
    await both('package', 'package');
    const offset = '[data-path="package.wheel.offsetMm"]';
    const before = await value(bench(), offset);
    await (await bench().find(offset)).sendKeys(Key.ARROW_UP, Key.TAB);
    await bench().saved();
    const changed = await value(bench(), offset);
    expect(changed).not.toBe(before);
    await mirre.eventually(
      () => value(mirre, offset),
      (text) => text === changed,
      'his is on her page',
    );
    await mirre.type('Name of this stage', 'As she calls it');
    await mirre.saved();
    await bench().eventually(
      () => value(bench(), label),
      (text) => text === 'As she calls it',
      'hers is on his',
    );
    await bench().control('z');
    await bench().eventually(
      () => value(bench(), offset),
      (text) => text === before,
      'his own is taken back',
    );
    expect(await value(bench(), label)).toBe('As she calls it');
    expect((await bench().notices()).join('\n')).toContain('what Mirre Voss changed since stays');
  });
});
