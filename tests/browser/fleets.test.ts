import { By } from 'selenium-webdriver';
import { expect, test } from 'vitest';
import { fleetOf } from '../fleetOf';
import { useBench } from './bench';
import { handsOf } from './hands';

const bench = useBench('fleets');
const { press } = handsOf(bench);

test('what fits all is worked out with one press and ordered for all with two; the parts stand together', async () => {
  const { go, text, find, eventually, driver } = bench();
  await go(`/customers/${await fleetOf(bench().database, 2)}`);
  await bench().eventually(
    () => text('[data-testid="fits-all"] [role="status"]'),
    (words) => words.includes('Not worked out yet'),
    'nobody asked yet',
  );
  await press('Work it out');
  await find('[data-testid="fits-all"] [data-state="done"]');
  const line = await text('[data-testid="fits-all"] tbody tr');
  expect(line).toMatch(/\d mm/);
  await (await find('[data-testid="fits-all"] tbody tr button')).click();
  const form = await text('[data-testid="fleet-order"]');
  expect(form.match(/Free|Close|mm/gi)?.length ?? 0).toBeGreaterThanOrEqual(2);
  await press('Order for 2 vehicles');
  const jobs = await eventually(
    async () =>
      Promise.all(
        (await driver.findElements(By.css('[data-testid="fleet-orders"] a[href*="/build"]'))).map((one) =>
          one.getText(),
        ),
      ),
    (list) => list.length === 2,
    'both are in work',
  );
  // The vehicles above know of it at once.
  await eventually(
    () => text('[data-testid="fleet"]'),
    (words) => jobs.every((job) => words.includes(job)),
    'their jobs stand with the vehicles',
  );
  await go('/parts');
  const wanted = await text('main');
  for (const job of jobs) expect(wanted).toContain(job);
  // A slip is taken back in one step, after the page was left too.
  await driver.navigate().back();
  await press('Take it back');
  await eventually(
    async () => (await bench().notices()).join(),
    (said) => jobs.every((job) => said.includes(job)) && said.includes('Taken back'),
    'it is taken back on both',
  );
  await go('/parts');
  expect(await text('main')).not.toContain(jobs[0]);
});

test('the link that is made there is read on a phone that nobody is signed in on', async () => {
  const { go, find, text, driver } = bench();
  await go(`/customers/${await fleetOf(bench().database, 2)}`);
  await press('Make the link');
  const made = await find('[data-testid="fleet-links"] [data-testid="fresh-link"] input');
  const address = (await made.getAttribute('value')) ?? '';
  await bench().phone();
  await driver.get(address);
  expect(await text('[data-testid="for-fleet"] h1')).toBe('Quillmarsh Timber');
  expect(await text('[data-testid="for-fleet"]')).toContain('What would fit all of them');
  expect(
    await driver.executeScript(
      'return document.documentElement.scrollWidth - document.documentElement.clientWidth',
    ),
  ).toBe(0);
});
