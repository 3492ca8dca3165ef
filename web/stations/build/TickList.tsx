import { useStore } from '@nanostores/react';
import { Check } from 'lucide-react';
import { useState } from 'react';
import { holdOf } from '../../../core/work/jobWork';
import { OneLineForm } from '../../ui/OneLineForm';
import { storeSettings } from '../../state/settings';
import { $shop } from '../../state/store';
import { $work, editWork } from '../../state/work';
import { signed, useNowMin } from '../../state/clock';
import type { JobWork, Tick } from '../../../core/format/jobWork';
import { sayDate } from '../../../core/time/wallClock';

export const tickWords = ({ by, at, bay }: Tick): string => `${by}, ${sayDate(at)}${bay ? `, ${bay}` : ''}`;

function without<T>(record: Record<string, T>, id: string): Record<string, T> {
  return Object.fromEntries(Object.entries(record).filter(([key]) => key !== id));
}

/** Ticks with the name at the bench and the time, or takes a tick back. */
export function toggleTick(id: string): void {
  const tick: Tick = signed();
  const ticked = $work.get().work.ticks[id] !== undefined;
  void editWork((work) => ({
    ...work,
    ticks: ticked ? without(work.ticks, id) : { ...work.ticks, [id]: tick },
    explained: without(work.explained, id),
  }));
}

/** A box for a thumb: what is ticked says by whom and when, what must wait says for what. */
export function TickRow({
  id,
  words,
  detail,
  hold,
  aside,
  children,
}: {
  id: string;
  words: string;
  detail?: string;
  hold?: string | null;
  /** Beside what is not ticked. */
  aside?: React.ReactNode;
  children?: React.ReactNode;
}) {
  const tick = useStore($work).work.ticks[id];
  return (
    <li
      className="border-line break-inside-avoid border-b py-1.5"
      data-step={id}
      data-ticked={tick !== undefined}
    >
      <div className="grid grid-cols-[2.4rem_1fr_auto] items-start gap-x-2">
        <button
          type="button"
          role="checkbox"
          aria-checked={tick !== undefined}
          aria-label={words}
          disabled={!tick && hold != null}
          className="border-ink flex h-8 w-8 items-center justify-center border-2"
          onClick={() => toggleTick(id)}
        >
          {tick && <Check size={22} aria-hidden />}
        </button>
        <div className="pt-1">
          <span className={tick ? 'text-graphite' : 'font-medium'}>{words}</span>
          {detail && <span className="text-graphite"> {detail}</span>}
          {!tick && hold && <p className="text-graphite text-[0.9rem]">◔ {hold}</p>}
        </div>
        <span className="text-graphite pt-1 text-[0.9rem] sm:whitespace-nowrap">
          {tick ? tickWords(tick) : aside}
        </span>
      </div>
      {children}
    </li>
  );
}

/** The shop's own word on a step, kept with its rule: tools, fasteners, what to mind. */
function StepNotes({ id, open, close }: { id: string; open: boolean; close: () => void }) {
  const { workRules } = useStore($shop);
  const rule = workRules.find((one) => one.id === id);
  if (!rule) return null;
  const store = (notes: string): void => {
    void storeSettings({
      workRules: workRules.map((one) => (one.id === id ? { ...one, notes } : one)),
    });
    close();
  };
  return (
    <div className="pl-[2.9rem] text-[0.9rem]">
      {rule.caution && <p>▲ {rule.caution}</p>}
      {open ? (
        <OneLineForm
          label={`Tools and fasteners: ${rule.label}`}
          placeholder="Tools and fasteners"
          value={rule.notes ?? ''}
          keep={store}
          maxLength={600}
          focus
        />
      ) : (
        rule.notes && <p className="font-medium">{rule.notes}</p>
      )}
    </div>
  );
}

const dries = (minutes: number): string =>
  minutes >= 60 ? `${Math.round(minutes / 6) / 10} h to dry` : `${minutes} min to dry`;

function Step({ task, work, now }: { task: JobWork['tasks'][number]; work: JobWork; now: number }) {
  const [open, setOpen] = useState(false);
  const { id, label, workMin, dryMin } = task;
  return (
    <TickRow
      id={id}
      words={label}
      detail={`${workMin} min${dryMin > 0 ? `, then ${dries(dryMin)}` : ''}`}
      hold={holdOf(work, id, now)}
      aside={
        <button type="button" className="quiet-link no-print" onClick={() => setOpen(!open)}>
          Tools…
        </button>
      }
    >
      <StepNotes id={id} open={open} close={() => setOpen(false)} />
    </TickRow>
  );
}

/** Tasks of the job's work as steps to tick, each held until what it needs is done and dry. */
export function StepList({ tasks, work }: { tasks: JobWork['tasks']; work: JobWork }) {
  const now = useNowMin();
  return (
    <ol className="gap-x-8 md:columns-2">
      {tasks.map((task) => (
        <Step key={task.id} task={task} work={work} now={now} />
      ))}
    </ol>
  );
}
