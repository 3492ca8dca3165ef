import { bounded } from '../../ui/Boundary';
import { useStore } from '@nanostores/react';
import { ChevronLeft, ChevronRight } from 'lucide-react';
import { useEffect, useState } from 'react';
import { finishByJob, firstWeekWithWork, weekOf } from '../../../core/planning/week';
import { minuteOf, sayDay, sayTime, WEEK_MIN } from '../../../core/time/wallClock';
import type { ShopSettings } from '../../../server/shop';
import { PageLinks } from '../../ui/PageHead';
import { Toasts } from '../../ui/page';
import { useNowMin } from '../../state/clock';
import { $shop } from '../../state/store';
import { Board } from './Board';
import { CalendarDialog } from './CalendarDialog';
import { $chosen, $jobs, $plan, startPlanning, takeJobs, type BoardJob } from './planStore';
import { boardScale } from './scale';
import { TaskPanel } from './TaskPanel';

type Props = { jobs: BoardJob[]; shop: ShopSettings; shopName: string; now: string };

/** The week of the bays over all jobs: planned as early as it goes, moved by hand, planned again around that. */
function WeekPageIsland({ jobs, shop, shopName, now }: Props) {
  useState(() => {
    $shop.set(shop);
    takeJobs(jobs);
  });
  useEffect(() => {
    const stop = startPlanning();
    document.documentElement.dataset['ready'] = 'true';
    return stop;
  }, []);
  /** The Monday of the week that somebody turned to; null while it is the first that has work. */
  const [turnedTo, setTurnedTo] = useState<number | null>(null);
  const [dialog, setDialog] = useState(false);
  const plan = useStore($plan);
  const known = useStore($jobs);
  const { calendar } = useStore($shop);
  const clock = useNowMin();
  const nowMin = clock || minuteOf(now);
  const weekMin = turnedTo ?? (plan ? firstWeekWithWork(plan, nowMin) : weekOf(nowMin));
  const scale = boardScale(calendar, weekMin);
  const finish = plan ? finishByJob(plan.tasks, plan.plan) : new Map<string, number>();
  return (
    <main className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <header className="border-ink mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 border-b-2 pb-2">
        <PageLinks here="/plan" />
        <h1 className="font-tight text-[1.35rem] font-semibold">
          Week of {sayDay(weekMin)}, {shopName}
        </h1>
        <span className="no-print ml-auto flex items-center gap-1.5">
          <button
            type="button"
            className="plain-button"
            aria-label="Week before"
            onClick={() => setTurnedTo(weekMin - WEEK_MIN)}
          >
            <ChevronLeft size={17} aria-hidden />
          </button>
          <button type="button" className="plain-button" onClick={() => setTurnedTo(weekOf(nowMin))}>
            This week
          </button>
          <button
            type="button"
            className="plain-button"
            aria-label="Week after"
            onClick={() => setTurnedTo(weekMin + WEEK_MIN)}
          >
            <ChevronRight size={17} aria-hidden />
          </button>
          <button type="button" className="plain-button" onClick={() => setDialog(true)}>
            Calendar of the shop
          </button>
          <a className="plain-button" href="/api/plan.ics">
            iCalendar
          </a>
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
          <table className="mt-3 w-full max-w-[62rem]" data-testid="finishes">
            <thead>
              <tr className="caption border-ink border-b text-left">
                <th className="py-1">Job</th>
                <th>Vehicle</th>
                <th>Left to do</th>
                <th>Done and dry, at the earliest</th>
              </tr>
            </thead>
            <tbody>
              {known.map(({ id, number, vehicle, work }) => {
                const end = finish.get(number);
                const left = work.tasks.filter((task) => !work.ticks[task.id]).length;
                return (
                  <tr key={id} className="border-line border-b">
                    <td className="py-1">
                      <a href={`/jobs/${id}`}>{number}</a>
                    </td>
                    <td>{vehicle}</td>
                    <td>
                      {left} of {work.tasks.length} tasks
                    </td>
                    <td className="font-semibold">{end === undefined ? 'nothing planned' : sayTime(end)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </>
      )}
      {dialog && <CalendarDialog close={() => setDialog(false)} />}
      <Toasts />
    </main>
  );
}

export const WeekPage = bounded('Week', WeekPageIsland);
