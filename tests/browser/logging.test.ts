import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { DEMO, fetchAs } from '../signedIn';
import { useBench } from './bench';
import { handsOf } from './hands';
import type { LogEntry } from '../../core/format/log';

const bench = useBench('logging');
const { press, fill } = handsOf(bench, '//section[@id="log"]');

const entries = (): Promise<LogEntry[]> =>
  bench().driver.executeAsyncScript<LogEntry[]>(`
    const done = arguments[0];
    fetch('/api/jobs/' + location.pathname.split('/')[2] + '/log').then((r) => r.json()).then(done);
  `);
const lines = async (kind: string): Promise<number> =>
  (await bench().driver.findElements(By.css(`[data-testid="timeline"] [data-entry="${kind}"]`))).length;

describe('a test fit', () => {
  test('the round asks for what teaches most; a press puts it into the form, and a gap is written down', async () => {
    const { openStage, find, text, eventually, driver } = bench();
    await openStage('Dunmarrow', 3, 'log');
    const first = await find('[data-testid="suggestions"] ol li button');
    const asked = (await first.findElement(By.css('b')).getText()).trim();
    await driver.executeScript('arguments[0].click()', first);
    expect(await text('[data-testid="test-fit"]')).toContain(asked);
    await fill('Gap', 'near');
    await press('Write the gap down');
    expect(await text('[data-testid="test-fit"] [role="alert"]')).toContain('"near" is not a number');
    await fill('Gap', '4');
    await press('Write the gap down');
    await eventually(
      () => text('[data-testid="reconcile"]'),
      (words) => words.includes(asked) && words.includes('4 mm'),
      'it stands against what was predicted',
    );
    await eventually(entries, (list) => list.length === 1, 'the server has it');
    expect((await entries())[0]).toMatchObject({ kind: 'test-fit', by: 'Ansa Brekk', reading: { gapMm: 4 } });
  });

  test('what is written down while the connection is gone waits, over a reload too, and stands once', async () => {
    const { connection, eventually, find, text, driver } = bench();
    await connection(false);
    await press('scuffs');
    await press('is clear');
    await eventually(
      () => text('[data-testid="log-waiting"]'),
      (words) => words.includes('2 entries wait'),
      'they wait',
    );
    expect(await lines('test-fit')).toBe(3);
    // Taken while it waits: once there is a connection the page may have sent it before this does.
    const waiting = await driver.executeScript<string>(
      `return localStorage.getItem('vexlo-log-' + location.pathname.split('/')[2])`,
    );
    await connection(true);
    // Sent again as a page would that never heard the answer.
    const sent = await driver.executeAsyncScript<number>(
      `
      const [list, done] = arguments;
      const id = location.pathname.split('/')[2];
      const post = () => fetch('/api/jobs/' + id + '/log', {
        method: 'POST', body: list, headers: { 'content-type': 'application/json' },
      });
      post().then(post).then((r) => done(r.status));
    `,
      waiting,
    );
    expect(sent).toBe(200);
    await driver.navigate().refresh();
    await find('[data-testid="timeline"] [data-entry]');
    await eventually(
      () => driver.findElements(By.css('[data-testid="log-waiting"]')),
      (list) => list.length === 0,
      'nothing waits',
    );
    expect(await entries()).toHaveLength(3);
    expect(await lines('test-fit')).toBe(3);
  });

  test('what somebody else writes down stands here as soon as it is stored', async () => {
    const { driver, address, eventually, text } = bench();
    const job = new URL(await driver.getCurrentUrl()).pathname.split('/')[2] ?? '';
    // From another machine, without this page knowing.
    const id = '0a234567-89ab-4def-8123-456789abcdef';
    const entry = { id, at: '2026-11-20T10:00', by: 'Somebody', kind: 'note', words: 'The ramp is free' };
    const ask = await fetchAs(address, DEMO.planner);
    const stored = await ask(`/api/jobs/${job}/log`, {
      method: 'POST',
      body: JSON.stringify([entry]),
      headers: { 'content-type': 'application/json' },
    });
    expect(stored.status, await stored.text()).toBe(200);
    await eventually(
      () => text('[data-testid="timeline"]'),
      (words) => words.includes('The ramp is free'),
      'it stands in the log',
    );
  });

  test('what they say is taken over as measured with one press, with history and undo', async () => {
    const { eventually, find, text, driver, saved, settled, control } = bench();
    await find('[data-testid="reconcile"] [data-correction]');
    const before = await settled();
    await press('Take over as measured');
    await eventually(
      () => driver.findElements(By.css('[data-testid="reconcile"]')),
      (list) => list.length === 0,
      'they are settled',
    );
    expect(await text('[data-testid="timeline"]')).toContain('taken over as measured:');
    await saved();
    const after = await eventually(settled, (words) => words !== before, 'the verdict follows');
    expect(after).not.toBe(before);
    await driver.executeScript('document.activeElement.blur()');
    await control('z');
    await eventually(settled, (words) => words === before, 'one undo puts vehicle and stage back');
    // What was taken over is open again, and the log says who took it back.
    await find('[data-testid="reconcile"] [data-correction]');
    await eventually(
      () => lines('struck'),
      (count) => count === 1,
      'the log says so',
    );
  });

  test('a reading with a zero too many waits to be confirmed or corrected before anything is taken over', async () => {
    const { eventually, find, text, driver } = bench();
    const button = async (words: string) =>
      driver.findElement(By.xpath(`//section[@id="log"]//button[normalize-space(.)="${words}"]`));
    await fill('Gap', '400');
    await press('Write the gap down');
    expect(await text('[data-testid="unconfirmed"]')).toContain('One reading is far off and left out');
    expect(await (await button('Take over as measured')).isEnabled()).toBe(false);
    const predicted = /([\d.]+) mm ±/.exec(await text('[data-slipped="true"]'))?.[1] ?? '';
    expect(Number(predicted)).toBeGreaterThan(0);
    await driver.executeScript('arguments[0].click()', await button('Confirm or correct'));
    const gap = await find('[data-testid="amend"] input[data-path="reading.gapMm"]');
    await gap.sendKeys(Key.chord(Key.CONTROL, 'a'), predicted);
    await (await find('[data-testid="amend"] form button')).click();
    await eventually(
      async () => (await button('Take over as measured')).isEnabled(),
      (enabled) => enabled,
      'it may be taken over',
    );
    expect(await driver.findElements(By.css('[data-testid="unconfirmed"]'))).toHaveLength(0);
    expect(await text('[data-testid="timeline"]')).toContain('(corrected later)');
    // Struck out, it stands there struck through, with the reason and the name.
    const mine = await find('[data-testid="timeline"] [data-entry="test-fit"] button');
    await driver.executeScript('arguments[0].click()', mine);
    const why = await find('[data-testid="amend"] input[name="line"]');
    await why.sendKeys('wrong wheel', Key.ENTER);
    await eventually(
      () => text('[data-testid="timeline"]'),
      (words) => words.includes('struck out: wrong wheel') && words.includes('(struck out)'),
      'the log says so',
    );
    expect((await entries()).filter(({ kind }) => kind === 'struck').map(({ by }) => by)).toContain(
      'Ansa Brekk',
    );
  });
});

test('who measures in inches types travel and gaps in sixteenths, and is told of miles', async () => {
  const { openStage, text, eventually, keys } = bench();
  await openStage('Highfold', 1, 'log');
  const known = (await entries()).length;
  await keys('u');
  await eventually(
    () => text('[data-testid="test-fit"]'),
    (words) => words.includes('Travel, in'),
    'the form is in inches',
  );
  expect(await text('#log')).toContain('30 to 60 miles');
  await fill('Travel', '2 1/4');
  await fill('Gap', '13/16');
  await press('Write the gap down');
  const list = await eventually(entries, (all) => all.length === known + 1, 'the server has it');
  expect(list.at(-1)).toMatchObject({ reading: { gapMm: 20.6375, travelMm: 57.15 } });
  await keys('u');
});

test('follow-up is written down, refused by name, filtered and kept', async () => {
  const { text, eventually, driver } = bench();
  await fill('Odometer', '48210');
  await fill('Set to', '140 Nm');
  await fill('How many', 'two');
  await press('Write down');
  expect(await text('[data-testid="follow-up"] [role="alert"]')).toContain('loose "two" is not a number');
  await fill('How many', '2');
  await press('Write down');
  await eventually(
    () => lines('re-torque'),
    (count) => count === 1,
    'it stands in the list',
  );
  const filter = await driver.findElement(By.css('[data-testid="timeline"] select'));
  await filter.sendKeys('re-torque');
  await eventually(
    () => lines('test-fit'),
    (count) => count === 0,
    'only what is asked for is shown',
  );
  expect(await text('[data-testid="timeline"]')).toContain('140 Nm, 2 were loose');
});
