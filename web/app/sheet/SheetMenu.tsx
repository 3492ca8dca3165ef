import { useStore } from '@nanostores/react';
import { Menu } from 'lucide-react';
import { useState, type ReactNode } from 'react';
import { fetched } from '../../ui/later';
import { FaultDialog } from '../../ui/FaultDialog';
import { FileButton } from '../../ui/FileButton';
import { $helpOpen } from '../../state/commands';
import { toggleTheme, toggleUnits } from '../../state/preferences';
import { useWhyNot } from '../../state/person';
import { saveAll } from '../../state/saving';
import { $active, $job, $theme, $units } from '../../state/store';
import { useStageActions } from './stageActions';
import { turnTo } from './turning';
import { WHOLE_SET } from './leaves';

const HistoryDialog = fetched('The history', async () => (await import('./HistoryDialog')).HistoryDialog);

const line =
  'hover:bg-soft font-tight flex min-h-[44px] w-full items-center gap-2 px-3 text-left font-semibold no-underline disabled:hover:bg-transparent';

function Line({
  words,
  press,
  note,
  ...rest
}: {
  words: ReactNode;
  press: () => void;
  note?: string;
  disabled?: boolean;
  label?: string;
  testId?: string;
}) {
  const { label, testId, disabled } = rest;
  return (
    <button
      type="button"
      className={line}
      disabled={disabled}
      {...(label ? { 'aria-label': label } : {})}
      {...(testId ? { 'data-testid': testId } : {})}
      onClick={press}
    >
      {words}
      {note && <span className="text-graphite ml-auto pl-6 text-[0.85rem] font-normal">{note}</span>}
    </button>
  );
}

/** What is seldom pressed: the look of the page, files, and what is done to the stage as a whole. */
export function SheetMenu() {
  const job = useStore($job);
  const active = useStore($active);
  const units = useStore($units);
  const theme = useStore($theme);
  const [showHistory, setShowHistory] = useState(false);
  const { add, remove, faults, dismiss } = useStageActions();
  const why = useWhyNot('plan');
  if (!job || !active) return null;
  return (
    <>
      <button
        type="button"
        className="plain-button px-2"
        aria-label="More"
        title="Units, look, files, history"
        popoverTarget="sheet-menu"
      >
        <Menu size={18} aria-hidden />
      </button>
      <div
        id="sheet-menu"
        popover="auto"
        className="bg-sheet border-ink text-ink fixed inset-auto top-[46px] right-3 m-0 w-72 border-2 py-1"
        // Whatever is chosen, the menu has done its work.
        onClick={(event) => event.currentTarget.hidePopover()}
      >
        <p className="border-line text-graphite mb-1 border-b px-3 pb-1 text-[0.9rem]">
          {job.number} · {job.title}
          {job.customer ? ` · ${job.customer}` : ''}
        </p>
        <Line
          words={units === 'metric' ? 'mm · kg' : 'in · lb'}
          note="U"
          press={toggleUnits}
          testId="units"
        />
        <Line
          words={{ auto: 'Light as the system', light: 'Light', dark: 'Dark' }[theme]}
          note="D"
          press={toggleTheme}
          testId="theme"
        />
        <Line words="Keys" note="?" press={() => $helpOpen.set(true)} />
        <Line words="History" press={() => setShowHistory(true)} />
        <a className={line} href={`/jobs/${job.id}/compare`}>
          Compare stages
        </a>
        <Line words="The whole set, to print" press={() => turnTo(WHOLE_SET)} />
        <a className={line} href={`/api/stages/${active.id}/build`} download onClick={() => void saveAll()}>
          Export
        </a>
        <FileButton
          words="Import"
          label="Build file to import as a stage"
          className={line}
          needs="plan"
          title="A build file’s package as one more stage of this job"
          take={(text) => void add(text)}
        />
        <Line
          words={`Remove ${active.position === 0 ? 'this stage' : active.label}`}
          label="Remove this stage"
          disabled={active.position === 0 || why !== null}
          press={() => void remove()}
        />
        <a className={`${line} sm:hidden`} href="/plan">
          The week of the bays
        </a>
      </div>
      {faults && <FaultDialog title="Nothing was imported" faults={faults} close={dismiss} />}
      {showHistory && <HistoryDialog close={() => setShowHistory(false)} />}
    </>
  );
}
