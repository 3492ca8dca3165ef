import { mkdtempSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, until } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { SCRATCH } from './browser';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('roadlog');
const { choose } = handsOf(bench);

/** A drive of twenty thousand rows in third to fifth gear on a tire that rolls 2 % less than calculated. */
function drive(gears: readonly number[], axleRatio: number, circumferenceMm: number): string {
  const lines = ['time,speed km/h,rpm'];
  for (let i = 0; i < 20_000; i++) {
    const kmh = 60 + 35 * Math.sin(i / 900) + 4 * Math.sin(i / 37);
    const gear = gears[kmh < 45 ? 2 : kmh < 70 ? 3 : 4] ?? 1;
    const rpm = (kmh * gear * axleRatio * 60_000) / (3.6 * circumferenceMm);
    lines.push(`${(i * 0.5).toFixed(1)},${(kmh + 0.4 * Math.sin(i * 1.3)).toFixed(2)},${rpm.toFixed(0)}`);
  }
  return lines.join('\n');
}

describe('a road log', () => {
  test('twenty thousand rows are fitted while the page stays free, and taken over as measured', async () => {
    const { openStage, find, text, eventually, driver, field, saved } = bench();
    await openStage('Haldane Rook', 1, 'driveline');
    await bench().turn('driveline');
    // What the vehicle is made of is read off the page, as its fitter would.
    const ratio = Number(/Axle ratio\s+\S+\s+(\S+)/.exec(await text('[data-testid="gearing"]'))?.[1]);
    const gears = (await text('[data-testid="grades"] thead tr'))
      .split(/\s+/)
      .slice(1)
      .map(Number)
      .filter((_, i) => i % 2 === 1);
    expect(gears.length).toBeGreaterThan(4);
    const turns = /Set it to ([\d.]+) turns/.exec(await text('[data-testid="speedometer"]'))?.[1];
    const trueMm = (1e6 / Number(turns)) * 0.98;
    const folder = mkdtempSync(join(SCRATCH, 'log-'));
    const file = join(folder, 'drive.csv');
    writeFileSync(file, drive(gears, ratio, trueMm));
    await driver.executeScript(`
      window.longest = 0;
      window.from = performance.now();
      new PerformanceObserver((list) => {
        for (const one of list.getEntries()) window.longest = Math.max(window.longest, one.duration);
      }).observe({ type: 'longtask' });
    `);
    await (await find('[aria-label="Road log files"]')).sendKeys(file);
    const words = await eventually(
      () => text('[data-testid="log-fit"]'),
      (one) => one.includes('20000 rows'),
      'the drive is fitted',
    );
    const found = Number(/It rolls (\d+) mm/.exec(words)?.[1]);
    expect(Math.abs(found / trueMm - 1)).toBeLessThan(0.003);
    await find('[data-testid="log-chart"] svg');
    // Parsing and fitting are done elsewhere; drawing some of the points is all that the page does.
    expect(
      Number(await driver.executeScript('return window.longest / (performance.now() - window.from)')),
    ).toBeLessThan(0.5);
    const take = await driver.findElement(By.xpath('//button[contains(., "turns per km, measured")]'));
    await driver.executeScript('arguments[0].click()', take);
    await eventually(
      () => field('Turns, measured'),
      (value) => Math.abs(1e6 / Number(value) / trueMm - 1) < 0.003,
      'it stands as measured',
    );
    await saved();
    await driver.navigate().refresh();
    await find('[data-testid="sentence"][data-fresh="true"]');
    expect(Number(await field('Turns, measured'))).toBeGreaterThan(300);
  });

  test('a file that cannot be read says where, one that lacks rpm asks for the other', async () => {
    const { find, text, eventually } = bench();
    const folder = mkdtempSync(join(SCRATCH, 'log-'));
    const file = join(folder, 'bad.csv');
    writeFileSync(file, 'time,speed\nx,y\nz,w\nq,r\n');
    await (await find('[aria-label="Road log files"]')).sendKeys(file);
    await eventually(
      () => text('[data-testid="road-log"] [role="alert"]'),
      (words) => words.includes('bad.csv, line 2, column 1'),
      'line and column',
    );
    writeFileSync(file, 'time,speed\n1,20\n2,21\n');
    await (await find('[aria-label="Road log files"]')).sendKeys(file);
    await eventually(
      () => text('[data-testid="road-log"] [role="alert"]'),
      (words) => words.includes('Add the rpm file of the same drive'),
      'the other half is asked for',
    );
  });

  test('the simulated logger drives, is taken over, and stays marked as simulated', async () => {
    const { driver, text, eventually, find } = bench();
    const start = await driver.wait(
      until.elementLocated(By.xpath('//button[normalize-space(.)="From the logger"]')),
      60_000,
      'the logger can be asked',
    );
    await driver.executeScript('arguments[0].click()', start);
    await find('[data-testid="logger"]');
    const take = () => driver.findElement(By.xpath('//*[@data-testid="logger"]//button'));
    await eventually(
      async () => (await take()).getText(),
      (words) => words === 'Take this drive',
      'enough rows were driven',
    );
    await driver.executeScript('arguments[0].click()', await take());
    await eventually(
      () => text('[data-testid="log-fit"]'),
      (words) => words.includes('simulated') && words.includes('From the logger'),
      'the drive is fitted and marked',
    );
  });
});

describe('strength and speed', () => {
  test('one upgrade is tried without being taken', async () => {
    const { text, eventually } = bench();
    const ladder = await text('[data-testid="ladder"]');
    await choose('Try one change, without taking it', 'a locker');
    await eventually(
      () => text('[data-testid="tried"]'),
      (words) => /With a locker/i.test(words) && /gives? first/.test(words),
      'its ladder stands beside',
    );
    expect(await text('[data-testid="ladder"]')).toBe(ladder);
  });

  test('a part of the catalog is tried by its maker’s figure, with its price', async () => {
    const { text, eventually } = bench();
    await choose('Try one change, without taking it', 'Denholt Heavy joint');
    await eventually(
      () => text('[data-testid="tried"]'),
      (words) => /With Denholt Heavy joint.*\(310, /i.test(words),
      'its ladder stands beside',
    );
  });

  test('a part marked as fuse is told of when another goes before it', async () => {
    const { text, eventually } = bench();
    const before = await text('[data-testid="tried"]');
    expect(before).not.toBe('');
    await choose('Meant to give first', 'ring and pinion');
    await eventually(
      () => text('#driveline'),
      (words) =>
        /goes before the ring and pinion that is meant as the fuse|ring and pinion gives first/.test(words),
      'the fuse is judged',
    );
  });

  test('the shop’s size table is edited, refused by name, and judged by', async () => {
    const { driver, find, text, eventually } = bench();
    const edit = await driver.findElement(By.xpath('//*[@data-testid="size-school"]//button'));
    await driver.executeScript('arguments[0].click()', edit);
    const largest = await find('[aria-label="Tire up to, mm, row 2"]');
    await largest.clear();
    await largest.sendKeys('5');
    const store = await driver.findElement(By.xpath('//*[@role="dialog"]//button[.="Store"]'));
    await store.click();
    expect(await text('[role="dialog"] [role="alert"]')).toContain('sizeTable.1.largestMm');
    await largest.clear();
    await largest.sendKeys('600');
    await store.click();
    await eventually(
      () => text('[data-testid="size-school"]'),
      (words) => words.includes('up to 600 mm') && words.includes('only with'),
      'the table judges the tire',
    );
  });

  test('gains and costs stand in the customer’s words', async () => {
    const words = await bench().text('[data-testid="tradeoffs"]');
    expect(words).toMatch(/What it gains[\s\S]*more room under the axles/);
    expect(words).toMatch(/What it costs[\s\S]*higher to step in/);
  });

  test('an electric vehicle shows wheel force and range lost, and no hunting', async () => {
    const { openStage, text, driver } = bench();
    await openStage('Ister Pylon', 1, 'driveline');
    expect(await text('[data-testid="electric"]')).toMatch(/kN[\s\S]*rolling \d+\.\d %/);
    expect(await driver.findElements(By.css('[data-testid="hunting-chart"]'))).toHaveLength(0);
  });
});

describe('what the vehicle is made of', () => {
  test('powertrain and axles are entered as built, refused by name, and then judged', async () => {
    const { openStage, find, text, driver, eventually, saved } = bench();
    await openStage('Upland Post', 1, 'driveline');
    const open = await driver.findElement(By.xpath('//button[normalize-space(.)="As built…"]'));
    await driver.executeScript('arguments[0].click()', open);
    const type = async (label: string, value: string): Promise<void> => {
      const input = await find(`[aria-label="${label}"]`);
      await input.clear();
      await input.sendKeys(value);
    };
    const store = await driver.findElement(By.xpath('//*[@role="dialog"]//button[.="Store"]'));
    await type('Powertrain: Gears, first to top', '3.9 two 1.3');
    await store.click();
    expect(await text('[role="dialog"] [role="alert"]')).toContain('"two" is not a number');
    await type('Powertrain: Gears, first to top', '3.9 2.2 1.4 1.0 0.82');
    await type('Powertrain: Torque, rpm:N·m', '1200:150 2500:240 4500:220');
    await type('Powertrain: Idle rpm', '750');
    await type('Powertrain: Red line rpm', '5600');
    await type('Front axle: Ratios it takes', '3.7 4.1 4.4');
    await type('Rear axle: Ratios it takes', '3.7 4.1 4.4');
    await type('Front axle: Ring gear, mm', '9999');
    await store.click();
    expect(await text('[role="dialog"] [role="alert"]')).toContain('vehicle.axles.front.ringGearMm');
    await type('Front axle: Ring gear, mm', '180');
    await store.click();
    await eventually(
      () => text('[data-testid="ladder"]'),
      (words) => words.includes('ring and pinion'),
      'the ladder knows the ring gear',
    );
    await saved();
  });

  test('a maker’s load table is typed in and turns the estimate into the maker’s figure', async () => {
    const { driver, find, text, eventually } = bench();
    await bench().turn('package');
    const field = await driver.findElement(By.xpath('//input[@data-path="package.tire.loadTable"]'));
    await driver.executeScript('arguments[0].closest("details").open = true', field);
    await field.sendKeys('200:560 250:680 300:790');
    await eventually(
      () => text('[data-testid="pressures"]'),
      (words) => !/Front\s+\d+ kPa est/.test(words),
      'the pressure is the maker’s',
    );
    expect(await (await find('#load [data-check="pressure-front"]')).getAttribute('data-status')).toBe(
      'pass',
    );
  });
});
