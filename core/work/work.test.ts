import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { demoBuild, demoTexts, example, obstacle } from '../../tests/example';
import { assess } from '../assess';
import { riseMm } from '../vehicle/rise';
import { planOf } from '../planning/schedule';
import { planCalendar, planResources } from '../planning/shopCalendar';
import { finishByJob, openTasks } from '../planning/week';
import { minuteOf, sayTime, wallTimeAt } from '../time/wallClock';
import { checksOf } from './checks';
import { customerCopy } from '../paper/customerCopy';
import { holdOf, openChecks, releaseHold, takenInto, tasksOf } from './jobWork';
import { workOf } from './needs';
import { hours, money, quoteLines, totalsOf } from '../quote/quote';
import { SHIPPED_WORK } from './shippedWork';
import { decidedCuts, factsOf } from './triggers';
import { workOrder } from '../paper/workOrder';
import { NO_WORK } from './noWork';
import { jobWorkSchema, type JobWork } from '../format/jobWork';
import type { QuoteLine } from '../format/quote';
import { SHIPPED_CALENDAR, shopCalendarSchema } from '../format/shopCalendar';
import { workRulesSchema } from '../format/workRules';

const HEADING = {
  shop: 'Shop',
  job: 'J-0001',
  vehicle: 'Example',
  stage: 'One',
  customer: 'Somebody',
  date: '2026-11-25',
};
const lineOf = (build: ReturnType<typeof example>, id: string) =>
  workOf(build, SHIPPED_WORK).find((line) => line.id === id);

describe('what a package asks for', () => {
  test('as delivered asks for nothing but to be taken in, raised, put back and proved', () => {
    expect(workOf(example(), SHIPPED_WORK).map(({ id }) => id)).toEqual([
      'take-in',
      'raise',
      'refit',
      'prove',
    ]);
  });

  test('a spacer means studs and nuts, one for every stud of every wheel', () => {
    const build = example({ package: { spacerMm: 20 } });
    expect(lineOf(build, 'spacers')?.part?.count).toBe(4);
    expect(lineOf(build, 'spacer-studs')?.part?.count).toBe(4 * 6);
  });

  test('a bracket lift means alignment, and perhaps brake lines and shaft angles; only on the axle that has it', () => {
    const build = example({ package: { lift: { front: { bracketMm: 60 } } } });
    const lines = workOf(build, SHIPPED_WORK);
    const ids = lines.filter(({ perhaps }) => !perhaps).map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining(['brackets', 'alignment', 'lamps']));
    expect(lines.filter(({ perhaps }) => perhaps).map(({ id }) => id)).toEqual([
      'brake-lines',
      'shaft-angles',
    ]);
    expect(lines.find(({ id }) => id === 'brackets')?.part?.count).toBe(1);
  });

  test('a ratio means sets, bearings and break-in on every driven axle, and a carrier perhaps', () => {
    const build = example({ package: { axleRatio: 4.56 } });
    expect(lineOf(build, 'gear-set')?.part?.count).toBe(2);
    expect(lineOf(build, 'carrier')?.perhaps).toBe(true);
    expect(lineOf(build, 'break-in')?.labour).not.toBeNull();
    const front = {
      driven: false,
      ratios: [3.9],
      differential: 'open' as const,
    };
    const one = example({
      package: { axleRatio: 4.56 },
      vehicle: { axles: { front, rear: { ...front, driven: true } } },
    });
    expect(lineOf(one, 'gear-set')?.part?.count).toBe(1);
  });

  test('a size means spare, calibration and, where fitted, driver assistance', () => {
    const tire = { code: '285/75R16 122R', pattern: 'road' as const };
    const build = example({ package: { tire }, vehicle: { assistance: true } });
    const ids = workOf(build, SHIPPED_WORK).map(({ id }) => id);
    expect(ids).toEqual(
      expect.arrayContaining(['tires', 'mount', 'spare', 'speedometer', 'assistance', 'lamps']),
    );
    expect(factsOf(example({ package: { tire } })).has('assistance')).toBe(false);
  });

  test('cuts bring their steps, seal only where metal is bare, and their minutes', () => {
    const along: [number, number, number][] = [
      [0, 0, 400],
      [300, 0, 400],
    ];
    const cut = (material: 'plastic' | 'sheet') =>
      example({
        front: { obstacles: [obstacle(along, { id: 'lip', material, cutMm: 40 })] },
        package: { cuts: [{ obstacle: 'lip', depthMm: 20 }] },
      });
    const soft = workOf(cut('plastic'), SHIPPED_WORK);
    expect(soft.some(({ id }) => id === 'cut-seal')).toBe(false);
    // 15 min and 4 min per 100 mm of 300 mm, on both sides.
    expect(soft.find(({ id }) => id === 'cut-cut')?.labour?.minutes).toBe(2 * (15 + 12));
    // Without a seal, hanging waits for the dressing alone.
    expect(soft.find(({ id }) => id === 'cut-rehang')?.labour?.needs).toEqual(['cut-dress']);
    const metal = workOf(cut('sheet'), SHIPPED_WORK);
    expect(metal.find(({ id }) => id === 'cut-seal')?.labour?.dryMin).toBeGreaterThan(0);
    expect(metal.find(({ id }) => id === 'cut-rehang')?.labour?.needs).toContain('cut-seal');
    expect(decidedCuts(cut('sheet'))[0]).toMatchObject({ kind: 'metal', sides: 2, depthMm: 20 });
  });

  test('a part that is moved brings brackets, one that is taken off its work, for each side that has it', () => {
    const build = example({
      front: {
        obstacles: [
          obstacle([[420, 40, 100]], {
            id: 'bumper',
            label: 'bumper corner',
            material: 'plastic',
            movableMm: 40,
          }),
          obstacle([[-430, 30, -80]], {
            id: 'flap',
            label: 'mud flap',
            material: 'plastic',
            removable: true,
            side: 'left',
          }),
        ],
      },
      package: { moves: [{ obstacle: 'bumper', byMm: [25, 0, 0] }], removed: ['flap'] },
    });
    expect(lineOf(build, 'space-away')).toMatchObject({ part: { count: 2 }, labour: { minutes: 2 * 45 } });
    expect(lineOf(build, 'take-off')).toMatchObject({ part: null, labour: { minutes: 15 } });
    expect(lineOf(build, 'refit')?.labour?.needs).toEqual(expect.arrayContaining(['space-away', 'take-off']));
    const paper = JSON.stringify([
      workOrder(HEADING, build, assess(build), NO_WORK, 'metric'),
      customerCopy(HEADING, build, assess(build), [], 'metric'),
    ]);
    expect(paper).toContain('bumper corner, front, both sides');
    expect(paper).toContain('25 mm forward');
    expect(paper).toContain('mud flap, front');
    expect(factsOf(example()).has('moved')).toBe(false);
    // Moved by nothing is not moved.
    const still = {
      ...build,
      package: { ...build.package, moves: [{ obstacle: 'bumper', byMm: [0, 0, 0] as const }] },
    };
    expect(lineOf(still as typeof build, 'space-away')).toBeUndefined();
  });

  test('what is only perhaps needed holds nothing up until it is taken in', () => {
    const build = example({ package: { lift: { front: { bracketMm: 60 } } } });
    const needs = (taken: string[]) =>
      workOf(build, SHIPPED_WORK, { withPerhaps: new Set(taken) }).find(({ id }) => id === 'refit')?.labour
        ?.needs;
    expect(needs([])).not.toContain('brake-lines');
    // Looked through: what brake lines would wait for is waited for.
    expect(needs([])).toContain('brackets');
    expect(needs(['brake-lines'])).toContain('brake-lines');
  });

  test('rules that repeat, miss or circle are refused by name', () => {
    const rule = (id: string, after: string[] = []) => ({
      id,
      when: 'tire',
      label: id,
      labour: { minutes: 5, per: 'job', after },
    });
    const faults = (rules: unknown[]) =>
      workRulesSchema
        .safeParse(rules)
        .error?.issues.map(({ message }) => message)
        .join();
    expect(faults([rule('a'), rule('a')])).toContain('names two entries');
    expect(faults([rule('a', ['z'])])).toContain('"z" is no entry here');
    expect(faults([rule('a', ['b']), rule('b', ['a'])])).toContain('waits for itself');
    expect(faults([{ id: 'x', when: 'tire', label: 'x' }])).toContain('neither a part nor work');
    expect(faults([rule('a'), rule('b', ['a'])])).toBeUndefined();
  });

  test('every demo package is planned whole by the shipped rules', () => {
    for (const name of Object.keys(demoTexts)) {
      const work = takenInto(NO_WORK, 1, workOf(demoBuild(name), SHIPPED_WORK), '2026-11-25');
      const tasks = openTasks([{ id: 1, number: 'J-0001', vehicle: '', work }]);
      const from = minuteOf('2026-11-25T09:00');
      const plan = planOf(tasks, planResources(SHIPPED_CALENDAR), planCalendar(SHIPPED_CALENDAR), from);
      expect(plan.conflicts, name).toEqual([]);
      expect(plan.placed, name).toHaveLength(tasks.length);
      expect(finishByJob(tasks, plan).get('J-0001')).toBe(plan.finishMin);
    }
  });
});

describe('a quote', () => {
  const terms = { currency: 'cr', hourlyRate: 90, taxPct: 20, validDays: 30 };
  const line = (more: Partial<QuoteLine>): QuoteLine => ({
    id: 'a',
    label: 'a',
    count: 0,
    price: null,
    minutes: 0,
    perhaps: false,
    ...more,
  });

  test('adds up parts, work and tax; what is perhaps is left out, what has no price is counted', () => {
    const totals = totalsOf(
      {
        lines: [
          line({ count: 4, price: 199.95 }),
          line({ minutes: 50 }),
          line({ count: 1, price: null }),
          line({ count: 2, price: 1000, perhaps: true }),
        ],
      },
      terms,
    );
    expect(totals).toEqual({
      partsCents: 79_980,
      labourCents: 7500,
      taxCents: 17_496,
      totalCents: 104_976,
      minutes: 50,
      unpriced: 1,
    });
    expect(money(104_976, terms)).toBe('1 049.76 cr');
    expect(money(123_456_789, terms)).toBe('1 234 567.89 cr');
    expect([hours(45), hours(60), hours(135)]).toEqual(['45 min', '1 h', '2 h 15']);
  });

  test('the sum is that of its lines to the hundredth, whatever the order', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ count: fc.nat(20), price: fc.nat(100_000), minutes: fc.nat(600) }), {
          maxLength: 20,
        }),
        (list) => {
          const lines = list.map(({ count, price, minutes }) => line({ count, price: price / 100, minutes }));
          const all = totalsOf({ lines }, terms);
          expect(totalsOf({ lines: [...lines].reverse() }, terms)).toEqual(all);
          expect(all.partsCents).toBe(list.reduce((sum, { count, price }) => sum + count * price, 0));
          expect(all.totalCents).toBe(all.partsCents + all.labourCents + all.taxCents);
        },
      ),
    ));

  test('lines carry the part and the work of the rules', () => {
    const lines = quoteLines(workOf(example({ package: { spacerMm: 20 } }), SHIPPED_WORK));
    expect(lines.find(({ id }) => id === 'spacer-studs')).toMatchObject({
      count: 24,
      price: null,
      minutes: 100,
    });
    // What the work names is not named twice.
    const lifted = workOf(example({ package: { lift: { front: { springMm: 40 } } } }), SHIPPED_WORK);
    expect(quoteLines(lifted).find(({ id }) => id === 'springs')?.label).toBe('Springs and dampers');
  });
});

describe('the work on a job', () => {
  const build = demoBuild('holloway-2-tires-and-lift');
  const begun = (): JobWork => takenInto(NO_WORK, 7, workOf(build, SHIPPED_WORK), '2026-11-25');
  const by = { by: 'Ansa Brekk', at: '2026-11-25T10:00' };

  test('a step waits for what it needs, and then for the paint', () => {
    const tasks = [
      { id: 'seal', label: 'Seal', workMin: 20, dryMin: 240, needs: [], inBay: true },
      { id: 'hang', label: 'Hang', workMin: 20, dryMin: 0, needs: ['seal'], inBay: true },
    ];
    const work = { ...NO_WORK, tasks };
    const now = (time: string) => minuteOf(`2026-11-25T${time}`);
    expect(holdOf(work, 'hang', now('09:00'))).toBe('Waits for “Seal”.');
    const sealed = { ...work, ticks: { seal: by } };
    expect(holdOf(sealed, 'hang', now('13:59'))).toContain('Dries until Wed 25 Nov, 14:00');
    expect(holdOf(sealed, 'hang', now('14:00'))).toBeNull();
    // What needs no drying holds nothing, even by a clock that is behind.
    const dry = { ...sealed, tasks: tasks.map((task) => ({ ...task, dryMin: 0 })) };
    expect(holdOf(dry, 'hang', now('09:59'))).toBeNull();
    // The plan knows of it too: what still dries holds the task, what is ticked is gone.
    const [task, ...rest] = openTasks([{ id: 1, number: 'J-1', vehicle: '', work: sealed }]);
    expect(rest).toEqual([]);
    expect(task).toMatchObject({ needs: [], notBeforeMin: now('14:00') });
  });

  test('is not released with a task undone or a check open and unexplained', () => {
    const checks = checksOf(factsOf(build));
    expect(releaseHold(NO_WORK, checks)).toContain('No stage was taken into work');
    expect(releaseHold({ ...NO_WORK, endedWithout: 'Sold before it was built' }, checks)).toBeNull();
    const work = begun();
    expect(releaseHold(work, checks)).toContain('tasks are not ticked');
    const ticked = { ...work, ticks: Object.fromEntries(work.tasks.map(({ id }) => [id, by])) };
    expect(releaseHold(ticked, checks)).toContain(`${checks.length} checks are open`);
    const [first, ...rest] = checks;
    const nearly = {
      ...ticked,
      ticks: { ...ticked.ticks, ...Object.fromEntries(rest.map(({ id }) => [id, by])) },
    };
    expect(releaseHold(nearly, checks)).toContain(
      `1 check is open and not explained, first “${first?.words}”`,
    );
    expect(openChecks(nearly, checks)).toEqual([first]);
    const explained = {
      ...nearly,
      explained: { [first?.id ?? '']: { ...by, why: 'Done on paper, sheet in the file' } },
    };
    expect(releaseHold(explained, checks)).toBeNull();
    expect(jobWorkSchema.safeParse(explained).success).toBe(true);
  });

  test('taken into work again keeps ticks, locks and stated figures', () => {
    const locked = { start: '2026-11-26T08:00', bay: 'Bay 1', person: 'Odo' };
    const work = begun();
    const edited: JobWork = {
      ...work,
      tasks: work.tasks.map((task) => (task.id === 'raise' ? { ...task, locked } : task)),
      ticks: { 'take-in': by },
    };
    const again = takenInto(edited, 8, workOf(build, SHIPPED_WORK), '2026-12-01');
    expect(again.stageId).toBe(8);
    expect(again.ticks).toEqual(edited.ticks);
    expect(again.tasks.find(({ id }) => id === 'raise')?.locked).toEqual(locked);
  });

  test('a part that is asked for without work of its own holds the work that comes after it', () => {
    const rules = SHIPPED_WORK.map((rule) =>
      rule.id === 'gear-set' && rule.part ? { ...rule, part: { ...rule.part, leadDays: 6 } } : rule,
    );
    const geared = example({ package: { axleRatio: 4.56 } });
    const tasks = tasksOf(workOf(geared, rules), '2026-11-28');
    expect(tasks.find(({ id }) => id === 'ratio')?.arrivesOn).toBe('2026-12-04');
    expect(tasks.filter(({ arrivesOn }) => arrivesOn !== undefined)).toHaveLength(1);
    // A part that is only perhaps needed holds nothing before it is taken in.
    const perhaps = rules.map((rule) =>
      rule.id === 'carrier' && rule.part ? { ...rule, part: { ...rule.part, leadDays: 20 } } : rule,
    );
    const days = (taken: string[]) =>
      workOf(geared, perhaps, { withPerhaps: new Set(taken) }).find(({ id }) => id === 'ratio')?.labour
        ?.waitDays;
    expect([days([]), days(['carrier'])]).toEqual([6, 20]);
  });

  test('a delivery holds its task until the day it comes', () => {
    const rules = SHIPPED_WORK.map((rule) =>
      rule.id === 'springs' && rule.part ? { ...rule, part: { ...rule.part, leadDays: 5 } } : rule,
    );
    const springs = tasksOf(workOf(build, rules), '2026-11-28').find(({ id }) => id === 'springs');
    expect(springs?.arrivesOn).toBe('2026-12-03');
  });
});

describe('papers', () => {
  test('the work order states nothing that nobody stated', () => {
    for (const name of Object.keys(demoTexts)) {
      const build = demoBuild(name);
      const paper = workOrder(HEADING, build, assess(build), NO_WORK, 'metric');
      const rows = paper.blocks.flatMap((block) => (block.kind === 'rows' ? block.rows : []));
      const torque = rows.find(([label]) => label === 'Wheel nuts, torque');
      expect(torque?.[1], name).toContain('not stated');
      const cuts = paper.blocks.find((block) => block.kind === 'table');
      expect(cuts !== undefined, name).toBe(build.package.cuts.length > 0);
    }
    const stated = [{ label: 'Wheel nuts, torque', value: '110 Nm', source: 'wheel maker’s leaflet' }];
    const build = example();
    const said = workOrder(HEADING, build, assess(build), { ...NO_WORK, stated }, 'metric');
    expect(JSON.stringify(said)).toContain('110 Nm (wheel maker’s leaflet)');
  });

  test('the customer’s copy says what changes, and draws both on one scale with the ground under the wheel', () => {
    const build = demoBuild('halyard-2-full-build');
    const answer = assess(build);
    const paper = customerCopy(HEADING, build, answer, [], 'metric');
    const table = paper.blocks.find((block) => block.kind === 'table');
    expect(table?.rows.map(([label]) => label)).toEqual(expect.arrayContaining(['Tires', 'Tire diameter']));
    for (const [, before, after] of table?.rows ?? []) expect(before).not.toBe(after);
    const sketches = paper.blocks.flatMap((block) => (block.kind === 'sketches' ? block.items : []));
    expect(sketches).toHaveLength(5);
    const [before, after] = sketches;
    // The whole vehicle from the side, as delivered dashed and as built bold, the built one higher at its roof.
    const tops = (['dash', 'bold'] as const).map((weight) =>
      Math.max(
        ...(sketches[4]?.strokes ?? []).flatMap((stroke) =>
          stroke.weight === weight ? stroke.points.map(([, z]) => z) : [],
        ),
      ),
    );
    expect((tops[1] ?? NaN) - (tops[0] ?? NaN)).toBeGreaterThan(60);
    expect([before?.from, before?.to]).toEqual([after?.from, after?.to]);
    const round = after?.strokes.find(({ weight, points }) => weight === 'bold' && points.length === 73);
    const heights = round?.points.map(([, z]) => z) ?? [];
    expect(Math.max(...heights)).toBeCloseTo(answer.tire.package.overallDiameterMm, 6);
    expect(Math.min(...heights)).toBeCloseTo(0, 6);
    // What the body or the frame carries stands higher by the rise of either.
    const rises = (['body', 'frame'] as const).map((carrier) => riseMm(build, 'front', carrier));
    for (const [i, stroke] of (before?.strokes ?? []).entries()) {
      const other = after?.strokes[i];
      if (stroke === before?.strokes[0] || stroke.points.length === 73) continue;
      const by = (other?.points[0]?.[1] ?? NaN) - (stroke.points[0]?.[1] ?? NaN);
      expect(Math.min(...rises.map((rise) => Math.abs(rise - by)))).toBeLessThan(1e-6);
    }
    const example0 = example();
    const same = customerCopy(HEADING, example0, assess(example0), [], 'metric');
    expect(same.blocks.some((block) => block.kind === 'table' && block.rows.length > 0)).toBe(false);
  });
});

test('wall times and minutes are the same thing both ways; weeks begin on Mondays', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 100_000_000 }), (minute) => {
      expect(minuteOf(wallTimeAt(minute))).toBe(minute);
    }),
  );
  expect(minuteOf('2026-11-23') % (7 * 1440)).toBe(0);
  expect(sayTime(minuteOf('2026-11-25T14:05'))).toBe('Wed 25 Nov, 14:05');
});

test('a calendar that cannot be is refused with its place', () => {
  const faults = (change: object) =>
    shopCalendarSchema
      .safeParse({ ...SHIPPED_CALENDAR, ...change })
      .error?.issues.map(({ path, message }) => `${path.join('.')} ${message}`)
      .join();
  expect(faults({})).toBeUndefined();
  expect(faults({ hours: [] })).toContain('never opens');
  expect(faults({ hours: [{ day: 'Mon', from: '17:00', to: '08:00' }] })).toContain(
    'hours.0.to 08:00 is not after',
  );
  expect(
    faults({
      hours: [
        { day: 'Mon', from: '08:00', to: '12:00' },
        { day: 'Mon', from: '11:00', to: '17:00' },
      ],
    }),
  ).toContain('overlaps');
  expect(faults({ bays: ['Bay 1', 'Bay 1'] })).toContain('names two bays');
  expect(faults({ closed: ['2026-13-01'] })).toContain('closed.0');
});
