import { join } from 'node:path';
import { test } from 'vitest';
import { useBench } from './bench';

const bench = useBench('pictures');
const picture = (name: string): Promise<void> =>
  bench().shot(join(import.meta.dirname, '..', '..', 'docs', 'screenshots', `${name}.png`));
/** Puts a station under the header, with nothing in focus, and waits until its drawings have settled. */
async function show(station: string): Promise<void> {
  const { driver, settled } = bench();
  await driver.executeScript(
    'document.getElementById(arguments[0]).scrollIntoView(); document.activeElement.blur()',
    station,
  );
  await settled();
  await driver.sleep(1500);
}

test('jobs', async () => {
  await bench().go('/');
  await picture('jobs');
});

test('the sheet’s stations', async () => {
  await bench().openStage('Dunmarrow', 1);
  await show('measure');
  await bench().driver.executeScript(
    'document.querySelectorAll("[data-testid=obstacle-table] button[aria-pressed]")[5].click()',
  );
  await show('measure');
  await picture('measure');
  await show('package');
  await picture('package');
  await show('fit');
  await picture('fit');
});

test('what touches, at night and in inches', async () => {
  await bench().openStage('Dunmarrow', 3);
  await show('fit');
  await bench().driver.executeScript(
    'window.scrollBy(0, 600); document.documentElement.dataset.theme = "dark"',
  );
  await bench().driver.executeScript('document.querySelector("[data-testid=units]").click()');
  await bench().driver.sleep(1500);
  await picture('touches-dark');
});
