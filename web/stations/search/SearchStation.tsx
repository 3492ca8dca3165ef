import { useStore } from '@nanostores/react';
import { useKept } from '../../state/kept';
import { useEffect, useState } from 'react';
import { toast } from '../../state/notices';
import type { Build } from '../../../core/format/build';
import type { SearchChange } from '../../../core/search/searchSpace';
import { NOT_ARRIVED } from '../../state/reader';
import { saveAll } from '../../state/saving';
import { $activeId, $build, $job, $shop } from '../../state/store';
import { refusalWords, send } from '../../state/apiClient';
import { Answers } from './Answers';
import { LimitsForm, limitsOf, LIMITS_TYPED, type LimitsTyped } from './LimitsForm';
import {
  $report,
  prepareSearch,
  resumeSearching,
  startSearching,
  stopSearching,
  weighAgain,
} from './searchStore';
import { USUAL_WISHES } from '../../../core/format/names';
import type { Limits, Wishes } from '../../../core/format/searchLimits';
import { Button } from '../../ui/Button';
import { WishPane } from './WishPane';

const WISHES: readonly (readonly [keyof Wishes, string])[] = [
  ['clearance', 'ground clearance'],
  ['lock', 'lock kept'],
  ['cost', 'low cost'],
  ['mass', 'low mass'],
  ['sidewall', 'sidewall'],
  ['uncut', 'no cutting'],
];

/** How far a search is, and what holds it on: nothing is lost by stopping. */
function Progress() {
  const report = useStore($report);
  if (!report) return null;
  const { judged, total, kept, running, done, search } = report;
  return (
    <p
      role="status"
      data-testid="search-progress"
      data-search={search}
      data-state={running ? 'running' : done ? 'done' : 'stopped'}
    >
      <span className="border-ink mr-2 inline-block h-3 w-40 border align-baseline" aria-hidden>
        <span
          className="bg-ink block h-full"
          style={{ width: `${Number.isFinite(total) && total > 0 ? (100 * judged) / total : 0}%` }}
        />
      </span>
      {Number.isFinite(total)
        ? `${judged.toLocaleString('en')} of ${total.toLocaleString('en')} packages judged, `
        : `a first look at ${judged.toLocaleString('en')} packages, `}
      <b className="font-semibold">{kept.toLocaleString('en')}</b> keep to the limits
      {running ? '…' : done ? '.' : ', stopped.'}
    </p>
  );
}

/** Tries the package of the stage on the page on every vehicle of the shop, and goes where it is told. */
async function tryOnFleet(): Promise<void> {
  await saveAll();
  const answer = await send<{ id: number }>('POST', '/api/fleet', { stageId: $activeId.get() });
  if (answer.kind === 'ok') location.href = `/fleet/${answer.value.id}`;
  else toast(refusalWords(answer));
}

/** What is the best that fits, within limits and by what matters: asked over the whole catalog. */
export function SearchStation({ build }: { build: Build }) {
  const job = useStore($job);
  const report = useStore($report);
  const [may, setMay] = useKept<readonly SearchChange[]>('search.may', ['tire', 'wheel']);
  const [typed, setTyped] = useKept<LimitsTyped>('search.typed', LIMITS_TYPED);
  const [wishes, setWishes] = useKept<Wishes>('search.wishes', USUAL_WISHES);
  const [fault, setFault] = useState('');
  const jobId = job?.id;
  useEffect(() => {
    // Fetched before it is asked for.
    if (jobId !== undefined) prepareSearch(jobId);
  }, [jobId]);
  /** The limits as they are typed; null where one is refused, which is then said. */
  const limitsNow = async (): Promise<Limits | null> => {
    const checks = await import('../../../core/format/searchLimits').catch(() => null);
    if (!checks) {
      setFault(`They were not checked: ${NOT_ARRIVED}`);
      return null;
    }
    const limits = checks.limitsSchema.safeParse(limitsOf(typed, $shop.get()));
    const [issue] = limits.success ? [] : limits.error.issues;
    setFault(issue ? `${issue.path.join(' ')} ${issue.message}` : '');
    return limits.success ? limits.data : null;
  };
  const search = async (): Promise<void> => {
    const limits = await limitsNow();
    // The stage as it is now, which may be drawn a moment later.
    const now = $build.get() ?? build;
    if (limits && job) void startSearching(job.id, now, may, limits, wishes);
  };
  const weigh = (key: keyof Wishes, value: number): void => {
    const next = { ...wishes, [key]: value };
    setWishes(next);
    void weighAgain(next);
  };
  return (
    <section id="search" aria-labelledby="search-title" className="station">
      <div className="mb-2 flex flex-wrap items-center gap-x-5 gap-y-2">
        <h2 id="search-title" tabIndex={-1} className="station-title">
          What fits
        </h2>
        {report?.running ? (
          <Button className="font-semibold" onClick={() => void stopSearching()}>
            Stop
          </Button>
        ) : (
          <Button type="submit" form="search-limits" className="font-semibold">
            Search
          </Button>
        )}
        {report && !report.running && !report.done && (
          <Button onClick={() => void resumeSearching()}>Go on</Button>
        )}
        <Progress />
        <Button needs="plan" className="ml-auto" onClick={() => void tryOnFleet()}>
          On which of our vehicles?
        </Button>
      </div>
      <WishPane build={build} limitsNow={limitsNow} />
      <form
        id="search-limits"
        onSubmit={(event) => {
          event.preventDefault();
          void search();
        }}
      >
        <LimitsForm
          hasRules={build.use.rules !== undefined}
          may={may}
          setMay={setMay}
          typed={typed}
          setTyped={setTyped}
        />
      </form>
      <div className="mt-2 grid grid-cols-6 gap-x-5" role="group" aria-label="What matters">
        {WISHES.map(([key, words]) => (
          <label key={key} className="caption block">
            {words}
            <input
              type="range"
              className="accent-signal block w-full"
              min={0}
              max={1}
              step={0.1}
              value={wishes[key]}
              aria-valuetext={wishes[key] === 0 ? 'does not matter' : `matters ${wishes[key] * 10} of 10`}
              onChange={(event) => weigh(key, Number(event.target.value))}
            />
          </label>
        ))}
      </div>
      {fault && (
        <p role="alert" className="font-medium">
          ▲ {fault}
        </p>
      )}
      {report && <Answers report={report} />}
    </section>
  );
}
