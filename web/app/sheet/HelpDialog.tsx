import { useStore } from '@nanostores/react';
import { SheetDialog } from '../../ui/Dialog';
import { $helpOpen } from '../../state/commands';
import { KEYS } from './keys';

/** `?` lists the keys. */
export function HelpDialog() {
  const open = useStore($helpOpen);
  if (!open) return null;
  return (
    <SheetDialog title="Keys" close={() => $helpOpen.set(false)}>
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
