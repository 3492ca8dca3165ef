import { format } from 'date-fns';
import { useState } from 'react';
import { toast } from '../../state/notices';
import type { Fault } from '../../../core/format/fields';
import type { WellFile } from '../../../core/format/well';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import type { PlatformKnown } from '../../../server/learned';
import { refusalWords, send } from '../../state/apiClient';
import { Button } from '../../ui/Button';
import { DataTable } from '../../ui/DataTable';
import { FaultDialog } from '../../ui/FaultDialog';
import { FileButton } from '../../ui/FileButton';
import { WellDialog } from './WellDialog';

async function removeWell(id: number): Promise<void> {
  const answer = await send('DELETE', `/api/wells/${id}`);
  if (answer.kind === 'ok') location.reload();
  else toast(`Not taken out: ${refusalWords(answer)}`);
}

type PooledLine = PlatformKnown['things'][number];

/** One part of a body's wells: over how many vehicles, how far they differ, and how sure the next one is. */
function Thing({ thing, say }: { thing: PooledLine; say: (mm: number) => string }) {
  const { axle, label, vehicles, elsewhere, betweenMm, spreadMm, disagree } = thing;
  return (
    <div className="border-line break-inside-avoid border-b py-0.5">
      <p className="flex flex-wrap justify-between gap-x-3">
        <span className="min-w-40 flex-1">
          {label}, {axle}
        </span>
        <span className="text-graphite">
          {vehicles} ×{elsewhere > 0 && `, ${elsewhere} elsewhere`}; between them {say(betweenMm)}, the next ±{' '}
          <b className="text-ink font-semibold">{say(spreadMm)}</b>
        </span>
      </p>
      {disagree && (
        <p className="text-[0.92rem] font-medium" data-testid="disagree">
          ▲ {disagree.names[1]} is {say(disagree.mm)} from {disagree.names[0]}
        </p>
      )}
    </div>
  );
}

/** The bodies that the shop knows, and how sure the next one of each can be said to be. */
export function Platforms({ platforms, units }: { platforms: readonly PlatformKnown[]; units: UnitSystem }) {
  const [open, setOpen] = useState(platforms[0]?.platform ?? '');
  const say = (mm: number): string => showRounded(mm, 'length', units, 1);
  const [well, setWell] = useState<WellFile | null>(null);
  const [faults, setFaults] = useState<Fault[] | null>(null);
  const bring = async (text: string): Promise<void> => {
    const { readWell } = await import('../../../formats/wellJson');
    const read = readWell(text);
    if (read.ok) setWell(read.value);
    else setFaults(read.faults);
  };
  const chosen = platforms.find(({ platform }) => platform === open);
  return (
    <section className="mt-6" data-testid="platforms">
      <div className="flex flex-wrap items-center gap-4">
        <h2 className="text-lg font-semibold">Platforms</h2>
        <FileButton
          words="Well from a file"
          label="A well of another shop, JSON"
          className="plain-button flex items-center gap-1"
          title="The measured well of another shop: into the pool of its body, or as a new vehicle"
          take={(text) => void bring(text)}
        />
      </div>
      {well && <WellDialog well={well} units={units} close={() => setWell(null)} />}
      {faults && <FaultDialog title="No well was taken" faults={faults} close={() => setFaults(null)} />}
      {platforms.length === 0 ? (
        <p className="text-graphite">
          None yet. Say on a job which body its vehicle is (press where the job is, in its head), and vehicles
          of one body share what is learned.
        </p>
      ) : (
        <div className="flex gap-8">
          <DataTable
            className="self-start"
            rows={platforms}
            keyOf={({ platform }) => platform}
            columns={[
              {
                head: 'Body',
                cell: ({ platform }) => (
                  <button
                    type="button"
                    aria-pressed={platform === open}
                    className="decoration-line font-semibold whitespace-nowrap underline underline-offset-4 aria-pressed:decoration-2"
                    onClick={() => setOpen(platform)}
                  >
                    {platform}
                  </button>
                ),
              },
              { head: 'Vehicles', right: true, cell: ({ vehicles }) => vehicles },
              {
                head: 'Next one within',
                right: true,
                className: 'whitespace-nowrap',
                cell: ({ things }) => `± ${say(Math.max(0, ...things.map(({ spreadMm }) => spreadMm)))}`,
              },
            ]}
          />
          {chosen && (
            <div className="grow">
              {chosen.things.some(({ disagree }) => disagree) && (
                <p className="mb-1 font-medium">
                  ▲ Some are farther apart than two of one body are: measure those again, or ask whether it is
                  the same body.
                </p>
              )}
              <div className="columns-2 gap-8">
                {chosen.things.map((thing) => (
                  <Thing key={`${thing.axle} ${thing.id}`} thing={thing} say={say} />
                ))}
              </div>
              {chosen.foreign.length > 0 && (
                <ul
                  className="mt-3"
                  aria-label="Wells of other shops in this pool"
                  data-testid="foreign-wells"
                >
                  {chosen.foreign.map(({ id, from, person, at }) => (
                    <li key={id} className="border-line flex items-center gap-3 border-b py-0.5">
                      <span className="flex-1">Measured elsewhere: {from || 'another shop'}</span>
                      <span className="text-graphite">
                        taken by {person}, {format(new Date(at), 'd MMM yyyy')}
                      </span>
                      <Button needs="plan" onClick={() => void removeWell(id)}>
                        Take out
                      </Button>
                    </li>
                  ))}
                </ul>
              )}
            </div>
          )}
        </div>
      )}
    </section>
  );
}
