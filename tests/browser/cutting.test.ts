import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { useBench } from './bench';

const bench = useBench('cutting');

describe('cutting', () => {
  test('a rubbing stage lists what must give, decides it with one press, and the grade follows', async () => {
    const { openStage, find, text, grade, eventually, driver, saved, control } = bench();
    await openStage('Dunmarrow', 1, 'cut');
    expect(await grade(1)).toBe('trim');
    await driver.executeScript('document.getElementById("cut").scrollIntoView()');
    const words = await text('[data-testid="edges"]');
    expect(words).toMatch(/seam behind the wheel[\s\S]*fold the seam/);
    expect(words).toMatch(/tuck or re-tie the liner/);
    expect(await text('#cut')).toContain('Never cut, whatever clears');
    const undecided = () =>
      driver.findElements(By.xpath('//*[@data-testid="edges"]//button[starts-with(., "Decide")]'));
    for (let left = 9; left > 0; left--) {
      await find('[data-testid="edges"]');
      const [decide] = await undecided();
      if (!decide) break;
      const before = (await undecided()).length;
      await driver.executeScript('arguments[0].click()', decide);
      await eventually(undecided, (list) => list.length < before, 'the edge is decided');
    }
    await eventually(
      () => grade(1),
      (word) => word === 'free' || word === 'close',
      'with every edge decided nothing touches',
    );
    await saved();
    await driver.executeScript('document.activeElement.blur()');
    await control('z');
    await eventually(undecided, (list) => list.length === 1, 'undo takes the last one back');
  });

  test('the template is shown with its marks in mm and sixteenths, mirrored for the other side, and leaves as files', async () => {
    const { find, text, driver, eventually } = bench();
    const seam = await find('[data-edge="seam"] button');
    await driver.executeScript('arguments[0].click()', seam);
    await find('[data-testid="template"] [data-layer="FOLD"]');
    expect(await text('[data-testid="marks"]')).toMatch(/\d+ mm · \d+( \d+\/\d+)? in/);
    const points = async (): Promise<string> =>
      (await (await find('[data-testid="template"] [data-layer="EDGE"]')).getAttribute('points')) ?? '';
    const left = await points();
    await (await driver.findElement(By.xpath('//*[@id="cut"]//label[contains(., "Right")]'))).click();
    await eventually(points, (one) => one !== left, 'the right side is the mirror');
    const { folder } = bench();
    for (const words of ['SVG', 'DXF', 'PDF A4']) {
      const button = await driver.findElement(
        By.xpath(`//*[@data-testid="template-files"]//button[.="${words}"]`),
      );
      await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', button);
      // A real press: a browser lets a script alone start one download only.
      await button.click();
      const end = words.slice(0, 3).toLowerCase();
      await eventually(
        () => Promise.resolve(readdirSync(folder)),
        (list) => list.some((name) => name.includes('seam') && name.endsWith(`.${end}`)),
        `${words} is written`,
      );
    }
    const files = readdirSync(folder).filter((name) => name.includes('seam'));
    const read = (end: string): string =>
      readFileSync(join(folder, files.find((name) => name.endsWith(end)) ?? ''), 'latin1');
    expect(read('.svg')).toContain('<g id="FOLD"');
    expect(read('.dxf')).toContain('FOLD');
    expect(read('.pdf').startsWith('%PDF')).toBe(true);
  });

  test('cutting less stands beside lifting instead, and a stage that clears has nothing to cut', async () => {
    const { text, openStage, keys, driver } = bench();
    await driver.executeScript('document.getElementById("cut").scrollIntoView()');
    expect(await text('[data-testid="cut-scale"]')).toMatch(/0 %[\s\S]*touches by[\s\S]*100 %/);
    await openStage('Highfold', 1, 'cut');
    await driver.executeScript('document.activeElement.blur()');
    await keys('6');
    await keys(Key.ESCAPE);
    expect(await text('#cut')).toContain('Never cut');
  });
});
