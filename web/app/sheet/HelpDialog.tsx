import { useEffect, useState } from 'react';
import { SheetDialog } from '../../ui/Dialog';
import { HELP_EVENT, KEYS } from './keys';

/** `?` lists the keys. */
export function HelpDialog() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const show = (): void => setOpen(true);
    addEventListener(HELP_EVENT, show);
    return () => removeEventListener(HELP_EVENT, show);
  }, []);
  if (!open) return null;
  return (
    <SheetDialog title="Keys" close={() => setOpen(false)}>
      <dl className="grid grid-cols-[9rem_1fr] gap-y-1.5">
        {KEYS.map(([keys, words]) => (
          <div key={keys} className="contents">
            <dt className="font-tight font-semibold">{keys}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
    </SheetDialog>
  );
}
