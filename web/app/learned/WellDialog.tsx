import { useState } from 'react';
import { toast } from '../../state/notices';
import { AXLES } from '../../../core/format/names';
import type { WellFile } from '../../../core/format/well';
import { isPhotographed } from '../../../core/measure/heldAgainst';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import { refusalWords, send } from '../../state/apiClient';
import { Button } from '../../ui/Button';
import { DataTable } from '../../ui/DataTable';
import { SheetDialog } from '../../ui/Dialog';

type Props = { well: WellFile; units: UnitSystem; close: () => void };

/** What a well of another shop holds, and where it may go. */
export function WellDialog({ well, units, close }: Props) {
  const [busy, setBusy] = useState(false);
  const { body, from, vehicle } = well;
  const parts = AXLES.flatMap((axle) =>
    vehicle.corners[axle].obstacles.map(({ id, label, points, estimated = [], tapeErrorMm = 3 }) => ({
      key: `${axle} ${id}`,
      name: `${label || id}, ${axle}`,
      read: points.length - new Set(estimated).size,
      of: points.length,
      spread: showRounded(tapeErrorMm, 'length', units, 1),
      by: isPhotographed(vehicle.readings, `corners.${axle}.obstacles.${id}`) ? 'photographs' : 'tape',
    })),
  );
  const take = async (into: 'pool' | 'vehicle'): Promise<void> => {
    setBusy(true);
    const answer = await send<{ jobId?: number; known?: boolean }>('POST', `/api/wells?into=${into}`, well);
    setBusy(false);
    if (answer.kind !== 'ok') toast(`Not taken: ${refusalWords(answer)}`);
    else if (answer.value.jobId !== undefined) location.assign(`/jobs/${answer.value.jobId}/measure`);
    else if (answer.value.known) toast('The same well is in the pool already; nothing was changed.');
    else location.reload();
  };
  return (
    <SheetDialog title={`Well of ${body}`} close={close}>
      <p className="mb-2">
        Measured by {from || 'another shop'}. Here it counts for less than your own readings, and is marked as
        measured elsewhere.
      </p>
      <div className="mb-3 flex flex-wrap gap-2">
        <Button needs="plan" className="font-semibold" disabled={busy} onClick={() => void take('pool')}>
          Add to the pool of {body}
        </Button>
        <Button needs="plan" disabled={busy} onClick={() => void take('vehicle')}>
          New vehicle from it
        </Button>
      </div>
      <div data-testid="well-parts">
        <DataTable
          rows={parts}
          keyOf={({ key }) => key}
          columns={[
            { head: 'Part', cell: ({ name }) => name },
            { head: 'Measured', right: true, cell: ({ read, of }) => `${read} of ${of}` },
            { head: 'Sure to ±', right: true, cell: ({ read, spread }) => (read > 0 ? spread : '–') },
            { head: 'By', cell: ({ read, by }) => (read > 0 ? by : 'estimate') },
          ]}
        />
      </div>
    </SheetDialog>
  );
}
