import { useState } from 'react';
import { money } from '../../../core/quote/quote';
import { sayDate } from '../../../core/time/wallClock';
import type { UnitSystem } from '../../../core/units/quantity';
import type { CustomerFleet, FleetLineOf } from '../../../server/customers';
import { dueWords } from '../due/dueWords';
import { bounded } from '../../ui/Boundary';
import { Button, ButtonLink } from '../../ui/Button';
import { DataTable } from '../../ui/DataTable';
import { PageHead } from '../../ui/PageHead';
import { Toasts, useReady } from '../../ui/page';
import { send } from '../../state/apiClient';
import { useWhyNot } from '../../state/person';
import { EraseDialog } from './EraseDialog';
import { FitsAll } from './FitsAll';
import { FleetLinks } from './FleetLinks';

type Props = { fleet: CustomerFleet; units: UnitSystem; currency: string };

const hasOn = ({ on }: FleetLineOf): string =>
  on
    ? `${on.tireCode}${on.label && on.label !== on.tireCode ? `, ${on.label}` : ''}`
    : 'nothing handed over yet';

/** What somebody with many vehicles asks: what each has on, what is due on it, and what was spent. */
function FleetOwnerIsland({ fleet, units, currency }: Props) {
  useReady();
  const [{ customer, vehicles, years }, setFleet] = useState(fleet);
  const lookAgain = (): void =>
    void send<CustomerFleet>('GET', `/api/customers/${customer.id}`).then((answer) => {
      if (answer.kind === 'ok') setFleet(answer.value);
    });
  const [erasing, setErasing] = useState(false);
  const why = useWhyNot('people');
  return (
    <main className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <PageHead here="/customers" title={customer.name}>
        {why === null && <ButtonLink href={`/api/customers/${customer.id}/data`}>All their data</ButtonLink>}
        <Button needs="people" onClick={() => setErasing(true)}>
          Erase…
        </Button>
      </PageHead>
      {customer.note && <p className="mb-3">{customer.note}</p>}
      <div className="overflow-x-auto">
        <DataTable
          testId="fleet"
          stacked
          caption={
            <span className="font-tight text-xl font-semibold">
              {vehicles.length} {vehicles.length === 1 ? 'vehicle' : 'vehicles'}
            </span>
          }
          rows={vehicles}
          keyOf={({ id }) => id}
          columns={[
            { head: 'Vehicle', className: 'min-w-48 font-semibold', cell: ({ label }) => label },
            {
              head: 'Has on',
              className: 'min-w-56',
              cell: (one) => (
                <>
                  {hasOn(one)}
                  {one.on && (
                    <div className="text-graphite text-[0.9rem]">since {sayDate(one.on.at.slice(0, 10))}</div>
                  )}
                </>
              ),
            },
            {
              head: 'Due',
              className: 'min-w-64',
              cell: ({ due }) =>
                due.length === 0
                  ? '–'
                  : due.map((one) => (
                      <p key={one.label} className={one.overdue ? 'font-medium' : ''}>
                        {one.overdue ? '▲ over: ' : ''}
                        {dueWords(one, units)}
                      </p>
                    )),
            },
            {
              head: 'Jobs',
              className: 'w-full min-w-80',
              cell: ({ jobs }) =>
                jobs.map(({ id, number, title, status }) => (
                  <p key={id}>
                    <a href={`/jobs/${id}`}>{number}</a> {title}{' '}
                    <span className="text-graphite">{status}</span>
                  </p>
                )),
            },
          ]}
        />
      </div>
      {vehicles.length > 0 && (
        <FitsAll customerId={customer.id} units={units} currency={currency} ordered={lookAgain} />
      )}
      {years.length > 0 && (
        <DataTable
          testId="years"
          className="mt-6"
          caption={<span className="font-tight text-xl font-semibold">Accepted, by year</span>}
          rows={years}
          keyOf={({ year, currency }) => `${year} ${currency}`}
          columns={[
            { head: 'Year', className: 'w-24', cell: ({ year }) => year },
            { head: 'Quotes', right: true, className: 'w-24', cell: ({ quotes }) => quotes },
            {
              head: 'With tax',
              right: true,
              className: 'whitespace-nowrap pl-8',
              cell: ({ cents, currency }) => money(cents, { currency }),
            },
          ]}
        />
      )}
      <FleetLinks customerId={customer.id} name={customer.name} />
      {erasing && <EraseDialog customer={customer} vehicles={vehicles} close={() => setErasing(false)} />}
      <Toasts />
    </main>
  );
}

export const FleetOwnerPage = bounded('The customer', FleetOwnerIsland);
