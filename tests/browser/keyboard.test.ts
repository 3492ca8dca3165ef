import { By, Key } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { useBench } from './bench';

const bench = useBench('keyboard');

/** What the cursor is on, as it would be read out. */
const here = (): Promise<{
  name: string;
  tag: string;
  id: string;
  field: boolean;
  inDrawing: string;
  label: string;
}> =>
  bench().driver.executeScript(`
    const at = document.activeElement;
    return {
      name: at.getAttribute('name') ?? at.getAttribute('aria-label') ?? at.textContent.trim().slice(0, 60),
      tag: at.tagName.toLowerCase(),
      id: at.id,
      field: at.matches('input, select, textarea'),
      label: at.labels?.[0]?.textContent.trim() ?? '',
      inDrawing: at.closest('svg[data-testid]')?.dataset.testid ?? '',
    };
  `);
type Here = Awaited<ReturnType<typeof here>>;
const MOST_STOPS = 120;

/** Presses Tab until the cursor is where it is wanted; answers the stops on the way. */
async function tabTo(wanted: (at: Here) => boolean, what: string): Promise<Here[]> {
  const way: Here[] = [];
  for (let i = 0; i < MOST_STOPS; i++) {
    await bench().keys(Key.TAB);
    const at = await here();
    way.push(at);
    if (wanted(at)) return way;
  }
  throw new Error(`no ${what} within ${MOST_STOPS} stops: ${way.map(({ name }) => name).join(' | ')}`);
}
/** Leaves the field, as a hand does that turns a leaf next. */
const outOfFields = (): Promise<Here[]> => tabTo(({ field }) => !field, 'place that is no field');

test('a whole job by keyboard alone, from a new vehicle to its verdict', async () => {
  const { go, keys, eventually, text, find, settled } = bench();
  await go('/');
  await tabTo(({ name }) => name === 'New vehicle', 'button for a new vehicle');
  await keys(Key.ENTER);
  // The dialog puts the cursor into its first field.
  await eventually(here, ({ name }) => name === 'title', 'the cursor is in the first field');
  await keys('Gravel tours');
  const fill = async (name: string, words: string): Promise<void> => {
    await tabTo((at) => at.name === name, name);
    await keys(words);
  };
  await fill('label', 'Corvane Tull');
  await fill('tireCode', '245/75X16');
  await fill('wheelbaseMm', '2750');
  await fill('trackMm', '63 in');
  await fill('massFrontKg', '2315 lb');
  await fill('massRearKg', '950');
  await keys(Key.ENTER);
  // A fault takes the cursor to where it is mended.
  await eventually(here, ({ name }) => name === 'tireCode', 'the cursor jumps to the fault');
  await bench().control('a');
  await keys('245/75R16 111S', Key.ENTER);

  // It opens on the round, with the cursor in its first reading; Enter goes on to the next.
  await find('[data-testid="round-words"]');
  const inRound = (): Promise<boolean> =>
    bench().driver.executeScript(
      'return document.activeElement.closest("[data-testid=round]") !== null && document.activeElement.matches("input")',
    );
  await eventually(inRound, (there) => there, 'the cursor is in the round');
  const still = async (): Promise<number> =>
    Number(/^(\d+)/.exec(await text('[data-testid="still-to-read"]'))?.[1]);
  const before = await still();
  for (const mm of ['60', '58', '61', '505', '510', '512']) await keys(mm, Key.ENTER);
  await eventually(still, (count) => count < before, 'what was read is no estimate any more');

  await outOfFields();
  await keys('2');
  await eventually(here, ({ id }) => id === 'package-title', 'the leaf’s heading has the cursor');
  await keys(Key.chord(Key.CONTROL, Key.SHIFT, Key.PAGE_DOWN));
  await find('#search');
  await keys('2');
  await find('#package');
  await tabTo(({ label }) => label.startsWith('Sidewall code'), 'code of the tire');
  await bench().control('a');
  await keys('265/75R16 112S', Key.ENTER);
  await settled();
  await outOfFields();
  await keys('3');
  await eventually(here, ({ id }) => id === 'fit-title', 'Fit is in front');
  await settled();
  await find('[data-testid="verdict"][data-sure="true"]');
  expect(await text('[data-testid="verdict"]')).toMatch(
    /^(Free|Close|Trim|Blocked), (over |under )?\d+ % sure · estimated: \d+ of \d+ read/,
  );
  expect(await text('[data-testid="touch-table"]')).toContain('fender lip');
});

test('a drawing is one stop of the Tab key, with arrows and Page Down inside', async () => {
  const { openStage, keys, driver, turn, find, eventually } = bench();
  await openStage('Dunmarrow', 1);
  await (await driver.findElement(By.css('h1'))).click();
  await find('[data-testid="bench-drawing"] [role="slider"]');
  const way = await tabTo(({ inDrawing }) => inDrawing === 'wheel-section', 'section');
  expect(way.filter(({ inDrawing }) => inDrawing === 'bench-drawing')).toHaveLength(1);
  const first = await here();
  await keys(Key.PAGE_DOWN);
  const second = await eventually(here, ({ name }) => name !== first.name, 'the next handle');
  expect(second.inDrawing).toBe('wheel-section');
  await keys(Key.PAGE_UP);
  expect((await here()).name).toBe(first.name);
  await keys(Key.TAB);
  expect((await here()).inDrawing).not.toBe('wheel-section');

  await turn('measure');
  await (await driver.findElement(By.css('#measure-title'))).click();
  const points = await tabTo(({ inDrawing }) => inDrawing === 'well-drawing', 'drawing of the well');
  expect(points.at(-1)?.name).toContain('point');
  await keys(Key.TAB);
  expect((await here()).inDrawing).toBe('');
});
