import { useEffect, useState } from 'react';
import { toast } from 'sonner';
import { ITEM_WORDS } from '../../../core/catalog/items';
import type { Preview } from '../../../server/catalog';
import { SheetDialog } from '../../ui/Dialog';
import { refusalWords, send } from '../../state/apiClient';
import { type ItemKind } from '../../../core/format/catalog';
import { Button } from '../../ui/Button';

const DOES = { new: 'new', changed: 'changed', same: 'the same', twice: 'stands twice' } as const;
const MOST = 200;

/** What a file would do, line by line, before it does it; what is wrong with it, by line, column and cure. */
export function ImportDialog({
  kind,
  csv,
  close,
}: {
  kind: ItemKind;
  csv: string;
  close: (taken: boolean) => void;
}) {
  const [preview, setPreview] = useState<Preview | null>(null);
  const [fault, setFault] = useState('');
  useEffect(() => {
    void send<Preview>('POST', `/api/catalog/${kind}?preview`, csv, 'text/csv').then((answer) => {
      if (answer.kind === 'ok') setPreview(answer.value);
      else setFault(refusalWords(answer));
    });
  }, [kind, csv]);
  const counts = (does: keyof typeof DOES): number =>
    preview?.lines.filter((line) => line.does === does).length ?? 0;
  const twice = counts('twice');
  const take = async (): Promise<void> => {
    const answer = await send<Preview>('POST', `/api/catalog/${kind}`, csv, 'text/csv');
    if (answer.kind !== 'ok') {
      setFault(refusalWords(answer));
      return;
    }
    toast(`${counts('new')} new, ${counts('changed')} changed, ${counts('same')} as they were.`);
    close(true);
  };
  const told = preview?.lines.filter(({ does }) => does !== 'same') ?? [];
  return (
    <SheetDialog title={`Import into ${ITEM_WORDS[kind]}`} close={() => close(false)} wide>
      {fault && (
        <p role="alert" className="font-medium">
          ▲ {fault}
        </p>
      )}
      {!preview ? (
        !fault && <p className="text-graphite">Reading the file…</p>
      ) : preview.faults.length > 0 ? (
        <div data-testid="faults">
          <p className="mb-2">
            Nothing was taken in. Put {preview.faults.length === 1 ? 'this' : 'these'} right in the file:
          </p>
          <ul className="max-h-80 overflow-y-auto">
            {preview.faults.slice(0, MOST).map(({ path, message }, i) => (
              <li key={i} className="border-line border-b py-1">
                <b className="font-semibold">{path}</b>: {message}
              </li>
            ))}
          </ul>
        </div>
      ) : (
        <div data-testid="preview">
          <p className="mb-2 text-lg">
            <b className="font-semibold">{counts('new')}</b> new,{' '}
            <b className="font-semibold">{counts('changed')}</b> changed,{' '}
            <b className="font-semibold">{counts('same')}</b> the same
            {twice > 0 && `, ${twice} stand twice`}.
          </p>
          <ul className="max-h-72 overflow-y-auto">
            {told.slice(0, MOST).map(({ line, name, does, changes }) => (
              <li key={line} className="border-line border-b py-0.5">
                <span className="text-graphite">
                  line {line}, {DOES[does]}:
                </span>{' '}
                {name}
                {changes.length > 0 && <span className="text-graphite"> ({changes.join(', ')})</span>}
              </li>
            ))}
          </ul>
          {told.length > MOST && <p className="text-graphite">and {told.length - MOST} more</p>}
          <Button
            className="mt-3 font-semibold"
            disabled={twice > 0 || told.length === 0}
            onClick={() => void take()}
          >
            Take it in
          </Button>
        </div>
      )}
    </SheetDialog>
  );
}
