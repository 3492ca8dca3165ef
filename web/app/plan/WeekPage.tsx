import { bounded } from '../../ui/Boundary';
import { useStore } from '@nanostores/react';
import { ChevronLeft, ChevronRight, Undo2 } from 'lucide-react';
import { tinykeys } from 'tinykeys';
import { useEffect, useState } from 'react';
import {
  dayByPerson,
  dayWithWork,
  finishByJob,
  firstWeekWithWork,
  weekOf,
  type WeekPlan,
} from '../../../core/planning/week';
import { DAY_MIN, minuteOf, sayDay, sayTime, WEEK_MIN, wallTimeAt } from '../../../core/time/wallClock';
import type { ShopSettings } from '../../../server/shop';
import { PageLinks } from '../../ui/PageHead';
import { Toasts } from '../../ui/page';
import { useNowMin } from '../../state/clock';
import { free } from '../../state/freeKey';
import { $shop } from '../../state/store';
import { Board } from './Board';
import { CalendarDialog } from './CalendarDialog';
import {
  $boardStored,
  $chosen,
  $done,
  $jobs,
  $plan,
  startPlanning,
  takeJobs,
  undoTask,
  type BoardJob,
} from './planStore';
import { boardScale } from './scale';
import { SaveMark } from '../sheet/SaveMark';
import { TaskPanel } from './TaskPanel';
import { Button, ButtonLink } from '../../ui/Button';
import { DataTable } from '../../ui/DataTable';

type Props = { jobs: BoardJob[]; shop: ShopSettings; shopName: string; now: string };

/** The week of the bays over all jobs: planned as early as it goes, moved by hand, planned again around that. */
function WeekPageIsland({ jobs, shop, shopName, now }: Props) {
  useState(() => {
    $shop.set(shop);
    takeJobs(jobs);
  });
  useEffect(() => {
    const stops = [startPlanning(), tinykeys(window, { '$mod+z': free(undoTask) })];
    document.documentElement.dataset['ready'] = 'true';
    return () => stops.forEach((stop) => stop());
  }, []);
  /** The Monday of the week that somebody turned to; null while it is the first that has work. */
  const [turnedTo, setTurnedTo] = useState<number | null>(null);
  const [dialog, setDialog] = useState(false);
  const plan = useStore($plan);
  const done = useStore($done);
  const known = useStore($jobs);
  const { calendar } = useStore($shop);
  const clock = useNowMin();
  const nowMin = clock || minuteOf(now);
  const weekMin = turnedTo ?? (plan ? firstWeekWithWork(plan, nowMin) : weekOf(nowMin));
  const scale = boardScale(calendar, weekMin);
  const finish = plan ? finishByJob(plan.tasks, plan.plan) : new Map<string, number>();
  return (
    <main id="week" className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <header className="border-ink mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 border-b-2 pb-2">
        <PageLinks here="/plan" />
        <h1 className="font-tight text-[1.35rem] font-semibold">
          Week of {sayDay(weekMin)}, {shopName}
        </h1>
        <span className="no-print ml-auto flex flex-wrap items-center justify-end gap-1.5">
          <SaveMark of={$boardStored} />
          <Button aria-label="Undo" title="Undo (Ctrl Z)" disabled={done.length === 0} onClick={undoTask}>
            <Undo2 size={17} aria-hidden />
          </Button>
          <Button aria-label="Week before" onClick={() => setTurnedTo(weekMin - WEEK_MIN)}>
            <ChevronLeft size={17} aria-hidden />
          </Button>
          <Button onClick={() => setTurnedTo(weekOf(nowMin))}>This week</Button>
          <Button aria-label="Week after" onClick={() => setTurnedTo(weekMin + WEEK_MIN)}>
            <ChevronRight size={17} aria-hidden />
          </Button>
          <Button needs="plan" onClick={() => setDialog(true)}>
            Calendar of the shop
          </Button>
          <ButtonLink href="/api/plan.ics">iCalendar</ButtonLink>
        </span>
      </header>
      {known.length === 0 ? (
        <p className="py-8 text-lg" data-testid="nothing-planned">
          Nothing is in work. Open a job, go to Build, and take a stage into work: its tasks stand here then.
        </p>
      ) : !plan ? (
        <p className="text-graphite" role="status">
          Planning…
        </p>
      ) : (
        <>
          <Board week={plan} scale={scale} nowMin={nowMin} />
          <Legend />
          {plan.plan.conflicts.length > 0 && (
            <ul className="mt-2" role="status" data-testid="conflicts">
              {plan.plan.conflicts.map(({ id, message }, i) => (
                <li key={`${id} ${i}`}>
                  <button
                    type="button"
                    className="text-left font-medium underline-offset-4 hover:underline"
                    onClick={() => $chosen.set(id)}
                  >
                    ▲ {message}
                  </button>
                </li>
              ))}
            </ul>
          )}
          <div className="border-line mt-3 min-h-[7rem] border-t pt-2">
            <TaskPanel week={plan} />
          </div>
          <div className="mt-3 grid gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)]">
            <DayList week={plan} nowMin={nowMin} />
            <DataTable
              testId="finishes"
              stacked
              className="w-full self-start"
              rows={known}
              keyOf={({ id }) => id}
              columns={[
                { head: 'Job', cell: ({ id, number }) => <a href={`/jobs/${id}/build`}>{number}</a> },
                { head: 'Vehicle', cell: ({ vehicle }) => vehicle },
                {
                  head: 'Left to do',
                  cell: ({ work }) =>
                    `${work.tasks.filter((task) => !work.ticks[task.id]).length} of ${work.tasks.length} tasks`,
                },
                {
                  head: 'Done and dry, at the earliest',
                  className: 'font-semibold',
                  cell: ({ number }) => {
                    const end = finish.get(number);
                    return end === undefined ? 'nothing planned' : sayTime(end);
                  },
                },
              ]}
            />
          </div>
        </>
      )}
      {dialog && <CalendarDialog close={() => setDialog(false)} />}
      <Toasts />
    </main>
  );
}

/** What each person does on the day that a shop asks about: today, or the next one with work. */
function DayList({ week, nowMin }: { week: WeekPlan; nowMin: number }) {
  const day = dayWithWork(week, nowMin);
  if (day === null) return <p className="text-graphite">Nothing is left to do.</p>;
  const today = Math.floor(nowMin / DAY_MIN) * DAY_MIN === day;
  return (
    <section data-testid="day-list">
      <h2 className="text-lg font-semibold">
        {today ? 'Today' : 'Next'}, {sayDay(day)}
      </h2>
      {dayByPerson(week, day).map(({ person, tasks }) => (
        <div key={person} className="border-line border-b py-1">
          <b className="font-semibold">{person}</b>
          <ol>
            {tasks.map(({ placed, task }) => (
              <li key={placed.id}>
                <button
                  type="button"
                  className="w-full text-left underline-offset-4 hover:underline"
                  onClick={() => $chosen.set(placed.id)}
                >
                  <span className="text-graphite inline-block w-24">
                    {wallTimeAt(Math.max(placed.startMin, day)).slice(11, 16)}
                    {placed.endMin < day + DAY_MIN && `–${wallTimeAt(placed.endMin).slice(11, 16)}`}
                  </span>
                  {task.job} {task.label}
                  {placed.bay && <span className="text-graphite">, {placed.bay}</span>}
                </button>
              </li>
            ))}
          </ol>
        </div>
      ))}
    </section>
  );
}

/** What the strips of the board mean. */
function Legend() {
  const strip = 'plan-block mr-1.5 inline-block h-4 w-7 align-[-3px]';
  return (
    <p className="text-graphite mt-1 flex flex-wrap gap-x-5 text-[0.88rem]" aria-hidden>
      <span>
        <i className={strip} data-tight="true" />
        holds up the end of its job
      </span>
      <span>
        <i className={strip} />
        may slip
      </span>
      <span>
        <i className={strip} data-locked="true" />
        locked by hand
      </span>
      <span>
        <i className="plan-dry mr-1.5 inline-block h-4 w-7 align-[-3px]" />
        dries
      </span>
      <span>
        <i className="plan-stay mr-1.5 inline-block h-4 w-7 align-[-3px]" />
        the vehicle stands here
      </span>
      <span>
        <i className="plan-now mr-1.5 inline-block h-4 align-[-3px]" />
        now
      </span>
    </p>
  );
}

export const WeekPage = bounded('Week', WeekPageIsland);
