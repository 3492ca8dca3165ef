import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key, Origin } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { SCRATCH } from './browser';
import { useBench } from './bench';

const bench = useBench('measuring');

const byWords = (words: string) => By.xpath(`//button[normalize-space(.)="${words}"]`);
const segment = (words: string) => By.xpath(`//label[normalize-space(.)="${words}"][input]`);

/** Presses what a locator finds, brought out from under the header first. */
async function press(locator: By): Promise<void> {
  const { driver } = bench();
  const found = await driver.findElement(locator);
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', found);
  await found.click();
}

/** Puts a field in focus by its label, as a hand that tabs there would. */
async function focus(label: string): Promise<void> {
  const { driver } = bench();
  const input = await driver.findElement(
    By.xpath(`//input[@id=//label[normalize-space(.)="${label}"]/@for]`),
  );
  await driver.executeScript('arguments[0].scrollIntoView({ block: "center" }); arguments[0].focus()', input);
}

/** The front axle, by its key. */
async function frontAxle(): Promise<void> {
  const { driver, keys } = bench();
  await driver.executeScript('document.activeElement.blur()');
  await keys('f');
}

describe('a new vehicle, measured by keyboard', () => {
  test('is begun from a few figures, with everything in its wells estimated', async () => {
    const { go, find, text, settled, eventually } = bench();
    await go('/');
    await press(byWords('New vehicle'));
    const fill = async (name: string, words: string): Promise<void> => {
      const input = await find(`[name="${name}"]`);
      await input.sendKeys(Key.chord(Key.CONTROL, 'a'), words);
    };
    await fill('title', 'Gravel tours');
    await fill('label', 'Corvane Tull');
    await fill('tireCode', '245/75X16');
    await fill('wheelbaseMm', '2750');
    await fill('trackMm', '63 in');
    await fill('massFrontKg', '1050');
    await fill('massRearKg', '950');
    await press(byWords('Begin'));
    const fault = await eventually(
      () => text('[role="dialog"]'),
      (words) => words.includes('is not a size'),
      'the bad size is refused beside its field',
    );
    expect(fault).toContain('"245/75X16" is not a size we can read');
    await fill('tireCode', '245/75R16 111S');
    await press(byWords('Begin'));
    // A vehicle that nobody has measured opens on the round that asks for everything.
    expect(await text('[data-testid="preparation"]')).toContain('at ride height');
    await settled();
    expect(await text('h1')).toBe('Corvane Tull');
    expect(await text('[data-testid="still-to-read"]')).toMatch(
      /^(\d+) of \1 places at the \w+ are estimates/,
    );
    // It says which of the readings decide, and a press puts the hand into the field of the first.
    const decides = await eventually(
      () => text('[data-testid="what-decides"]'),
      (words) => words.includes('Read these first'),
      'what decides is worked out',
    );
    expect(decides).toMatch(/an estimate, nearest in \d+ % of what may be/);
    const ask = async (isGap: boolean): Promise<string> => {
      const { driver } = bench();
      await find('[data-testid="what-decides"] li button');
      const all = await driver.findElements(By.css('[data-testid="what-decides"] li button'));
      for (const one of all) {
        const label = await one.getText();
        if (label.startsWith('Gap to') !== isGap) continue;
        await driver.executeScript('arguments[0].click()', one);
        return label.split(',')[0] ?? '?';
      }
      throw new Error(`no ${isGap ? 'gap' : 'reading'} in ${decides}`);
    };
    const reading = await ask(false);
    await eventually(
      () => text('[data-testid="round-words"]'),
      (words) => words.startsWith(reading),
      'the reading that was pressed is under the hand',
    );
    // Of a thing that runs along the wheel it asks for the place where that decides; it stands below the thing's own readings.
    const atPlace = By.xpath(
      '//*[@data-testid="what-decides"]//li/button[contains(., " the hub, ") and not(contains(., "Gap to"))]',
    );
    const toPress = await bench().driver.findElement(atPlace);
    const asked = await toPress.getText();
    await bench().driver.executeScript('arguments[0].click()', toPress);
    const place = asked.slice(0, asked.lastIndexOf(','));
    await eventually(
      () => text('[data-testid="round-words"]'),
      (words) => words.startsWith(place) && words.includes('At this place along it'),
      'the place is under the hand',
    );
    expect(await find('[data-testid="guide"]')).toBeTruthy();
    // Where a gap tells more, its part and pose are set and the hand is in its field.
    const gap = await ask(true);
    await eventually(
      () => bench().driver.executeScript<string>('return document.activeElement?.dataset.path ?? ""'),
      (path) => path === 'gap',
      'the field of the gap is under the hand',
    );
    expect(gap).toContain('Gap to the');
    // The drawing turns the wheel so, and says between what the gap is read.
    expect(await text('[data-testid="well-drawing"]')).toContain(
      `nearest: ${gap.replace('Gap to the ', '')}`,
    );
    await press(segment('Points'));
    await frontAxle();
    expect(await text('[data-testid="obstacle-table"]')).toContain('17 of 17 points estimated');
  });

  test('the tape round goes on with Enter, in mm and in inches as typed, and shows each reading', async () => {
    const { driver, keys, text, find, field, saved, settled, eventually } = bench();
    await press(segment('Tape round'));
    await focus('Across at 12 o’clock');
    expect(await text('[data-testid="round-words"]')).toContain('mounting face straight out');
    await find('[data-testid="guide"]');
    await keys('118', Key.ENTER, Key.ENTER, Key.ENTER);
    expect(await text('[data-testid="round-words"]')).toContain('Lip at 12 o’clock');
    await keys('19 3/8', Key.ENTER);
    expect(await text('[data-testid="round-words"]')).toContain('Lip at 11 o’clock, ahead');
    await keys('489', Key.ENTER, '486', Key.ENTER);
    await eventually(
      () => text('[data-testid="round-count"]'),
      (words) => words.startsWith('4 of'),
      'four readings are counted, two were skipped',
    );
    await saved();
    await driver.navigate().refresh();
    await settled();
    await frontAxle();
    await press(segment('Tape round'));
    expect(Number(await field('Lip at 12 o’clock'))).toBeCloseTo(19.375 * 25.4, 1);
    expect(await text('[data-testid="well-drawing"]')).toContain('nearest');
  });

  test('a lip inside the tire that stands there is caught at once, and nothing changes', async () => {
    const { driver, keys, text, eventually } = bench();
    const before = await text('[data-testid="round-count"]');
    await focus('Lip at 9 o’clock, ahead');
    await keys('301', Key.ENTER);
    const fault = await eventually(
      async () => (await driver.findElement(By.css('[data-testid="round"] [role="alert"]'))).getText(),
      (words) => words.includes('read it again'),
      'the slip is named',
    );
    expect(fault).toContain('inside the tire that stands there');
    expect(await text('[data-testid="round-count"]')).toBe(before);
    await keys(Key.ESCAPE);
  });

  test('inches typed where millimetres stand are asked about, and taken with one press', async () => {
    const { find, text, field, driver, keys, eventually } = bench();
    await focus('Lip at 9 o’clock, ahead');
    await keys('20', Key.ENTER);
    expect(await text('[data-testid="round"] [role="alert"]')).toContain('so one of these is wrong: 20 mm');
    const offer = await find('[data-testid="round"] [data-testid="offers"] button');
    expect(await offer.getText()).toBe('20 in?');
    await driver.executeScript('arguments[0].click()', offer);
    await eventually(
      () => field('Lip at 9 o’clock, ahead'),
      (mm) => mm === '508',
      'twenty inches are taken',
    );
    expect(await driver.findElements(By.css('[data-testid="round"] [role="alert"]'))).toHaveLength(0);
    // Read again in millimetres.
    await focus('Lip at 9 o’clock, ahead');
    await keys('498', Key.ENTER);
  });

  test('gaps place a thing, and one that does not agree is named', async () => {
    const { driver, keys, text, eventually, find } = bench();
    await press(segment('Gaps'));
    const choose = async (label: string, words: string): Promise<void> => {
      const select = await driver.findElement(
        By.xpath(`//select[@id=//label[normalize-space(.)="${label}"]/@for]`),
      );
      await select.sendKeys(words);
    };
    await choose('To what', 'seam behind');
    const take = async (mm: string, rows: number): Promise<void> => {
      await focus('Gap');
      await keys(mm, Key.ENTER, Key.ENTER);
      await eventually(
        async () => (await driver.findElements(By.css('[data-testid="gap-table"] tbody tr'))).length,
        (count) => count === rows,
        `${rows} gaps are listed`,
      );
    };
    await take('62', 1);
    await choose('Lock', 'quarter');
    await take('51', 2);
    expect(await text('[data-testid="gap-table"]')).toContain('placed by 2 gaps');
    await choose('Lock', 'straight');
    await take('120', 3);
    const said = await text('[data-testid="gap-table"]');
    expect(said).toMatch(/▲ [\d.]+ mm more than the tape and the other gaps say/);
    // Taken back, the others stand.
    await (await find('[aria-label^="Remove the gap of 120 mm"]')).click();
    await eventually(
      () => text('[data-testid="gap-table"]'),
      (words) => words.includes('placed by 2 gaps'),
      'the slip is gone',
    );
  });

  test('readings go out as CSV and a faulty file is refused by line and column', async () => {
    const { driver, text, eventually } = bench();
    const file = join(SCRATCH, 'readings.csv');
    writeFileSync(file, 'axle,side,kind,name,value\nfront,left,tape,lip-12,far\n');
    await driver.findElement(By.css('[aria-label="Readings to import, CSV"]')).sendKeys(file);
    expect(
      await eventually(
        () => text('[role="dialog"]'),
        (words) => words.includes('line 2'),
        'the fault is shown',
      ),
    ).toContain('line 2, column value');
    await driver.actions().sendKeys(Key.ESCAPE).perform();
    writeFileSync(file, 'axle,side,kind,name,value\nfront,right,tape,seam-behind,17 in\n');
    await driver.findElement(By.css('[aria-label="Readings to import, CSV"]')).sendKeys(file);
    await press(segment('Points'));
    await eventually(
      () => text('[data-testid="obstacle-table"]'),
      (words) => words.includes('right seam behind') || words.includes('right\nseam behind'),
      'the right side has its own seam',
    );
  });
});

describe('points in the drawing', () => {
  test('are dragged and nudged, and the numbers follow', async () => {
    const { openStage, driver, find, field, saved, eventually } = bench();
    await openStage('Haldane Rook', 1, 'measure');
    await driver.findElement(By.xpath('//button[normalize-space(.)="seam behind the wheel"]')).click();
    const before = Number(await field('Point 2 x'));
    const handle = await find('[aria-label="seam behind the wheel, point 2, side"]');
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', handle);
    await driver
      .actions({ async: true })
      .move({ origin: handle })
      .press()
      .move({ origin: Origin.POINTER, x: 4, y: 0, duration: 60 })
      .move({ origin: Origin.POINTER, x: 5, y: 0, duration: 60 })
      .release()
      .perform();
    // Forward is drawn to the left: to the right is back.
    const dragged = await eventually(
      async () => Number(await field('Point 2 x')),
      (x) => x < before - 10,
      'the point went back',
    );
    await driver.executeScript(
      'arguments[0].focus()',
      await find('[aria-label="seam behind the wheel, point 2, side"]'),
    );
    await driver.actions().sendKeys(Key.ARROW_LEFT, Key.ARROW_LEFT).perform();
    await eventually(
      async () => Number(await field('Point 2 x')),
      (x) => Math.abs(x - dragged - 2) < 0.01,
      'two steps forward again',
    );
    await saved();
  });
});

describe('a scan', () => {
  /** An arch over the wheel as a small ascii PLY, moved and in metres, as a scanner would hand it over. */
  function writeScan(): string {
    const points: string[] = [];
    for (let k = -45; k <= 45; k++)
      for (let y = 0; y <= 100; y += 10) {
        const [x, z] = [470 * Math.sin(k / 28), 470 * Math.cos(k / 28)];
        points.push([(x + 1000) / 1000, (y - 200) / 1000, (z + 50) / 1000].join(' '));
      }
    const file = join(SCRATCH, 'arch.ply');
    writeFileSync(
      file,
      `ply\nformat ascii 1.0\nelement vertex ${points.length}\nproperty float x\nproperty float y\nproperty float z\nend_header\n${points.join('\n')}\n`,
    );
    return file;
  }

  test('is read, aligned, marked, swept, stored, and taken over as an obstacle that is judged', async () => {
    const { openStage, driver, find, text, eventually, settled } = bench();
    await openStage('Haldane Rook', 1, 'measure');
    await press(segment('Scan'));
    await find('[data-testid="scan-view"]');
    // Without a scanner: one press shows what it is for.
    await press(byWords('Try a made-up scan'));
    await eventually(
      () => text('[data-testid="scan-count"]'),
      (words) => words.includes('30,000 points'),
      'a made-up scan is read',
    );
    await press(segment('m'));
    await driver.findElement(By.css('[aria-label^="Scan to read"]')).sendKeys(writeScan());
    await eventually(
      () => text('[data-testid="scan-count"]'),
      (words) => words.includes('1,001 points'),
      'the points are counted',
    );
    const places = [
      '1000 -200 50',
      '1060 -200 70',
      '990 -200 120',
      '1400 0 -330',
      '700 -100 -330',
      '1050 -800 -330',
    ];
    const inputs = await driver.findElements(By.css('[data-testid="scan"] form input'));
    for (const [i, place] of places.entries()) await inputs[i]?.sendKeys(place);
    await press(byWords('Align'));
    await find('[data-testid="scan-parts"]');
    await press(byWords('Part'));
    const name = await find('[aria-label="Part 1 name"]');
    await name.sendKeys(Key.chord(Key.CONTROL, 'a'), 'scanned arch');
    await press(byWords('Mark the box'));
    await eventually(
      () => text('[data-testid="scan-parts"]'),
      (words) => words.includes('1,001'),
      'all of it is marked',
    );
    await press(byWords('Sweep the scan'));
    const result = await eventually(
      () => text('[data-testid="scan-results"]'),
      (words) => words.includes('scanned arch'),
      'the sweep is done',
    );
    expect(result).toMatch(/-?\d+(\.\d)? mm/);
    await press(byWords('Store the scan'));
    await eventually(
      () => text('[data-testid="scans"]'),
      (words) => words.includes('1,001 points'),
      'it is stored',
    );
    await press(byWords('Take as obstacle'));
    await settled();
    const gap = Number(/(-?[\d.]+) mm/.exec(result)?.[1]);
    const row = await eventually(
      () => text('[data-testid="touch-table"]'),
      (words) => words.includes('scanned arch'),
      'it is an obstacle like any other',
    );
    const judged = Number(/scanned arch[^\n]*?(-?[\d.]+) mm/.exec(row)?.[1]);
    // A scan is swept on the grid; an obstacle is looked at between its poses too.
    expect(judged).toBeLessThanOrEqual(gap + 0.1);
    expect(judged).toBeGreaterThan(gap - 3);
  });

  test('a faulty file says its line and column, and a stored one is read again', async () => {
    const { driver, text, find, eventually } = bench();
    const file = join(SCRATCH, 'bad.xyz');
    writeFileSync(file, '1 2 3\n4 five 6\n');
    // The scan is still there, on the leaf that it was left on.
    await bench().turn('measure');
    await (await find('[aria-label^="Scan to read"]')).sendKeys(file);
    await eventually(
      () => text('[data-testid="scan-message"]'),
      (words) => words.includes('bad.xyz, line 2, column 2: "five" is not a number'),
      'the fault is named',
    );
    await driver.navigate().refresh();
    await bench().settled();
    await press(segment('Scan'));
    const stored = await driver.wait(
      async () =>
        (await driver.findElements(By.xpath('//*[@data-testid="scans"]//button[contains(., "points")]')))[0],
      10_000,
      'the stored scan is listed',
    );
    await stored?.click();
    await eventually(
      () => text('[data-testid="scan-count"]'),
      (words) => words.includes('1,001 points'),
      'it came back',
    );
    expect(await (await find('[aria-label="Part 1 name"]')).getAttribute('value')).toBe('scanned arch');
  });
});

describe('what would free it', () => {
  test('a cure is taken with one key, frees the corner, and is undone', async () => {
    const { openStage, grade, find, keys, eventually, settled, text, control, saved } = bench();
    await openStage('Tarn Holloway', 2);
    expect(await grade(2)).toBe('close');
    await find('[data-testid="cures"] [data-cure="lock-stop"]');
    expect(await text('[data-testid="cures"]')).toContain('The whole front corner');
    await keys(Key.ESCAPE);
    await bench().driver.executeScript('document.activeElement.blur()');
    await bench().driver.actions().keyDown(Key.SHIFT).sendKeys('1').keyUp(Key.SHIFT).perform();
    await eventually(
      () => grade(2),
      (word) => word === 'free',
      'the stage is free',
    );
    expect(await settled()).toContain('clears everything');
    expect(await text('[data-testid="turning-circle"]')).toMatch(/as delivered, [\d.]+ m now/);
    await saved();
    await control('z');
    await eventually(
      () => grade(2),
      (word) => word === 'close',
      'undo brings it back',
    );
  });

  test('the charts stand, with the largest tire in words', async () => {
    const { driver, eventually, find, text, settled } = bench();
    await driver.executeScript('document.querySelector("[data-testid=cure-pane]").scrollIntoView()');
    await find('[data-testid="lift-chart"] svg');
    await settled();
    const own = await find('[data-testid="region-chart"] [data-testid="own-tire"]');
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', own);
    await eventually(
      async () => {
        // The chart may still be drawn anew under the pointer: it is moved there until it is read.
        await driver
          .actions()
          .move({ origin: await find('[data-testid="own-tire"]') })
          .perform();
        return text('[data-testid="region-read"]');
      },
      (words) => /^\S+.*: \d+ mm × \d+/.test(words),
      'the tire under the pointer is read',
    );
    expect(await text('[data-testid="largest"]')).toMatch(
      /Largest tire at the margin as it is, front: \d+ mm tall/,
    );
  });

  test('a zone of the shop is made, chosen, and in the sentence; the rub policy stands by the grade', async () => {
    const { openStage, driver, find, eventually, settled, text, saved } = bench();
    await openStage('Selk Marten', 1);
    await (await find('[aria-label="Zones of the shop"]')).click();
    await driver.findElement(By.xpath('//*[@role="dialog"]//button[normalize-space(.)="Zone"]')).click();
    await (await find('[aria-label="Zone 1 name"]')).sendKeys('Forest road');
    await driver.findElement(By.xpath('//*[@role="dialog"]//button[normalize-space(.)="Store"]')).click();
    const zone = await driver.wait(
      async () => (await driver.findElements(segment('Forest road')))[0],
      10_000,
      'the zone',
    );
    await zone?.click();
    await eventually(settled, (words) => words.includes('Forest road zone'), 'the sentence names it');
    await press(segment('Liner may kiss'));
    await eventually(
      () => text('[data-testid="fit-facts"]'),
      (words) => words.includes('soft liner may kiss'),
      'the policy is said',
    );
    await saved();
    await bench().go('/');
    expect(await text('[data-testid="jobs"]')).toContain('liner may kiss');
  });
});
