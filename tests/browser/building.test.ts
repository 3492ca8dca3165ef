import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import ICAL from 'ical.js';
import { By, Key, Origin } from 'selenium-webdriver';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { describe, expect, test } from 'vitest';
import { openWork } from '../../data/work';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('building');
const { press, fill } = handsOf(bench);

const ticked = async (id: string): Promise<string> =>
  (await (await bench().find(`#build [data-step="${id}"]`)).getAttribute('data-ticked')) ?? '';
const textOfPdf = async (path: string): Promise<string> => {
  const data = new Uint8Array(readFileSync(path));
  const pdf = await getDocument({ data, useSystemFonts: true }).promise;
  const pages = await Promise.all(
    Array.from(
      { length: pdf.numPages },
      async (_, i) => (await (await pdf.getPage(i + 1)).getTextContent()).items,
    ),
  );
  return pages
    .flat()
    .flatMap((item) => ('str' in item ? [item.str] : []))
    .join(' ');
};

describe('from a rubbing stage to a template and a scheduled job', () => {
  test('it rubs, the cut is decided, and the template leaves on paper', async () => {
    const { openStage, find, grade, driver, eventually, saved } = bench();
    await openStage('Dunmarrow', 1, 'cut');
    expect(await grade(1)).toBe('trim');
    await find('[data-testid="edges"]');
    const decide = '//*[@data-testid="edges"]//tr[@data-edge="seam"]//button[starts-with(., "Decide")]';
    const button = await driver.findElement(By.xpath(decide));
    await driver.executeScript('arguments[0].click()', button);
    await eventually(
      () => driver.findElements(By.xpath(decide)),
      (list) => list.length === 0,
      'the seam is decided',
    );
    await saved();
    const row = await find('[data-edge="seam"] button');
    await driver.executeScript('arguments[0].click()', row);
    const { folder } = bench();
    const pdf = await driver.findElement(By.xpath('//*[@data-testid="template-files"]//button[.="PDF A4"]'));
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', pdf);
    await pdf.click();
    const file = await eventually(
      () => Promise.resolve(readdirSync(folder).find((name) => name.endsWith('-a4.pdf')) ?? ''),
      (name) => name !== '' && existsSync(join(folder, name)),
      'the template arrives',
    );
    const words = await textOfPdf(join(folder, file));
    expect(words).toContain('100 mm');
    expect(words).toContain('4 in');
    expect(words).toContain('Halyard');
  });

  test('the stage goes into work with its cutting steps, which hold each other and the paint holds the rest', async () => {
    const { find, text, driver, eventually } = bench();
    const asked = 'Take this stage into work on Build';
    const before = await eventually(
      () => text('[data-testid="cut-steps"]'),
      (words) => words.includes(asked) || words.includes('Never cut: frame'),
      'Cut says whether it is in work',
    );
    // Tried again it is in work already.
    if (before.includes(asked)) await press('into work', '//*[@data-testid="in-work"]');
    await eventually(
      () => text('[data-testid="in-work"]'),
      (words) => words.includes('is in work: 0 of'),
      'its tasks stand on Build',
    );
    // The leaf has its place before the work on the job has come: the steps stand when it has.
    await eventually(
      () => text('[data-testid="cut-steps"]'),
      (steps) =>
        ['Protect', 'Mark', 'fold or cut', 'Dress', 'Seal', 'Re-hang', 'Never cut: frame'].every((words) =>
          steps.includes(words),
        ),
      'the steps of its cuts stand on Cut',
    );
    const box = async (id: string) => find(`[data-testid="cut-steps"] [data-step="${id}"] [role="checkbox"]`);
    expect(await (await box('cut-mark')).isEnabled()).toBe(false);
    await bench().turn('build');
    await find('#build [data-testid="steps"] [data-step="take-in"]');
    // Up to the paint, one after another; each box opens when the one before is ticked.
    for (const id of [
      'take-in',
      'raise',
      'springs',
      'brackets',
      'body-blocks',
      'cut-protect',
      'cut-mark',
      'cut-cut',
      'cut-dress',
      'cut-seal',
    ]) {
      const [one] = await driver.findElements(
        By.css(`#build [data-testid="steps"] [data-step="${id}"] [role="checkbox"]`),
      );
      if (!one) continue;
      await driver.executeScript('arguments[0].click()', one);
      await eventually(
        () => ticked(id),
        (now) => now === 'true',
        `${id} is ticked`,
      );
    }
    expect(await text('[data-testid="cut-steps"] [data-step="cut-seal"]')).toContain('Ansa Brekk');
    expect(await text('[data-testid="cut-steps"] [data-step="cut-rehang"]')).toContain('Dries until');
    expect(await (await box('cut-rehang')).isEnabled()).toBe(false);
  });

  test('tools and fasteners are the shop’s own word, kept with the step', async () => {
    const { find, text, driver, eventually } = bench();
    await press('Tools…', '//*[@data-testid="cut-steps"]//*[@data-step="cut-rehang"]');
    await fill('Tools and fasteners: Re-hang liners, flaps and trim', 'Clips 8 mm, trim tool');
    await press('Keep', '//*[@data-testid="cut-steps"]//*[@data-step="cut-rehang"]');
    await eventually(
      () => text('[data-testid="cut-steps"] [data-step="cut-rehang"]'),
      (words) => words.includes('Clips 8 mm, trim tool'),
      'it stands under the step',
    );
    await driver.navigate().refresh();
    await find('[data-testid="cut-steps"] [data-step="cut-rehang"]');
    expect(await text('[data-testid="cut-steps"] [data-step="cut-rehang"]')).toContain(
      'Clips 8 mm, trim tool',
    );
    expect(await ticked('cut-seal')).toBe('true');
  });

  test('what is ticked as the page is left is stored all the same', async () => {
    const { driver, eventually, turn, find, database } = bench();
    await turn('build');
    await find('#build [data-testid="checks-before"] [data-ticked="false"]');
    // The second is made while the first is on its way, and the page is gone before either is answered.
    const steps = await driver.executeScript<string[]>(`
      const open = document.querySelectorAll('#build [data-testid="checks-before"] [data-ticked="false"]');
      const two = [...open].slice(0, 2);
      for (const row of two) row.querySelector('[role="checkbox"]').click();
      location.assign('/');
      return two.map((row) => row.dataset.step);
    `);
    expect(steps).toHaveLength(2);
    await eventually(
      async () => (await openWork(database)).find(({ number }) => number === 'J-0045')?.work.ticks,
      (ticks) => steps.every((id) => ticks?.[id]?.by === 'Ansa Brekk'),
      'both are stored, and signed',
    );
  });

  test('the week shows it; a task that is dragged is locked there and the rest is planned around it', async () => {
    const { go, find, text, driver, eventually } = bench();
    await go('/plan');
    await find('[data-testid="board"] [data-task]');
    expect(await text('[data-testid="finishes"]')).toContain('J-0045');
    // Next week is open from Monday to Friday: something of every job is on the board within two weeks.
    const task = await find(
      '[data-row="Gate bay"] [data-task], [data-row="Middle bay"] [data-task], [data-row="Pit bay"] [data-task]',
    );
    const key = (await task.getAttribute('data-task')) ?? '';
    const rowOf = async (): Promise<string> =>
      String(
        await driver.executeScript(
          `return document.querySelector('[data-task="${key}"]')?.closest('[data-row]')?.dataset.row ?? ''`,
        ),
      );
    const from = await rowOf();
    const to = from === 'Pit bay' ? 'Gate bay' : 'Pit bay';
    const target = await find(`[data-row="${to}"]`);
    const [a, b] = [await task.getRect(), await target.getRect()];
    const dy = Math.round(b.y + b.height / 2 - (a.y + a.height / 2));
    const actions = driver.actions({ async: true }).move({ origin: task }).press();
    for (let i = 1; i <= 6; i++)
      // From where the hand is: the task moves with it.
      actions.move({
        origin: Origin.POINTER,
        x: 0,
        y: Math.round((dy * i) / 6) - Math.round((dy * (i - 1)) / 6),
        duration: 40,
      });
    await actions.release().perform();
    await eventually(rowOf, (row) => row === to, 'the task is in the other bay');
    const block = await find(`[data-task="${key}"]`);
    expect(await block.getAttribute('data-locked')).toBe('true');
    // The vehicle follows: its other work is in that bay too, or the page says what does not go together.
    await driver.executeScript('arguments[0].focus()', block);
    expect(await text('[data-testid="task"]')).toContain('J-00');
    // By keyboard: a quarter of an hour later, then let go again.
    const at = async () => (await (await find(`[data-task="${key}"]`)).getAttribute('aria-label')) ?? '';
    const before = await at();
    await (await find(`[data-task="${key}"]`)).sendKeys(Key.ARROW_RIGHT);
    await eventually(at, (words) => words !== before, 'it moved by a quarter of an hour');
    await driver.navigate().refresh();
    await eventually(at, (words) => words.includes('locked'), 'it stays locked over a reload');
    await (await find(`[data-task="${key}"]`)).sendKeys('l');
    await eventually(at, (words) => !words.includes('locked'), 'L lets it go');
  });

  test('a move is undone with one key, and the day says who does what', async () => {
    const { go, find, text, driver, eventually, control } = bench();
    await go('/plan');
    const block = await find('[data-testid="board"] [data-row] [data-task]');
    const key = (await block.getAttribute('data-task')) ?? '';
    const at = async () => (await (await find(`[data-task="${key}"]`)).getAttribute('aria-label')) ?? '';
    const before = await at();
    await driver.executeScript('arguments[0].focus()', block);
    await block.sendKeys(Key.ARROW_RIGHT);
    await eventually(at, (words) => words !== before && words.includes('locked'), 'it is moved and locked');
    await control('z');
    await eventually(at, (words) => words === before, 'it is where it was, and free again');
    expect(await text('[data-testid="day-list"]')).toMatch(
      /(Today|Next), \w+ \d+ \w+[\s\S]*\d\d:\d\d–\d\d:\d\d/,
    );
  });

  test('what does not go together is said in words', async () => {
    const { find, text, eventually, driver } = bench();
    // The last task of a job, locked before the first: it waits for what is not done then.
    const last = await find(
      '[data-testid="board"] [data-task$="/refit"], [data-testid="board"] [data-task$="/alignment"], [data-testid="board"] [data-task$="/springs"]',
    );
    await driver.executeScript('arguments[0].focus()', last);
    const key = (await last.getAttribute('data-task')) ?? '';
    for (let i = 0; i < 40; i++) {
      const block = await find(`[data-task="${key}"]`);
      const before = await block.getAttribute('aria-label');
      await block.sendKeys(Key.chord(Key.SHIFT, Key.ARROW_LEFT));
      await eventually(
        async () => (await find(`[data-task="${key}"]`)).getAttribute('aria-label'),
        (now) => now !== before,
        'it moved by an hour',
      );
      if ((await driver.findElements(By.css('[data-testid="conflicts"] li'))).length > 0) break;
    }
    const words = await eventually(
      () => text('[data-testid="conflicts"]'),
      (one) => one.length > 0,
      'a conflict is told',
    );
    expect(words).toMatch(/is set before|at the same time|another bay/);
    await press('Unlock');
    await eventually(
      () => driver.findElements(By.css('[data-testid="conflicts"]')),
      (list) => list.length === 0,
      'unlocked, nothing is in the way',
    );
  });

  test('a day that is closed stays empty, and the plan leaves as iCalendar', async () => {
    const { driver, find, eventually, text } = bench();
    const events = async (): Promise<{ start: string }[]> => {
      const made = await driver.executeAsyncScript<string>(
        'const done = arguments[0]; fetch("/api/plan.ics").then((r) => r.text()).then(done)',
      );
      return new ICAL.Component(ICAL.parse(made) as unknown[])
        .getAllSubcomponents('vevent')
        .map((one) => ({ start: new ICAL.Event(one).startDate.toString().slice(0, 10) }));
    };
    const before = await events();
    expect(before.length).toBeGreaterThan(10);
    const day = before.at(-1)?.start ?? '';
    await press('Calendar of the shop');
    const closed = await driver.findElement(By.xpath('//label[contains(., "Closed on")]//input'));
    await closed.sendKeys(Key.chord(Key.CONTROL, 'a'), 'tomorrow');
    await press('Store');
    expect(await text('[role="alert"]')).toContain('"tomorrow" is not a date');
    await closed.sendKeys(Key.chord(Key.CONTROL, 'a'), day);
    await press('Store');
    await eventually(
      () => driver.findElements(By.css('[role="dialog"]')),
      (list) => list.length === 0,
      'the calendar is stored',
    );
    expect((await events()).some(({ start }) => start === day)).toBe(false);
    await find('[data-testid="board"]');
  });
});

describe('quotes', () => {
  test('stages as alternatives, a price changed, accepted, and frozen from then on', async () => {
    const { openStage, find, text, eventually, driver, go } = bench();
    await openStage('Uplands Seed Bank', 2, 'build');
    await press('Make the quote');
    const row = '[data-testid="quotes"] [data-quote="1"]';
    const words = await eventually(
      () => text(row),
      (one) => one.includes('cr'),
      'the quote stands',
    );
    expect(words.split('\n').filter((line) => /: [\d ]+\.\d\d cr/.test(line))).toHaveLength(2);
    await press('Change', '//*[@data-quote="1"]');
    const option = (await text('[role="dialog"] h3')).trim();
    const label = `${option}, line 1 minutes`;
    await fill(label, 'an hour');
    await press('Store');
    expect(await text('[role="alert"]')).toContain('minutes');
    await fill(label, '600');
    await press('Store');
    await eventually(
      () => text(row),
      (one) => one !== words && !one.includes('NaN'),
      'the sum follows',
    );
    await fillInside(row, 'Accepted by', 'Ida Fenn, Uplands Seed Bank');
    await press('Accept and freeze');
    await eventually(
      async () => (await find(row)).getAttribute('data-frozen'),
      (frozen) => frozen === 'true',
      'it is frozen',
    );
    expect(await driver.findElements(By.xpath('//*[@data-quote="1"]//button[.="Change"]'))).toHaveLength(0);
    const href = await driver.findElement(By.css(`${row} a`)).getAttribute('href');
    await go(href?.replace(/^https?:\/\/[^/]+/, '') ?? '');
    const paper = await text('[data-testid="paper"]');
    expect(paper).toContain('Accepted by Ida Fenn, Uplands Seed Bank');
    expect(paper).toMatch(/What it costs in use/);
  });

  test('rules are data: a price is entered, a fault is refused by name, and the parts list follows', async () => {
    const { openStage, text, eventually, driver } = bench();
    await openStage('Uplands Seed Bank', 2, 'build');
    const before = await text('[data-testid="parts-total"]');
    await press('Parts and labour rules');
    await press('Tires', '//*[@role="dialog"]//ul');
    const field = (words: string) =>
      driver.findElement(
        By.xpath(`//*[@role="dialog"]//label[starts-with(normalize-space(.), "${words}")]//input`),
      );
    await (await field('Price of one')).sendKeys(Key.chord(Key.CONTROL, 'a'), 'much');
    await press('Store', '//*[@role="dialog"]');
    expect(await text('[role="alert"]')).toMatch(/“tires” part\.price/);
    await (await field('Price of one')).sendKeys(Key.chord(Key.CONTROL, 'a'), '301,25');
    // Its price is the rule's own where it is nothing of the catalog.
    const kind = '//*[@role="dialog"]//label[contains(., "In the catalog it is")]//select';
    const none = await driver.findElement(By.xpath(`${kind}/option[.="nothing of it"]`));
    await none.click();
    await press('Store', '//*[@role="dialog"]');
    await eventually(
      () => text('[data-testid="parts-total"]'),
      (words) => words !== before,
      'the sum follows',
    );
    // The table is drawn anew beside the sum.
    await eventually(
      () => text('[data-line="tires"]'),
      (words) => words.includes('1 205.00 cr'),
      'four tires cost what was entered',
    );
  });
});

/** Types into a field by its label inside a part of the page. */
async function fillInside(css: string, label: string, text: string): Promise<void> {
  const { driver } = bench();
  const input = await driver
    .findElement(By.css(css))
    .findElement(By.xpath(`.//label[contains(., "${label}")]//input`));
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', input);
  await input.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
}

describe('release', () => {
  test('is refused while a check is open and not explained, and given when all are', async () => {
    const { openStage, find, text, driver, eventually } = bench();
    await openStage('Uplands Seed Bank', 1, 'build');
    await press('into work', '//*[@data-testid="in-work"]');
    await find('#build [data-testid="steps"] [data-step="take-in"]');
    await press('Release the vehicle');
    await eventually(
      () => text('[data-testid="release"]'),
      (words) => words.includes('tasks are not ticked'),
      'it says what is open',
    );
    // Every box that can be ticked, until none is left but one.
    for (let round = 0; round < 60; round++) {
      const id = await driver.executeScript<string | null>(`
        const box = [...document.querySelectorAll('#build [role="checkbox"][aria-checked="false"]')]
          .find((one) => !one.disabled && one.closest('[data-step]').dataset.step !== 'release-ramp');
        box?.click();
        return box?.closest('[data-step]').dataset.step ?? null;
      `);
      if (id === null) break;
      await eventually(
        () => ticked(id),
        (now) => now === 'true',
        `${id} is ticked`,
      );
    }
    await eventually(
      () => text('[data-testid="release"]'),
      (words) => words.includes('1 check is open and not explained'),
      'one check is left',
    );
    await press('Release the vehicle');
    expect(await text('[data-testid="job-status"]')).not.toContain('done');
    await press('open…', '//*[@data-step="release-ramp"]');
    await fill(
      'Why it stays open: Over a ramp, each wheel up in turn',
      'Ramp is away for repair, driven over a kerb',
    );
    await press('Keep', '//*[@data-step="release-ramp"]');
    await eventually(
      async () => (await find('[data-testid="release"]')).getAttribute('data-held'),
      (held) => held === 'false',
      'nothing holds it',
    );
    await press('Release the vehicle');
    await eventually(
      () => text('[data-testid="job-status"]'),
      (words) => words.includes('done'),
      'the job is done',
    );
  });
});

describe('papers', () => {
  test('work order and customer’s copy on the page and as PDF, with what is stated and nothing invented', async () => {
    const { openStage, driver, go, text, find, eventually } = bench();
    await openStage('Highfold', 2, 'build');
    await find('[data-testid="stated"]');
    await fill('Caster', '3°40′');
    await (await driver.switchTo().activeElement()).sendKeys(Key.ENTER);
    const link = async (words: string) =>
      (await driver
        .findElement(By.xpath(`//section[@id="build"]//a[contains(., "${words}")]`))
        .getAttribute('href')) ?? '';
    const [order, copy] = [await link('Work order'), await link('copy')];
    const words = await eventually(
      async () => {
        await go(order.replace(/^https?:\/\/[^/]+/, ''));
        return text('[data-testid="paper"]');
      },
      (paper) => paper.includes('3°40′'),
      'what was stated is on the work order',
    );
    expect(words).toContain('140 Nm (Tarn workshop book, page 212)');
    expect(words).toContain('3°40′ (source not given)');
    expect(words).toMatch(/Camber\s+not stated/);
    await go(copy.replace(/^https?:\/\/[^/]+/, ''));
    expect(await text('[data-testid="paper"]')).toMatch(/Rear, as built[\s\S]*What it gains/);
    expect(await driver.findElements(By.css('[data-testid="paper"] svg'))).toHaveLength(5);
    const size = await driver.executeAsyncScript<number>(
      `const done = arguments[1]; fetch(arguments[0]).then((r) => r.blob()).then((b) => done(b.type === 'application/pdf' ? b.size : 0))`,
      await driver.findElement(By.xpath('//a[.="PDF Letter"]')).getAttribute('href'),
    );
    expect(size).toBeGreaterThan(3000);
  });
});
