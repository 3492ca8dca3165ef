import { useStore } from '@nanostores/react';
import { BelowFold } from '../../ui/BelowFold';
import { useMemo, useState } from 'react';
import type { Build } from '../../../core/format/build';
import { takenInto } from '../../../core/work/jobWork';
import { workOf } from '../../../core/work/needs';
import { hours, money } from '../../../core/quote/quote';
import { OneLineForm } from '../../ui/OneLineForm';
import { $build, $head, $heads, $job, $shop, $stages, $vehicle, fileOf } from '../../state/store';
import { chosenNow } from '../../state/chosen';
import { $work, editWork } from '../../state/work';
import { CheckLists } from './CheckLists';
import { today } from '../../state/clock';
import { PartLives } from './PartLives';
import { PartsTable, useAsked, type Asked } from './PartsTable';
import { QuotesPanel } from './QuotesPanel';
import { Stated } from './Stated';
import { StepList } from './TickList';
import { TermsDialog } from './TermsDialog';
import type { JobWork } from '../../../core/format/jobWork';
import { $reader } from '../../state/reader';
import { fetched } from '../../ui/later';
import { Button, ButtonLink } from '../../ui/Button';

const WorkRulesDialog = fetched(
  'The dialog',
  async () => (await import('./WorkRulesDialog')).WorkRulesDialog,
);

/**
 * The build of the stage that is in work: that of the page where it is the same one. Null where none is, or what is cannot be
 * read; undefined until another stage is.
 */
function useBuildInWork(build: Build, work: JobWork): Build | null | undefined {
  const head = useStore($head);
  const { stageId } = work;
  // Another stage than the one on the page is not edited meanwhile: it is read once.
  // As on the server, nothing is read until the page has it: what both draw first is the same.
  const reader = useStore($reader, { ssr: () => null });
  const other = useMemo(() => {
    if (!reader) return undefined;
    const vehicle = $vehicle.get();
    const stage = stageId === head?.id ? undefined : $stages.get().find(({ id }) => id === stageId);
    const read = vehicle && stage && reader.readBuild(fileOf(vehicle, stage));
    return read?.ok ? read.value : null;
  }, [reader, stageId, head?.id]);
  if (stageId === null) return null;
  return head?.id === stageId ? build : other;
}

/** Takes the stage on the page into work, with the tasks that it asks for today. */
function TakeIntoWork() {
  const { workRules } = useStore($shop);
  const { work } = useStore($work);
  const active = useStore($head);
  const heads = useStore($heads);
  if (!active) return null;
  const take = (): void => {
    // The stage as it is now, which may be drawn a moment later.
    const build = $build.get();
    if (!build) return;
    void chosenNow(build, active.id).then((chosen) => {
      const lines = workOf(build, workRules, { withPerhaps: new Set(work.takenIn), chosen });
      return editWork((now) => takenInto(now, active.id, lines, today()));
    });
  };
  const inWork = heads.find(({ id }) => id === work.stageId);
  const ticked = work.tasks.filter(({ id }) => work.ticks[id]).length;
  const next = work.tasks.find(({ id }) => !work.ticks[id]);
  const nothing = active.position === 0;
  return (
    <div className="flex flex-wrap items-center gap-3" data-testid="in-work">
      <Button
        needs="plan"
        className="font-semibold"
        disabled={nothing}
        title={nothing ? 'As delivered there is nothing to build' : undefined}
        onClick={take}
      >
        {inWork?.id === active.id ? 'Take its tasks in again' : `Take ${active.name} into work`}
      </Button>
      <p>
        {inWork ? (
          <>
            <b className="font-semibold">{inWork.name}</b> is in work: {ticked} of {work.tasks.length} tasks
            ticked
            {next ? (
              <>
                , next: <b className="font-semibold">{next.label}</b>
              </>
            ) : (
              ''
            )}
            . <a href="/plan">See the week</a>
          </>
        ) : (
          'Nothing is in work. Take a stage in, and its tasks stand here and in the week of the bays.'
        )}
      </p>
    </div>
  );
}

/** Why a job ends without anything being built. */
function EndWithout() {
  const { work } = useStore($work);
  const why = work.endedWithout ?? '';
  return (
    <OneLineForm
      key={why}
      caption
      label="It ends without being built, because"
      value={why}
      keep={(text) =>
        void editWork(({ endedWithout, ...now }) => (text ? { ...now, endedWithout: text } : now))
      }
      className="mt-2 max-w-[46rem]"
    />
  );
}

function Papers() {
  const job = useStore($job);
  const active = useStore($head);
  if (!job || !active) return null;
  const of = (kind: string): string => `/jobs/${job.id}/papers/${kind}?of=${active.id}`;
  return (
    <p className="flex flex-wrap gap-2">
      <ButtonLink href={of('order')}>Work order</ButtonLink>
      <ButtonLink href={of('copy')}>Customer’s copy</ButtonLink>
    </p>
  );
}

/** What the stage comes to by the shop's rules. */
function Price({ totals }: Pick<Asked, 'totals'>) {
  const { terms } = useStore($shop);
  return (
    <p data-testid="price">
      <b className="font-tight text-xl font-semibold">{money(totals.totalCents, terms)}</b>
      <span className="text-graphite">
        {totals.unpriced > 0 && ' at least'}
        {terms.taxPct > 0 && `, with ${terms.taxPct} % tax`} · {hours(totals.minutes)} of work
      </span>
    </p>
  );
}

/** From the package to parts, quotes, steps, checks and papers. */
export function BuildStation({ build }: { build: Build }) {
  const { work } = useStore($work);
  const inWork = useBuildInWork(build, work);
  const asked = useAsked(build, useStore($head)?.id);
  const [dialog, setDialog] = useState<'rules' | 'terms' | null>(null);
  return (
    <section id="build" aria-labelledby="build-title" className="station">
      <div className="mb-2 flex flex-wrap items-end gap-x-4 gap-y-1">
        <h2 id="build-title" tabIndex={-1} className="station-title">
          Build
        </h2>
        <Papers />
        <span className="no-print ml-auto flex gap-2">
          <Button needs="plan" onClick={() => setDialog('rules')}>
            Parts and labour rules
          </Button>
          <Button needs="plan" onClick={() => setDialog('terms')}>
            Prices and hours
          </Button>
        </span>
      </div>
      <div className="border-line mb-2 flex flex-wrap items-center gap-x-8 gap-y-1 border-b pb-2">
        <Price totals={asked.totals} />
        <TakeIntoWork />
      </div>
      <div className="grid grid-cols-1 gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)]">
        <div className="relative overflow-x-auto">
          {!asked.read && <p className="text-graphite absolute">Reading the catalog…</p>}
          <PartsTable asked={asked} />
        </div>
        <div className="flex flex-col gap-5">
          <QuotesPanel />
          {inWork && (
            <BelowFold>
              <PartLives build={inWork} />
              <Stated />
            </BelowFold>
          )}
          {inWork === undefined && <p className="text-graphite min-h-80">Reading the stage in work…</p>}
        </div>
      </div>
      <BelowFold>
        {inWork ? (
          <>
            <div className="mt-3" data-testid="steps">
              <h3 className="text-lg font-semibold">Steps</h3>
              <StepList tasks={work.tasks} work={work} />
            </div>
            <div className="mt-4">
              <CheckLists build={inWork} />
            </div>
          </>
        ) : (
          inWork === null && <EndWithout />
        )}
      </BelowFold>
      {dialog === 'rules' && <WorkRulesDialog close={() => setDialog(null)} />}
      {dialog === 'terms' && <TermsDialog close={() => setDialog(null)} />}
    </section>
  );
}
