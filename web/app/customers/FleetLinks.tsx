import { useState } from 'react';
import { Button } from '../../ui/Button';
import { LinkDays, LinkList, useCustomerLinks } from '../../ui/customerLinks';
import { FreshLink } from '../../ui/FreshLink';

/** Links by which whoever has many vehicles reads of all of them on their own phone. */
export function FleetLinks({ customerId, name }: { customerId: number; name: string }) {
  const { links, fresh, make, takeBack } = useCustomerLinks(`/api/customers/${customerId}/links`);
  const [days, setDays] = useState(30);
  return (
    <section className="mt-6" data-testid="fleet-links" aria-labelledby="fleet-links">
      <h2 id="fleet-links" className="font-tight text-xl font-semibold">
        A link for {name}
      </h2>
      <p className="text-graphite">
        All of the above without prices of parts, read on any phone without signing in; nothing else of the
        shop is reached by it.
      </p>
      <div className="mt-1 flex flex-wrap items-center gap-x-4 gap-y-1">
        <LinkDays days={days} choose={setDays} />
        <Button needs="plan" onClick={() => void make({ days })}>
          Make the link
        </Button>
      </div>
      {fresh && <FreshLink address={fresh.address} whom={name} until={fresh.until} code />}
      <LinkList links={links} takeBack={takeBack} />
    </section>
  );
}
