import { sql } from 'drizzle-orm';
import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { useBench } from './bench';

/** Lists that are longer than a page: the server searches and sorts them. */
const bench = useBench('lists');

/** Jobs that are open, more than a page brings. */
const MORE = 120;

const lines = (): Promise<string[]> =>
  bench().driver.executeScript(
    'return [...document.querySelectorAll("[data-testid=jobs] tbody tr")].map((row) => row.textContent)',
  );
const press = async (words: string): Promise<void> =>
  (
    await bench().driver.findElement(By.xpath(`//button[starts-with(normalize-space(.), "${words}")]`))
  ).click();

test('on the list of jobs each grade says how sure it is, once it was worked out', async () => {
  const { go, eventually, driver } = bench();
  await go('/');
  const said = (): Promise<string[]> =>
    driver.executeScript(
      'return [...document.querySelectorAll("[data-testid=stage-sure]")].map((one) => one.textContent).filter(Boolean)',
    );
  const words = await eventually(said, (all) => all.length > 3, 'how sure the first jobs are');
  for (const one of words) expect(one).toMatch(/^(over 99|under 1|\d{1,2}) % sure$/);
});

test('on a phone no page of the shop goes out at the side', async () => {
  const { go, driver, devtools } = bench();
  await devtools('Emulation.setDeviceMetricsOverride', {
    width: 390,
    height: 844,
    deviceScaleFactor: 1,
    mobile: false,
  });
  try {
    for (const at of ['', 'plan', 'customers', 'parts', 'catalog', 'due', 'learned', 'lessons', 'people']) {
      await go(`/${at}`);
      const wide = await driver.executeScript<number>('return document.documentElement.scrollWidth');
      expect(wide, `/${at}`).toBe(390);
    }
  } finally {
    await devtools('Emulation.clearDeviceMetricsOverride', {});
  }
});

describe('jobs, more of them than a page brings', () => {
  test('more are fetched, sorted ones come from all of them, and what is typed is found in all', async () => {
    const { go, find, text, eventually, database } = bench();
    await database.execute(
      sql`insert into jobs (number, vehicle_id, title, status)
        select 'B-' || lpad(n::text, 4, '0'), (select min(id) from vehicles), 'winter set ' || n, 'measuring' from generate_series(1, ${MORE}) n`,
    );
    await go('/');
    const first = await lines();
    expect(await text('[data-testid="count"]')).toMatch(new RegExp(`^${first.length} of 1\\d\\d$`));
    await press('More');
    const more = await eventually(lines, (rows) => rows.length > first.length, 'the next ones are there');
    expect(more.slice(0, first.length)).toEqual(first);
    expect(new Set(more).size).toBe(more.length);
    await press('Job');
    await eventually(
      lines,
      (rows) => rows[0]?.startsWith('B-0001') ?? false,
      'the first by number, of all of them',
    );
    await (await find('#find')).sendKeys('winter set 77');
    const found = await eventually(
      lines,
      (rows) => rows.length > 0 && rows.every((row) => row.includes('winter set 77')),
      'what is looked for',
    );
    expect(found[0]).toContain('B-0077');
  });

  test('Enter before anything is found opens what is found', async () => {
    const { go, find, eventually, driver, database } = bench();
    const { rows } = await database.execute<{ id: number }>(sql`select id from jobs where number = 'B-0099'`);
    await go('/');
    await (await find('#find')).sendKeys('winter set 99', Key.ENTER);
    await eventually(
      () => driver.getCurrentUrl(),
      (address) => address.includes(`/jobs/${rows[0]?.id ?? 0}/`),
      'the job that was looked for',
    );
  });
});
