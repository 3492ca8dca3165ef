import { By } from 'selenium-webdriver';
import { describe, expect, test } from 'vitest';
import { NO_WORK } from '../../core/work/noWork';
import { minuteOf, sayDay } from '../../core/time/wallClock';
import { takenInto } from '../../core/work/jobWork';
import { workOf } from '../../core/work/needs';
import { SHIPPED_WORK } from '../../core/work/shippedWork';
import { importBuild } from '../../server/jobs';
import { changeWork, workOn } from '../../server/work';
import { as, value } from '../actor';
import { demoBuild, demoTexts } from '../example';
import { MOMENTS, MOMENTS_ZONE } from '../moments';
import { useBench } from './bench';

/** A job of this test's own, taken into work on the day of the moment. */
async function jobInWork(bench: ReturnType<ReturnType<typeof useBench>>, moment: string) {
  const actor = { ...as(bench.database), now: new Date(moment) };
  const file: unknown = JSON.parse(demoTexts['rook-2-remote-plots'] ?? '');
  const { jobId, stageId } = value(await importBuild(actor, file, { title: moment, status: 'in the bay' }));
  const lines = workOf(demoBuild('rook-2-remote-plots'), SHIPPED_WORK);
  value(
    await changeWork(actor, jobId, {
      version: 0,
      work: takenInto(NO_WORK, stageId, lines, moment.slice(0, 10)),
    }),
  );
  return { jobId, stageId };
}

describe.each(MOMENTS)('on %s', (name, moment) => {
  const get = useBench(
    `days_${moment.replace(/\D/g, '')}`,
    { VEXLO_CLOCK: moment, TZ: MOMENTS_ZONE },
    MOMENTS_ZONE,
  );

  test('the week opens where something is left to do, a task is locked by hand, and a tick is of that day', async () => {
    const bench = get();
    const { go, find, text, driver, eventually, database } = bench;
    const { jobId, stageId } = await jobInWork(bench, moment);
    await go('/plan');
    await find('[data-testid="board"] [data-task]');
    const heading = await text('h1');
    const weekOf = sayDay(Math.floor(minuteOf(moment) / 10_080) * 10_080);
    const weekAfter = sayDay((Math.floor(minuteOf(moment) / 10_080) + 1) * 10_080);
    expect(
      [weekOf, weekAfter].some((day) => heading.includes(day)),
      heading,
    ).toBe(true);
    if (name.includes('Saturday') || name.includes('Sunday')) expect(heading).toContain(weekAfter);
    const task = await find('[data-testid="board"] [data-row] [data-task]');
    const key = (await task.getAttribute('data-task')) ?? '';
    await driver.executeScript('arguments[0].focus()', task);
    await task.sendKeys('l');
    await eventually(
      async () => (await find(`[data-task="${key}"]`)).getAttribute('data-locked'),
      (locked) => locked === 'true',
      'it is locked where it stands',
    );
    await go(`/jobs/${jobId}?stage=${stageId}`);
    const box = await find('#build [data-testid="steps"] [data-step="take-in"] [role="checkbox"]');
    await driver.executeScript('arguments[0].click()', box);
    const work = await eventually(
      async () => (await workOn(database, jobId)).work,
      ({ ticks }) => ticks['take-in'] !== undefined,
      'the tick is stored',
    );
    expect(work.ticks['take-in']?.at.slice(0, 10)).toBe(moment.slice(0, 10));
    await go('/due');
    expect(await driver.findElements(By.css('h1'))).toHaveLength(1);
  });
});
