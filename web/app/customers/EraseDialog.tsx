import { useState } from 'react';
import type { CustomerFleet } from '../../../server/customers';
import { refusalWords, send } from '../../state/apiClient';
import { Button } from '../../ui/Button';
import { SheetDialog } from '../../ui/Dialog';
import { Words } from '../people/fields';

type Props = Pick<CustomerFleet, 'customer' | 'vehicles'> & { close: () => void };

/** Erasing somebody: what goes, what stays, and their name typed as it stands there. */
export function EraseDialog({ customer: { id, name }, vehicles, close }: Props) {
  const [fault, setFault] = useState<string | null>(null);
  const open = vehicles.flatMap(({ jobs }) => jobs.filter(({ status }) => status !== 'done'));
  const erase = async (typed: string): Promise<void> => {
    setFault(null);
    const answer = await send('POST', `/api/customers/${id}/erasing`, { name: typed });
    if (answer.kind === 'ok') location.href = '/customers';
    else setFault(refusalWords(answer, true));
  };
  return (
    <SheetDialog title={`Erase ${name}`} close={close}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void erase(String(new FormData(event.currentTarget).get('name') ?? ''));
        }}
      >
        <p>
          Their name goes, and with it quotes, links, pictures, scans, notes and the history of{' '}
          {vehicles.length === 1 ? 'their vehicle' : `their ${vehicles.length} vehicles`}. It cannot be
          undone. What was measured stays, as figures of nobody’s vehicle, so that what the shop learned is
          not lost.
        </p>
        <p>
          Backups that were made before hold it until they are gone: fourteen nights here, and whatever was
          copied elsewhere. What the law asks you to keep, such as invoices, is not here; keep it where it is.
        </p>
        {open.length > 0 && (
          <p className="font-medium">
            ▲ Not done yet: {open.map(({ number }) => number).join(', ')}. Their work and parts go too.
          </p>
        )}
        <Words name="name" label={`To erase them, type “${name}”`} auto="off" fault={fault} first />
        <Button type="submit" className="justify-self-start px-5">
          Erase for good
        </Button>
      </form>
    </SheetDialog>
  );
}
