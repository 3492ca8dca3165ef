import { useState } from 'react';
import { toast } from '../../state/notices';
import type { Fault } from '../../../core/format/fields';
import { send } from '../../state/apiClient';
import { addStage, goToStage } from '../../state/saving';
import { $active, $job, $stages, $vehicle, stageFileOf } from '../../state/store';

/** Adding a stage and taking one away, with what is to be said of it. */
export function useStageActions() {
  const [faults, setFaults] = useState<Fault[] | null>(null);
  const add = async (body: unknown): Promise<void> => {
    const job = $job.get();
    if (!job) return;
    const answer = await addStage(job.id, body);
    if (answer.kind === 'ok') return;
    if (answer.kind === 'unreachable') toast('No connection: the stage was not added.');
    else setFaults(answer.faults.length > 0 ? answer.faults : [{ path: 'file', message: answer.message }]);
  };
  const remove = async (): Promise<void> => {
    const job = $job.get();
    const active = $active.get();
    if (!job || !active) return;
    const stages = $stages.get();
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
  return { add, remove, faults, dismiss: () => setFaults(null) };
}
