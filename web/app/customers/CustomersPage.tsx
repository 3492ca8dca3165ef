import { useState } from 'react';
import type { CustomerWithVehicles } from '../../../data/customers';
import type { Page } from '../../../data/lists';
import { usePagedList } from '../../state/pagedList';
import { bounded } from '../../ui/Boundary';
import { DataTable } from '../../ui/DataTable';
import { MoreRows } from '../../ui/MoreRows';
import { PageHead } from '../../ui/PageHead';
import { Toasts, useReady } from '../../ui/page';

type Props = {
  /** The first of them, and how many they are. */
  customers: Page<CustomerWithVehicles>;
  shopName: string;
};

/** Everybody whose vehicles the shop knows; one leads to all of theirs. */
function CustomersIsland({ customers: first, shopName }: Props) {
  useReady();
  const [sought, setSought] = useState('');
  const typed = sought.trim();
  const list = usePagedList(first, '/api/customers', typed === '' ? {} : { find: typed });
  return (
    <main className="mx-auto max-w-[1360px] px-4 pt-3 pb-10">
      <PageHead here="/customers" title={`Customers, ${shopName}`}>
        <input
          type="search"
          className="field-box w-56"
          aria-label="Find a customer, or a vehicle of theirs"
          placeholder="Find"
          value={sought}
          onChange={({ target }) => setSought(target.value)}
        />
      </PageHead>
      {list.rows.length === 0 ? (
        <p className="py-8 text-lg" data-testid="no-customers">
          {first.count === 0
            ? 'Nobody yet. Whom a vehicle belongs to is said when it is taken in.'
            : `Nobody of that name among ${first.count}.`}
        </p>
      ) : (
        <DataTable
          testId="customers"
          rows={list.rows}
          keyOf={({ id }) => id}
          columns={[
            {
              head: 'Name',
              className: 'text-[1.05rem] font-semibold whitespace-nowrap',
              cell: ({ id, name }) => <a href={`/customers/${id}`}>{name}</a>,
            },
            { head: 'Vehicles', className: 'w-full', cell: ({ vehicles }) => vehicles.join(' · ') || '–' },
            ...(list.rows.some(({ note }) => note !== '')
              ? [{ head: 'Note', className: 'min-w-40', cell: ({ note }: CustomerWithVehicles) => note }]
              : []),
          ]}
        />
      )}
      <MoreRows list={list} />
      <Toasts />
    </main>
  );
}

export const CustomersPage = bounded('Customers', CustomersIsland);
