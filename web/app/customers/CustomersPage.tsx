import { useState } from 'react';
import { bounded } from '../../ui/Boundary';
import { DataTable } from '../../ui/DataTable';
import { PageHead } from '../../ui/PageHead';
import { Toasts, useReady } from '../../ui/page';

type Customer = { id: number; name: string; note: string; vehicles: string[] };
type Props = {
  customers: Customer[];
  shopName: string;
};

/** Everybody whose vehicles the shop knows; one leads to all of theirs. */
function CustomersIsland({ customers, shopName }: Props) {
  useReady();
  const [sought, setSought] = useState('');
  const words = sought.trim().toLowerCase();
  const shown = customers.filter(({ name, vehicles }) =>
    [name, ...vehicles].some((one) => one.toLowerCase().includes(words)),
  );
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
      {shown.length === 0 ? (
        <p className="py-8 text-lg" data-testid="no-customers">
          {customers.length === 0
            ? 'Nobody yet. Whom a vehicle belongs to is said when it is taken in.'
            : `Nobody of that name among ${customers.length}.`}
        </p>
      ) : (
        <DataTable
          testId="customers"
          rows={shown}
          keyOf={({ id }) => id}
          columns={[
            {
              head: 'Name',
              className: 'text-[1.05rem] font-semibold whitespace-nowrap',
              cell: ({ id, name }) => <a href={`/customers/${id}`}>{name}</a>,
            },
            { head: 'Vehicles', className: 'w-full', cell: ({ vehicles }) => vehicles.join(' · ') || '–' },
            ...(customers.some(({ note }) => note !== '')
              ? [{ head: 'Note', className: 'min-w-40', cell: ({ note }: Customer) => note }]
              : []),
          ]}
        />
      )}
      <Toasts />
    </main>
  );
}

export const CustomersPage = bounded('Customers', CustomersIsland);
