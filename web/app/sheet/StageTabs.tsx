import { useStore } from '@nanostores/react';
import { Columns3, Download, History, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import type { Fault } from '../../../core/format/fields';
import { GradeMark } from '../../drawings/GradeMark';
import { FileButton } from '../../ui/FileButton';
import { RUB_WORDS } from '../../stations/fit/policies';
import { FaultDialog } from '../../ui/FaultDialog';
import { HistoryDialog } from './HistoryDialog';
import { addStage, goToStage, saveAll } from '../../state/saving';
import { $active, $activeId, $job, $stages, $vehicle, stageFileOf } from '../../state/store';
import { send } from '../../state/apiClient';

/** Stages as tabs with their grade; the one that is being changed is plain to see. */
export function StageTabs() {
  const stages = useStore($stages);
  const active = useStore($active);
  const job = useStore($job);
  const [faults, setFaults] = useState<Fault[] | null>(null);
  const [showHistory, setShowHistory] = useState(false);
  if (!job || !active) return null;
  const add = async (body: unknown): Promise<void> => {
    const answer = await addStage(job.id, body);
    if (answer.kind === 'ok') return;
    if (answer.kind === 'unreachable') toast('No connection: the stage was not added.');
    else setFaults(answer.faults.length > 0 ? answer.faults : [{ path: 'file', message: answer.message }]);
  };
  const remove = async (): Promise<void> => {
    const before = stages[stages.findIndex(({ id }) => id === active.id) - 1];
    const kept = stageFileOf(active);
    const answer = await send('DELETE', `/api/stages/${active.id}`);
    if (answer.kind !== 'ok')
      return void toast(answer.kind === 'refused' ? answer.message : 'No connection: nothing was removed.');
    await goToStage(job.id, before?.id);
    toast(`Removed ${active.label}.`, {
      duration: 12_000,
      action: {
        label: 'Bring it back',
        onClick: () =>
          void add({ format: 'vexlo/build', version: 1, vehicle: $vehicle.get()?.document, ...kept }),
      },
    });
  };
  const tool = 'plain-button flex items-center gap-1 border-transparent bg-transparent';
  return (
    <div className="border-line mt-1.5 flex flex-wrap items-end gap-x-1 border-b">
      <div role="tablist" aria-label="Stages" className="flex flex-wrap">
        {stages.map((stage) => {
          const selected = stage.id === active.id;
          const name =
            stage.position === 0
              ? 'As delivered'
              : stageFileOf(stage).package.label || stage.label || `Stage ${stage.position}`;
          return (
            <button
              key={stage.id}
              type="button"
              role="tab"
              aria-selected={selected}
              data-testid={`stage-${stage.position}`}
              className={`-mb-px flex items-center gap-2 border px-3 py-1.5 ${selected ? 'border-line bg-sheet border-b-sheet border-t-ink border-t-[3px] font-semibold' : 'text-graphite border-transparent'}`}
              onClick={() => $activeId.set(stage.id)}
            >
              <span>{name}</span>
              <GradeMark grade={stage.grade} size={16} />
            </button>
          );
        })}
      </div>
      <span className="text-graphite mb-1.5 ml-3 text-[0.85rem]" data-testid="rub-policy">
        rub: {RUB_WORDS[stageFileOf(active).use.rub ?? 'none']}
      </span>
      <div className="no-print mb-0.5 ml-auto flex">
        <a
          className={`${tool} no-underline`}
          href={`/jobs/${job.id}/compare`}
          title="Up to four stages beside each other"
        >
          <Columns3 size={16} aria-hidden /> <span className="sr-only">Compare</span>
        </a>
        <button
          type="button"
          className={tool}
          onClick={() => void add({ stageId: active.id })}
          title="A new stage that starts as a copy of this one"
        >
          <Plus size={16} aria-hidden /> Stage
        </button>
        <button type="button" className={tool} onClick={() => setShowHistory(true)}>
          <History size={16} aria-hidden /> History
        </button>
        <a className={tool} href={`/api/stages/${active.id}/build`} download onClick={() => void saveAll()}>
          <Download size={16} aria-hidden /> Export
        </a>
        <FileButton
          words="Import"
          label="Build file to import as a stage"
          className={tool}
          title="A build file’s package as one more stage of this job"
          take={(text) => void add(text)}
        />
        <button
          type="button"
          className={tool}
          disabled={active.position === 0}
          onClick={() => void remove()}
          aria-label="Remove this stage"
        >
          <Trash2 size={16} aria-hidden />
        </button>
      </div>
      {faults && <FaultDialog title="Nothing was imported" faults={faults} close={() => setFaults(null)} />}
      {showHistory && <HistoryDialog close={() => setShowHistory(false)} />}
    </div>
  );
}
