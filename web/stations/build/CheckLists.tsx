import { useStore } from '@nanostores/react';
import { useState } from 'react';
import type { Build } from '../../../core/format/build';
import { CHECK_LISTS, checksOf, type WorkCheck, type CheckList } from '../../../core/work/checks';
import { releaseHold } from '../../../core/work/jobWork';
import { factsOf } from '../../../core/work/triggers';
import { OneLineForm } from '../../ui/OneLineForm';
import { $job } from '../../state/store';
import type { Versioned } from '../../../server/versioned';
import { showStored } from '../../state/saving';
import { refusalWords, send } from '../../state/apiClient';
import { $work, editWork, workSettled } from '../../state/work';
import { signed } from '../../state/clock';
import { TickRow } from './TickList';
import { Button } from '../../ui/Button';

/** An open check may stay open where somebody says why. */
function CheckRow({ id, words }: WorkCheck) {
  const { ticks, explained } = useStore($work).work;
  const [open, setOpen] = useState(false);
  const known = explained[id];
  const keep = (why: string): void => {
    void editWork((work) => {
      const { [id]: before, ...others } = work.explained;
      return { ...work, explained: why ? { ...others, [id]: { ...signed(), why } } : others };
    });
    setOpen(false);
  };
  return (
    <TickRow
      id={id}
      words={words}
      aside={
        <button
          type="button"
          className="quiet-link no-print"
          aria-label={`Leave open: ${words}`}
          onClick={() => setOpen(!open)}
        >
          {known ? 'explained' : 'open…'}
        </button>
      }
    >
      {known && !ticks[id] && !open && (
        <p className="pl-[2.9rem] text-[0.9rem]">
          Stays open: {known.why} ({known.by})
        </p>
      )}
      {open && !ticks[id] && (
        <OneLineForm
          label={`Why it stays open: ${words}`}
          placeholder="It stays open, because…"
          value={known?.why ?? ''}
          keep={keep}
          minLength={3}
          focus
          className="pl-[2.9rem]"
        />
      )}
    </TickRow>
  );
}

function List({ list, checks }: { list: CheckList; checks: readonly WorkCheck[] }) {
  return (
    <div data-testid={`checks-${list}`}>
      <h3 className="text-lg font-semibold">{CHECK_LISTS[list]}</h3>
      <ul>
        {checks.map((check) => (
          <CheckRow key={check.id} {...check} />
        ))}
      </ul>
    </div>
  );
}

/** Release: everything ticked or explained, and then the job is done. */
function Release({ checks }: { checks: readonly WorkCheck[] }) {
  const { work } = useStore($work);
  const job = useStore($job);
  const [fault, setFault] = useState('');
  const hold = releaseHold(work, checks);
  const release = async (): Promise<void> => {
    if (!job) return;
    setFault('');
    // The server judges by what it holds: ticks that are on their way count.
    await workSettled();
    const answer = await send<Versioned>('PATCH', `/api/jobs/${job.id}`, {
      status: 'done',
      placedBy: 'work',
    });
    if (answer.kind === 'ok') showStored([answer.value]);
    else setFault(refusalWords(answer, true));
  };
  return (
    <div className="mt-2 flex flex-wrap items-center gap-3" data-testid="release" data-held={hold !== null}>
      <Button needs="bench" className="text-lg font-semibold" onClick={() => void release()}>
        Release the vehicle
      </Button>
      <p role="status" className="max-w-[46rem]">
        {job?.status === 'done'
          ? 'Released.'
          : (hold ?? (fault || undefined) ?? 'Everything is ticked or explained: it may go.')}
      </p>
    </div>
  );
}

/** Checks before, during and before release, for the stage that is in work. */
export function CheckLists({ build }: { build: Build }) {
  const checks = checksOf(factsOf(build));
  const of = (list: CheckList): WorkCheck[] => checks.filter((one) => one.list === list);
  return (
    <>
      <div className="grid grid-cols-1 gap-x-8 gap-y-3 md:grid-cols-3">
        {(['before', 'during', 'release'] as const).map((list) => (
          <List key={list} list={list} checks={of(list)} />
        ))}
      </div>
      <Release checks={checks} />
    </>
  );
}
