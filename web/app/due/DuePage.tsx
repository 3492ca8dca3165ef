import { bounded } from '../../ui/Boundary';
import { useState } from 'react';
import type { UnitSystem } from '../../../core/units/quantity';
import type { DueVehicle } from '../../../server/due';
import type { ShopSettings } from '../../../server/shop';
import { Segments } from '../../ui/choices';
import { MoreRows } from '../../ui/MoreRows';
import { PageHead } from '../../ui/PageHead';
import { Toasts, useReady } from '../../ui/page';
import type { Page } from '../../../data/lists';
import { usePagedList } from '../../state/pagedList';
import { $shop } from '../../state/store';
import { copyReminder } from './copyReminder';
import { DueRulesDialog } from './DueRulesDialog';
import { Button, ButtonLink } from '../../ui/Button';
import { DataTable } from '../../ui/DataTable';
import { dueWords } from './dueWords';

type Props = { vehicles: Page<DueVehicle>; shop: ShopSettings; shopName: string; units: UnitSystem };
type Which = 'over' | 'all';

/** What is due on every vehicle that was handed over, soonest first, each with its reminder to copy. */
function DuePageIsland({ vehicles: first, shop, shopName, units }: Props) {
  useState(() => $shop.set(shop));
  useReady();
  const [which, setWhich] = useState<Which>('all');
  const [dialog, setDialog] = useState(false);
  const [reminder, setReminder] = useState<{ jobId: number; text: string } | null>(null);
  const list = usePagedList(first, '/api/due', which === 'over' ? { over: '' } : {});
  const remind = ({ jobId, vehicle, due }: DueVehicle): void =>
    setReminder({
      jobId,
      text: copyReminder(
        due,
        { vehicle, shop: shopName },
        units,
        'This browser does not copy: mark the reminder under what is due, and copy it.',
      ),
    });
  return (
    <main className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <PageHead here="/due" title={`Due, ${shopName}`}>
        <Segments
          label="Show"
          value={which}
          options={[
            ['all', 'All'],
            ['over', 'Overdue'],
          ]}
          choose={setWhich}
        />
        <Button needs="plan" onClick={() => setDialog(true)}>
          What is due when
        </Button>
        <ButtonLink href="/api/due.ics">iCalendar</ButtonLink>
      </PageHead>
      {list.rows.length === 0 && !list.waits ? (
        <p className="py-8 text-lg" data-testid="nothing-due">
          Nothing is due. Dates count from the handover: write it down on the Log of a job, with the odometer.
        </p>
      ) : (
        <DataTable
          testId="due-list"
          stacked
          rows={list.rows}
          keyOf={({ jobId }) => jobId}
          columns={[
            {
              head: 'Job',
              className: 'whitespace-nowrap',
              cell: ({ jobId, job }) => <a href={`/jobs/${jobId}/log`}>{job}</a>,
            },
            { head: 'Vehicle', className: 'min-w-64 font-semibold', cell: ({ vehicle }) => vehicle },
            {
              head: 'Due',
              className: 'w-full',
              cell: ({ jobId, due: list }) => (
                <>
                  {list.map((due) => (
                    <p
                      key={due.label}
                      data-overdue={due.overdue}
                      className={due.overdue ? 'font-medium' : ''}
                    >
                      {due.overdue ? '▲ over: ' : ''}
                      {dueWords(due, units)}
                    </p>
                  ))}
                  {reminder?.jobId === jobId && (
                    <label className="caption my-2 block">
                      Reminder
                      <textarea
                        className="field-box text-ink h-36 font-normal"
                        readOnly
                        data-testid="reminder"
                        value={reminder.text}
                      />
                    </label>
                  )}
                </>
              ),
            },
            { head: '', cell: (one) => <Button onClick={() => remind(one)}>Reminder</Button> },
          ]}
        />
      )}
      <MoreRows list={list} />
      {dialog && <DueRulesDialog close={() => setDialog(false)} />}
      <Toasts />
    </main>
  );
}

export const DuePage = bounded('Due', DuePageIsland);
