import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { calendarOf, type WeekHours } from './calendar';
import { latestStart, deferForDeliveries, stepOpen } from './deferForDeliveries';
import { planOf } from './schedule';
import { inOrder, type Placed, type Plan, type Resources, type Task } from './task';

/** Monday to Friday from eight to five. */
const HOURS: WeekHours = [0, 1, 2, 3, 4].map((day) => [day * 1440 + 480, day * 1440 + 1020] as const);
const WEEK = calendarOf(HOURS);
const ALWAYS = calendarOf([[0, 7 * 1440]]);

const task = (id: string, workMin: number, more: Partial<Task> = {}): Task => ({
  id,
  job: 'J-1',
  label: id,
  workMin,
  needs: [],
  inBay: true,
  ...more,
});
const SHOP: Resources = {
  bays: ['bay 1', 'bay 2'],
  people: [
    { id: 'Ansa', skills: ['paint', 'axle'] },
    { id: 'Odo', skills: ['axle'] },
  ],
};

describe('opening hours', () => {
  test('work that is not done in the evening goes on in the morning, over a week-end too', () => {
    expect(WEEK.nextOpen(0)).toBe(480);
    expect(WEEK.after(480, 60)).toBe(540);
    // Nine hours a day: ten hours take an hour of the next.
    expect(WEEK.after(480, 600)).toBe(1440 + 540);
    // Friday at four, two hours: one on Friday, one on Monday.
    expect(WEEK.after(4 * 1440 + 960, 120)).toBe(7 * 1440 + 540);
    expect(calendarOf(HOURS, new Set([1])).after(480, 600)).toBe(2 * 1440 + 540);
    expect(() => calendarOf([])).toThrow('never opens');
  });

  test('so many minutes later, and never on the closed side', () =>
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 30_000 }), fc.integer({ min: 1, max: 3000 }), (from, work) => {
        const end = WEEK.after(from, work);
        expect(end).toBeGreaterThanOrEqual(WEEK.nextOpen(from) + work);
        expect(WEEK.after(from, work - 1 || 1)).toBeLessThanOrEqual(end);
      }),
    ));
});

/** Whatever a plan must never do. */
function sound(plan: Plan, tasks: readonly Task[]): void {
  const by = new Map(plan.placed.map((one) => [one.id, one]));
  for (const a of plan.placed) {
    const mine = tasks.find(({ id }) => id === a.id);
    for (const need of mine?.needs ?? []) {
      const before = by.get(need);
      const dry = tasks.find(({ id }) => id === need)?.dryMin ?? 0;
      expect(a.startMin).toBeGreaterThanOrEqual((before?.endMin ?? Infinity) + dry);
    }
    if (mine?.notBeforeMin !== undefined) expect(a.startMin).toBeGreaterThanOrEqual(mine.notBeforeMin);
    for (const b of plan.placed) {
      if (a.id >= b.id) continue;
      const theirs = tasks.find(({ id }) => id === b.id);
      const apart = a.startMin >= b.endMin || b.startMin >= a.endMin;
      if (a.person === b.person) expect(apart).toBe(true);
      if (a.bay !== null && (a.bay === b.bay || (b.bay !== null && mine?.job === theirs?.job)))
        expect(apart).toBe(true);
    }
  }
  expect(staysApart(plan.placed, tasks)).toBe(true);
}

/** Whether every vehicle keeps one bay, and no two are in one from a vehicle's first work there to its last. */
function staysApart(
  placed: readonly Pick<Placed, 'id' | 'startMin' | 'endMin' | 'bay'>[],
  tasks: readonly Task[],
): boolean {
  const stays = new Map<string, { bay: string; from: number; to: number }>();
  for (const { id, bay, startMin, endMin } of placed) {
    if (bay === null) continue;
    const job = tasks.find((one) => one.id === id)?.job ?? '';
    const stay = stays.get(job);
    if (stay && stay.bay !== bay) return false;
    stays.set(job, {
      bay,
      from: Math.min(startMin, stay?.from ?? Infinity),
      to: Math.max(endMin, stay?.to ?? -Infinity),
    });
  }
  const list = [...stays.values()];
  return list.every((a, i) =>
    list.every((b, k) => k <= i || a.bay !== b.bay || a.to <= b.from || b.to <= a.from),
  );
}

const idOf = (i: number): string => `t${String(i).padStart(3, '0')}`;

/** Some tasks, each of which may need earlier ones. */
const someTasks = (most: number): fc.Arbitrary<Task[]> =>
  fc
    .array(
      fc.record({
        workMin: fc.integer({ min: 10, max: 300 }),
        dryMin: fc.constantFrom(0, 0, 120, 900),
        skill: fc.constantFrom(undefined, 'paint', 'axle'),
        inBay: fc.boolean(),
        needs: fc.array(fc.nat(), { maxLength: 2 }),
        job: fc.constantFrom('J-1', 'J-2', 'J-3'),
      }),
      { minLength: 1, maxLength: most },
    )
    .map((list) =>
      list.map(({ workMin, dryMin, skill, inBay, needs, job }, i) => {
        // A job waits for its own work only.
        const own = list.flatMap((other, k) => (k < i && other.job === job ? [idOf(k)] : []));
        return task(idOf(i), workMin, {
          job,
          dryMin,
          inBay,
          needs: own.length === 0 ? [] : [...new Set(needs.map((n) => own[n % own.length] ?? ''))],
          ...(skill === undefined ? {} : { skill }),
        });
      }),
    );

describe('a plan', () => {
  test('never puts two tasks into a bay or on a person, nor one before what it needs is dry', () =>
    fc.assert(
      fc.property(someTasks(14), (tasks) => {
        const plan = planOf(tasks, SHOP, WEEK);
        expect(plan.conflicts).toEqual([]);
        expect(plan.placed).toHaveLength(tasks.length);
        sound(plan, tasks);
      }),
      { numRuns: 60 },
    ));

  /** Every order, every bay, every person, each as early as it goes; what puts two vehicles into one bay is thrown away. */
  function bruteForce(tasks: readonly Task[]): number {
    let best = Infinity;
    const jobOf = (id: string): string => tasks.find((one) => one.id === id)?.job ?? '';
    const stayEnds = (done: Taken[], bay: string | null, job: string, from: number, to: number): number[] =>
      bay === null
        ? []
        : [...new Set(tasks.map((one) => one.job))]
            .filter((other) => other !== job)
            .flatMap((other) => {
              const there = done.filter(({ id, bay: where }) => where === bay && jobOf(id) === other);
              const end = Math.max(...there.map(({ endMin }) => endMin));
              const first = Math.min(...there.map(({ startMin }) => startMin));
              return there.length > 0 && first < to && end > from ? [end] : [];
            });
    type Taken = { startMin: number; endMin: number; bay: string | null; person: string; id: string };
    const go = (done: Taken[]): void => {
      const finish = Math.max(
        0,
        ...done.map((one) => one.endMin + (tasks.find(({ id }) => id === one.id)?.dryMin ?? 0)),
      );
      if (done.length === tasks.length && staysApart(done, tasks)) best = Math.min(best, finish);
      for (const one of tasks) {
        if (done.some(({ id }) => id === one.id)) continue;
        const needs = one.needs.map((need) => done.find(({ id }) => id === need));
        if (needs.includes(undefined)) continue;
        const ready = Math.max(
          0,
          ...one.needs.map(
            (need) =>
              (done.find(({ id }) => id === need)?.endMin ?? 0) +
              (tasks.find(({ id }) => id === need)?.dryMin ?? 0),
          ),
        );
        for (const { id: person, skills } of SHOP.people) {
          if (one.skill !== undefined && !skills.includes(one.skill)) continue;
          for (const bay of one.inBay ? SHOP.bays : [null]) {
            let startMin = ready;
            // Past the work that stands in the way, and past the whole stay of another vehicle that is done in the bay.
            const clash = () =>
              Math.max(
                ...done
                  .filter(
                    (other) =>
                      other.startMin < startMin + one.workMin &&
                      other.endMin > startMin &&
                      (other.person === person ||
                        (bay !== null &&
                          (other.bay === bay || (other.bay !== null && jobOf(other.id) === one.job)))),
                  )
                  .map(({ endMin }) => endMin),
                ...stayEnds(done, bay, one.job, startMin, startMin + one.workMin),
              );
            for (let end = clash(); end > -Infinity; end = clash()) startMin = end;
            go([...done, { id: one.id, person, bay, startMin, endMin: startMin + one.workMin }]);
          }
        }
      }
    };
    go([]);
    return best;
  }

  test('is as short as any, on small cases, against trying everything', () =>
    fc.assert(
      fc.property(someTasks(4), (tasks) => {
        expect(planOf(tasks, SHOP, ALWAYS).finishMin).toBe(bruteForce(tasks));
      }),
      { numRuns: 40 },
    ));

  test('work in one bay goes on while paint dries in another', () => {
    const tasks = [
      task('paint', 60, { skill: 'paint', dryMin: 600 }),
      task('hang', 30, { needs: ['paint'] }),
      task('check', 20, { inBay: false }),
      task('axle', 300, { skill: 'axle', job: 'J-2' }),
    ];
    const plan = planOf(tasks, SHOP, WEEK);
    const at = (id: string) => plan.placed.find((one) => one.id === id);
    expect(at('axle')?.startMin).toBe(480);
    // Ten hours of drying from nine o'clock end at seven in the evening: hung on the next morning.
    expect(at('hang')?.startMin).toBe(1440 + 480);
    // By its own job's end: the axle is all there is to J-2, the check of J-1 has until the hanging is done.
    expect(plan.slackMin['axle']).toBe(0);
    expect(plan.slackMin['hang']).toBe(0);
    expect(plan.slackMin['check']).toBe(1440 + 510 - (at('check')?.endMin ?? 0));
  });

  test('waits for parts, and for whoever can do it', () => {
    const plan = planOf(
      [task('fit', 60, { notBeforeMin: 2 * 1440, skill: 'paint' }), task('other', 60, { job: 'J-2' })],
      SHOP,
      WEEK,
    );
    expect(plan.placed.find(({ id }) => id === 'fit')).toMatchObject({
      startMin: 2 * 1440 + 480,
      person: 'Ansa',
    });
    // The other goes to whoever can do least else.
    expect(plan.placed.find(({ id }) => id === 'other')?.person).toBe('Odo');
  });

  test('stands around what was locked, and says in words what does not go together', () => {
    const locked = { startMin: 480, bay: 'bay 1', person: 'Odo' };
    const tasks = [
      task('first', 120),
      task('second', 60, { needs: ['first'], locked }),
      task('third', 60, { skill: 'paint', locked: { ...locked, startMin: 500 } }),
    ];
    const { conflicts, placed } = planOf(tasks, SHOP, WEEK);
    const words = conflicts.map(({ message }) => message).join(' ');
    expect(words).toContain('“second” is set before “first” is done and dry');
    expect(words).toContain('“second” and “third” are set into bay 1 at the same time');
    expect(words).toContain('both want Odo');
    expect(words).toContain('“third” needs paint, which Odo does not do');
    expect(placed.find(({ id }) => id === 'second')?.startMin).toBe(480);
  });

  test('what nobody does, what waits for itself and what hangs on it are told, the rest is planned', () => {
    const { conflicts, placed } = planOf(
      [
        task('weld', 60, { skill: 'weld' }),
        task('after', 30, { needs: ['weld'] }),
        task('a', 10, { needs: ['b'] }),
        task('b', 10, { needs: ['a'] }),
        task('fine', 10),
      ],
      SHOP,
      WEEK,
    );
    expect(placed.map(({ id }) => id)).toEqual(['fine']);
    expect(conflicts.map(({ id }) => id).sort()).toEqual(['a', 'after', 'b', 'weld']);
    expect(inOrder([task('x', 1, { needs: ['y'] })]).stuck).toEqual(['x']);
  });

  test('three hundred tasks of sixty jobs are planned whole; twice as many take at most sixteen times as long', () => {
    const some = (count: number): Task[] =>
      Array.from({ length: count }, (_, i) =>
        task(`t${i}`, 20 + ((i * 37) % 200), {
          job: `J-${Math.floor(i / 5)}`,
          needs: i % 5 === 0 ? [] : [`t${i - 1}`],
          dryMin: i % 7 === 0 ? 240 : 0,
          skill: i % 3 === 0 ? 'axle' : 'paint',
        }),
      );
    const msFor = (tasks: readonly Task[]): number => {
      const times = [1, 2, 3].map(() => {
        const from = performance.now();
        planOf(tasks, SHOP, WEEK);
        return performance.now() - from;
      });
      return Math.min(...times);
    };
    const tasks = some(300);
    const plan = planOf(tasks, SHOP, WEEK);
    expect(plan.placed).toHaveLength(300);
    expect(plan.conflicts).toEqual([]);
    sound(plan, tasks);
    expect(msFor(tasks) / msFor(some(150))).toBeLessThan(16);
  }, 60_000);

  test('a vehicle keeps its bay while its paint dries; the next one that needs a bay waits or takes the other', () => {
    const one: Resources = { ...SHOP, bays: ['bay 1'] };
    const tasks = [
      task('paint', 60, { job: 'J-1', skill: 'paint', dryMin: 120 }),
      task('hang', 60, { job: 'J-1', needs: ['paint'] }),
      task('other', 60, { job: 'J-2' }),
    ];
    const at = (plan: Plan, id: string) => plan.placed.find((placed) => placed.id === id);
    const narrow = planOf(tasks, one, ALWAYS);
    // In before or after, never between paint and hanging.
    expect(at(narrow, 'hang')?.startMin).toBe((at(narrow, 'paint')?.endMin ?? 0) + 120);
    expect([0, 240 + (at(narrow, 'paint')?.startMin ?? 0)]).toContain(at(narrow, 'other')?.startMin);
    const wide = planOf(tasks, SHOP, ALWAYS);
    expect(wide.finishMin).toBe(240);
    expect(at(wide, 'other')?.bay).not.toBe(at(wide, 'paint')?.bay);
  });

  test('a bay that is promised to another moves the vehicle, and says so', () => {
    const tasks = [
      task('in', 60, { job: 'J-1', locked: { startMin: 0, bay: 'bay 1', person: 'Odo' } }),
      task('out', 120, { job: 'J-1', needs: ['in'] }),
      task('other', 60, { job: 'J-2', locked: { startMin: 100, bay: 'bay 1', person: 'Ansa' } }),
    ];
    const plan = planOf(tasks, SHOP, ALWAYS);
    expect(plan.placed.find(({ id }) => id === 'out')?.bay).toBe('bay 2');
    expect(plan.conflicts.map(({ message }) => message).join()).toContain('has to move J-1 to another bay');
  });

  test('a vehicle with work begun keeps its bay, whatever is promised there: that is told, not moved', () => {
    const standing = [
      task('dress', 60, { job: 'J-1', standsIn: 'bay 2' }),
      task('hang', 120, { job: 'J-1', needs: ['dress'], standsIn: 'bay 2' }),
      task('other', 60, { job: 'J-2' }),
    ];
    const plan = planOf(standing, SHOP, ALWAYS);
    const bays = (one: Plan) => Object.fromEntries(one.placed.map(({ id, bay }) => [id, bay]));
    expect(bays(plan)).toEqual({ dress: 'bay 2', hang: 'bay 2', other: 'bay 1' });
    expect(plan.conflicts).toEqual([]);
    // The same without a tick would have changed bays.
    const promised = task('promised', 60, {
      job: 'J-3',
      locked: { startMin: 100, bay: 'bay 2', person: 'Ansa' },
    });
    const held = planOf([...standing, promised], SHOP, ALWAYS);
    expect(bays(held)['dress']).toBe('bay 2');
    expect(bays(held)['hang']).toBeUndefined();
    expect(held.conflicts.map(({ message }) => message).join()).toContain(
      'J-1 stands in bay 2 with work begun and is not moved',
    );
  });

  test('nobody comes into the bay of a vehicle with work begun before that is done', () =>
    fc.assert(
      fc.property(someTasks(8), fc.constantFrom('bay 1', 'bay 2'), (made, standsIn) => {
        const tasks = made.map((one) => (one.job === 'J-1' && one.inBay ? { ...one, standsIn } : one));
        const plan = planOf(tasks, SHOP, ALWAYS);
        const jobOf = (id: string) => tasks.find((one) => one.id === id)?.job;
        const mine = plan.placed.filter(({ id, bay }) => jobOf(id) === 'J-1' && bay !== null);
        expect(mine.every(({ bay }) => bay === standsIn)).toBe(true);
        const last = Math.max(0, ...mine.map(({ endMin }) => endMin));
        for (const { id, bay, startMin } of plan.placed)
          if (bay === standsIn && jobOf(id) !== 'J-1') expect(startMin).toBeGreaterThanOrEqual(last);
        // Nothing is promised by hand: all of it finds room.
        expect(plan.conflicts.filter(({ message }) => message.includes('with work begun'))).toEqual([]);
        sound(plan, tasks);
      }),
    ));

  test('no vehicle takes a bay days before its parts are there, and nothing ends later for it', () => {
    const one: Resources = { ...SHOP, bays: ['bay 1'] };
    const parts = 3 * 1440;
    const tasks = [
      task('in', 60, { job: 'J-1' }),
      task('fit', 120, { job: 'J-1', needs: ['in'], notBeforeMin: parts }),
      task('other', 300, { job: 'J-2' }),
    ];
    const plan = deferForDeliveries(tasks, one, WEEK, 0);
    const at = (id: string) => plan.placed.find((placed) => placed.id === id);
    // In on the evening before, so that the parts find it there; the bay is the other's until then.
    expect(at('in')?.startMin).toBe(2 * 1440 + 960);
    expect(at('fit')?.startMin).toBe(parts + 480);
    expect(at('other')?.startMin).toBe(480);
    sound(plan, tasks);
  });

  test('the latest start is in time, and a minute later is not', () =>
    fc.assert(
      fc.property(fc.integer({ min: 480, max: 9000 }), fc.integer({ min: 1, max: 900 }), (from, work) => {
        const end = WEEK.after(from, work) + 700;
        const start = latestStart(WEEK, work, WEEK.nextOpen(from), end);
        expect(WEEK.after(start, work)).toBeLessThanOrEqual(end);
        if (WEEK.nextOpen(end) === end) expect(WEEK.after(start + 1, work)).toBeGreaterThan(end);
      }),
    ));

  test('a step by hand goes over the night and back', () => {
    expect(stepOpen(WEEK, 480, -15)).toBe(480 - 7 * 1440 + 4 * 1440 + 525);
    expect(stepOpen(WEEK, 1440 + 480, -15)).toBe(1005);
    expect(stepOpen(WEEK, 1005, 15)).toBe(1440 + 480);
    expect(stepOpen(WEEK, 600, 60)).toBe(660);
  });

  test('holding back never costs time', () =>
    fc.assert(
      fc.property(someTasks(8), fc.nat(4), (tasks, day) => {
        const late = tasks.map((one, i) => (i % 3 === 2 ? { ...one, notBeforeMin: day * 1440 } : one));
        const plan = deferForDeliveries(late, SHOP, WEEK, 0);
        expect(plan.finishMin).toBeLessThanOrEqual(planOf(late, SHOP, WEEK).finishMin);
        sound(plan, late);
      }),
      { numRuns: 40 },
    ));
});

test('what is set by hand and waits for something that has no bay says so', () => {
  const plan = planOf(
    [
      task('first', 60, { skill: 'glass' }),
      task('second', 60, {
        needs: ['first'],
        locked: { startMin: 480, bay: 'bay 1', person: 'Odo' },
      }),
    ],
    SHOP,
    WEEK,
  );
  const words = plan.conflicts.filter(({ id }) => id === 'second').map(({ message }) => message);
  expect(words.join(' ')).toContain('“first”, which comes before it, has no bay or nobody to do it');
});
