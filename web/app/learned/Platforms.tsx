import { useState } from 'react';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import type { PlatformKnown } from '../../../server/learned';
import { DataTable } from '../../ui/DataTable';

/** The bodies that the shop knows, and how sure the next one of each can be said to be. */
export function Platforms({ platforms, units }: { platforms: readonly PlatformKnown[]; units: UnitSystem }) {
  const [open, setOpen] = useState(platforms[0]?.platform ?? '');
  const say = (mm: number): string => showRounded(mm, 'length', units, 1);
  const chosen = platforms.find(({ platform }) => platform === open);
  return (
    <section className="mt-6" data-testid="platforms">
      <h2 className="text-lg font-semibold">Platforms</h2>
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
            <div className="grow columns-2 gap-8">
              {chosen.things.map(({ axle, id, label, vehicles, betweenMm, spreadMm }) => (
                <p key={`${axle} ${id}`} className="border-line flex justify-between gap-3 border-b py-0.5">
                  <span>
                    {label}, {axle}
                  </span>
                  <span className="text-graphite whitespace-nowrap">
                    {vehicles} × between them {say(betweenMm)}, the next ±{' '}
                    <b className="text-ink font-semibold">{say(spreadMm)}</b>
                  </span>
                </p>
              ))}
            </div>
          )}
        </div>
      )}
    </section>
  );
}
