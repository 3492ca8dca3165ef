import { By, Key } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { sweepCorner, sweepInputOf } from '../../core/clearance/corner';
import { foldCorner } from '../../core/clearance/fold';
import { mountedProfile } from '../../core/clearance/profile';
import { AXLES } from '../../core/format/names';
import { readBuild } from '../../core/format/read';
import { MATERIALS } from '../../core/format/materials';
import { exportStage } from '../../server/jobs';
import { useBench } from './bench';

const bench = useBench('sheet');

describe('jobs', () => {
  test('filters as it is typed and opens with Enter', async () => {
    const { go, keys, eventually, driver, find } = bench();
    await go('/');
    expect(await driver.findElements(By.css('[data-testid="jobs"] tbody tr'))).toHaveLength(5);
    await keys('forestry');
    await eventually(
      async () => (await driver.findElements(By.css('[data-testid="jobs"] tbody tr'))).length,
      (rows) => rows === 1,
      'one line is left',
    );
    await keys(Key.ENTER);
    await find('[data-testid="sentence"]');
    expect(await bench().text('h1')).toBe('Orrin Halyard crew cab');
  });

  test('arrow keys choose the line, and a word that fits nothing says so', async () => {
    const { go, keys, text, eventually } = bench();
    await go('/');
    await keys(Key.ARROW_DOWN, Key.ARROW_DOWN);
    expect(await text('tr[aria-selected="true"]')).toContain('Selk Marten');
    await keys('zeppelin');
    await eventually(
      () => text('main'),
      (words) => words.includes('Nothing fits'),
      'the empty list speaks',
    );
  });
});

describe('first light: the forestry truck', () => {
  test('a bigger tire meets more, says where, at which lock and travel; reload finds it all there', async () => {
    const { openStage, settled, sentence, type, saved, eventually, grade, driver, field } = bench();
    await openStage('Orrin Halyard', 1);
    const before = await sentence();
    expect(before).toMatch(
      /Front tire meets the seam behind the wheel by \d+ mm at \d+° inside lock, \d+ mm down/,
    );
    expect(await grade(1)).toBe('trim');
    await type('Sidewall code, as it is written', '37x12.50R17LT 124Q');
    const after = await eventually(settled, (words) => words !== before, 'the sentence changes');
    expect(after).toMatch(/meets .* by \d+ mm/);
    await eventually(
      () => grade(1),
      (word) => word === 'blocked',
      'the tab says blocked',
    );
    await saved();
    await driver.navigate().refresh();
    expect(await settled()).toBe(after);
    expect(await field('Sidewall code, as it is written')).toBe('37x12.50R17LT 124Q');
    expect(await grade(1)).toBe('blocked');
  });

  test('undo survives the reload, step by step', async () => {
    const { find, eventually, settled, field, saved } = bench();
    const undo = await find('[aria-label="Undo"]');
    for (let i = 0; i < 12 && (await undo.isEnabled()); i++) {
      const code = await field('Sidewall code, as it is written');
      await undo.click();
      await saved();
      if (code.startsWith('LT255')) break;
    }
    await eventually(
      () => field('Sidewall code, as it is written'),
      (code) => code === 'LT255/85R17 121/118Q E',
      'the first tire is back',
    );
    expect(await settled()).toContain('seam behind the wheel by 8 mm');
  });

  test('a code that cannot be read is refused in the field, with the cure, and nothing changes', async () => {
    const { type, eventually, driver, sentence, keys, field } = bench();
    const before = await sentence();
    await type('Sidewall code, as it is written', '255/85X17');
    const fault = await eventually(
      async () => driver.findElement(By.css('[role="alert"]')).getText(),
      (words) => words.includes('write 245/75R16'),
      'the fault names the cure',
    );
    expect(fault).toContain('255/85X17');
    expect(await sentence()).toBe(before);
    await keys(Key.ESCAPE);
    expect(await field('Sidewall code, as it is written')).toContain('LT255');
  });
});

describe('the drawings', () => {
  test('dragging the offset runner moves the wheel, the field, the sentence and the gap; undo brings it back', async () => {
    const { openStage, drag, eventually, settled, field, control, saved, driver } = bench();
    await openStage('Haldane Rook', 1);
    const before = {
      offset: await field('Offset'),
      words: await settled(),
      back: await field('Backspacing'),
    };
    await drag('runner-offset', 60, 0);
    const offset = await eventually(
      () => field('Offset'),
      (mm) => mm !== before.offset,
      'the offset field follows',
    );
    // To the right is outboard, and that is less offset.
    expect(Number(offset)).toBeLessThan(Number(before.offset));
    expect(Number(await field('Backspacing'))).toBeCloseTo(
      Number(before.back) + Number(offset) - Number(before.offset),
      1,
    );
    await eventually(settled, (words) => words !== before.words, 'the sentence changes');
    await saved();
    await driver.findElement(By.css('h1')).click();
    await control('z');
    await eventually(
      () => field('Offset'),
      (mm) => mm === before.offset,
      'undo brings the offset back',
    );
    expect(await eventually(settled, (words) => words === before.words, 'and the sentence')).toBe(
      before.words,
    );
  });

  test('the runner steps by a millimetre with the arrow keys', async () => {
    const { find, field, eventually, driver } = bench();
    const before = Number(await field('Offset'));
    let runner = await find('[data-testid="runner-offset"]');
    await driver.executeScript('arguments[0].focus()', runner);
    await runner.sendKeys(Key.ARROW_RIGHT, Key.ARROW_RIGHT);
    await eventually(
      () => field('Offset'),
      (mm) => Number(mm) === before - 2,
      'two millimetres less offset',
    );
    runner = await find('[data-testid="runner-offset"]');
    await runner.sendKeys(Key.ARROW_LEFT, Key.ARROW_LEFT);
    await eventually(
      () => field('Offset'),
      (mm) => Number(mm) === before,
      'and back',
    );
  });

  test('pulling the tire’s edge makes it taller, and the grade falls', async () => {
    const { openStage, drag, eventually, field, grade, settled } = bench();
    await openStage('Haldane Rook', 1);
    expect(await grade(1)).toBe('free');
    const before = Number(await field('Overall diameter'));
    await drag('pull-diameter', 0, -40);
    const after = Number(
      await eventually(
        () => field('Overall diameter'),
        (mm) => Number(mm) > before + 20,
        'the diameter grows',
      ),
    );
    await eventually(
      () => grade(1),
      (word) => word !== 'free',
      'the grade falls',
    );
    expect(await settled()).toMatch(/meets|passes/);
    expect(after).toBeLessThan(before + 200);
    const undo = await bench().find('[aria-label="Undo"]');
    await bench().saved();
    await undo.click();
    await eventually(
      () => field('Overall diameter'),
      (mm) => Number(mm) === before,
      'undo takes the whole pull back',
    );
  });

  test('a pose picked on the map is taken by all drawings, and arrow keys move it', async () => {
    const { find, eventually, text, driver } = bench();
    const map = await find('[data-testid="lock-map"]');
    await driver.executeScript('arguments[0].scrollIntoView({ block: "center" })', map);
    await bench().painted();
    const lock = (): Promise<string> => text('[data-testid="pose-lock"]');
    await driver.actions({ async: true }).move({ origin: map, x: 120, y: 60 }).press().release().perform();
    const picked = await eventually(lock, (words) => /inside/.test(words), 'the pose is inside');
    const notes = await text('[data-testid="bench-drawing"]');
    expect(notes).toContain(`${Math.round(Number.parseFloat(picked))}°`);
    await map.sendKeys(Key.ARROW_RIGHT);
    await eventually(
      lock,
      (words) => Number.parseFloat(words) > Number.parseFloat(picked),
      'one step further in',
    );
    const tire = (): Promise<string | null> =>
      driver.findElement(By.css('[data-testid="bench-drawing"] [data-view="plan"] .tire')).getAttribute('d');
    const drawn = await tire();
    for (let i = 0; i < 5; i++) await map.sendKeys(Key.ARROW_LEFT);
    await eventually(tire, (d) => d !== drawn, 'the plan view turns');
  });

  test('pressing a pose in the table shows it, with the gap that the table says', async () => {
    const { openStage, eventually, text, driver } = bench();
    await openStage('Orrin Halyard', 3);
    const row = await driver.findElement(By.css('[data-testid="touch-table"] [data-rows="obstacles"] tr'));
    const gap = /-?\d+(\.\d)?(?= mm)/.exec(await row.getText())?.[0] ?? '';
    await driver.executeScript('arguments[0].click()', await row.findElement(By.css('button')));
    await eventually(
      () => text('[data-testid="bench-drawing"]'),
      (words) => words.includes(`meets by ${gap.replace('-', '')}`),
      'the drawing dimensions the same gap',
    );
  });
});

describe('measuring', () => {
  test('a changed number moves the drawing and the verdict', async () => {
    const { openStage, type, eventually, settled, driver, saved } = bench();
    await openStage('Selk Marten', 1, 'measure');
    const seam = await driver.findElement(
      By.xpath('//*[@data-testid="obstacle-table"]//button[contains(., "seam")]'),
    );
    await seam.click();
    const line = (): Promise<string | null> =>
      driver
        .findElement(By.css('[data-testid="well-drawing"] [data-view="side"] .obstacle[data-near="true"]'))
        .getAttribute('d');
    const drawn = await line();
    const words = await settled();
    await type('Point 2 x', '-330');
    await eventually(line, (d) => d !== drawn, 'the line moves');
    expect(await eventually(settled, (now) => now !== words, 'the verdict changes')).toContain(
      'seam behind the wheel',
    );
    await saved();
  });

  test('inches and sixteenths are read, and a number that is none is refused', async () => {
    const { type, eventually, field, driver } = bench();
    await type('Wheelbase', '104 3/8');
    await eventually(
      async () => driver.findElement(By.css('[data-path="vehicle.wheelbaseMm"]')).getAttribute('value'),
      (text) => text === '104 3/8',
      'it stands as typed',
    );
    await driver.findElement(By.css('h1')).click();
    await driver.executeScript('document.activeElement.blur()');
    await eventually(
      () => field('Wheelbase'),
      (mm) => mm === '2651.1',
      'stored in mm',
    );
    await type('Wheelbase', '12');
    const fault = await eventually(
      async () => driver.findElement(By.css('[role="alert"]')).getText(),
      (words) => words.includes('out of range'),
      'refused',
    );
    expect(fault).toContain('give 1000 to 10000 mm');
  });
});

describe('cures', () => {
  test('a trim that is offered is applied with one press, seen as a decided cut, and taken back', async () => {
    const { openStage, find, eventually, grade, text, settled, driver, saved } = bench();
    await openStage('Haldane Rook', 2);
    expect(await grade(2)).toBe('trim');
    const press = await eventually(
      async () => driver.findElement(By.css('[data-testid="cures"] [data-cure="cut"]')),
      () => true,
      'trimming is offered',
    );
    await driver.executeScript('arguments[0].click()', press);
    await eventually(
      () => text('[data-testid="cuts"]'),
      (words) => words.includes('wheel well liner'),
      'the cut is listed',
    );
    expect(await text('[data-testid="cuts"]')).toContain('eyes, hands');
    await saved();
    await (await find('[aria-label="Undo"]')).click();
    await eventually(
      async () => (await driver.findElements(By.css('[data-testid="cuts"]'))).length,
      (count) => count === 0,
      'undo takes it back',
    );
    expect(await settled()).toContain('meets');
  });

  test('a tire and a wheel are found in the catalog as they are typed', async () => {
    const { openStage, driver, keys, eventually, field, find } = bench();
    await openStage('Haldane Rook', 2, 'package');
    const picker = await driver.findElement(By.xpath('//input[@id=//label[.="or from the catalog"]/@for]'));
    await driver.executeScript(
      'arguments[0].scrollIntoView({ block: "center" }); arguments[0].focus()',
      picker,
    );
    await picker.sendKeys('285/75 brindle');
    await eventually(
      async () => (await find('[role="option"]')).getText(),
      (words) => words.includes('Brindlecote'),
      'one is found',
    );
    await keys(Key.ENTER);
    await eventually(
      () => field('Sidewall code, as it is written'),
      (code) => code.includes('285/75R16'),
      'it is taken',
    );
    // The 17 in wheel cannot carry a 16 in tire, and the sheet says that first.
    await eventually(
      () => bench().sentence(),
      (words) => words.includes('It cannot be mounted'),
      'the sentence says so',
    );
    expect(await bench().grade(2)).toBe('blocked');
    await bench().saved();
    await (await find('[aria-label="Undo"]')).click();
    await eventually(
      () => field('Sidewall code, as it is written'),
      (code) => code.includes('34x10.50R17'),
      'undone',
    );
  });
});

describe('a lock stop', () => {
  test('is in the sweep of every drawing: map, section and verdict show what assess says', async () => {
    const { openStage, type, settled, find, eventually, saved, driver, database } = bench();
    await openStage('Dunmarrow', 1);
    await type('Lock stop, inside wheel', '20');
    await saved();
    await settled();
    const stageId = Number(new URL(await driver.getCurrentUrl()).searchParams.get('stage'));
    const read = readBuild((await exportStage(database, stageId))?.file);
    if (!read.ok) throw new Error('the stage reads');
    expect(read.value.package.lockStopDeg).toBe(20);
    const { value: build } = read;
    await bench().turn('fit');
    for (const axle of AXLES) {
      const button = await driver.findElement(By.css(`#fit input[type="radio"][value="${axle}"]`));
      await driver.executeScript('arguments[0].click()', button);
      const corner = sweepCorner(sweepInputOf(build, axle));
      const inZone = corner.inZone.reduce((sum, one) => sum + one, 0);
      await eventually(
        async () => Number(await (await find('[data-testid="map-cells"]')).getAttribute('data-in-zone')),
        (shown) => shown === inZone,
        `the map of the ${axle} marks the ${inZone} poses of the zone`,
      );
      const outer = Math.max(
        mountedProfile(build.package, build.package.spacerMm).tireOuterMm,
        mountedProfile(build.vehicle.stock, 0).tireOuterMm,
      );
      const rank = Uint8Array.from([
        0,
        ...corner.corner.obstacles.map(({ material }) => 1 + MATERIALS.indexOf(material)),
      ]);
      const fold = foldCorner(
        corner,
        { aMm: [-330, 250], rMm: [150, Math.max(540, Math.ceil((outer + 90) / 50) * 50)], cellMm: 2 },
        rank,
      );
      const filled = fold.cells.reduce((sum, cell) => sum + (cell === 0 ? 0 : 1), 0);
      expect(filled).toBeGreaterThan(0);
      await eventually(
        async () => Number(await (await find('[data-testid="section-cells"]')).getAttribute('data-filled')),
        (shown) => shown === filled,
        `the section of the ${axle} is filled in the ${filled} cells that the sweep fills`,
      );
    }
  });
});
