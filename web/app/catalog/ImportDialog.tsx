import type { ItemKind } from '../../../core/format/names';
import { useEffect, useRef, useState } from 'react';
import { toast } from '../../state/notices';
import { ITEM_WORDS } from '../../../core/catalog/items';
import type { ListColumns } from '../../../core/format/listColumns';
import type { ListHead } from '../../../formats/catalogCsv';
import type { Preview } from '../../../server/lists';
import { refusalWords, send } from '../../state/apiClient';
import { madeId } from '../../state/madeId';
import { Button } from '../../ui/Button';
import { SheetDialog } from '../../ui/Dialog';
import { ColumnsTable } from './ColumnsTable';
import { PreviewList } from './PreviewList';
import { undoImport } from './undoImport';

type Head = ListHead & { last: ListColumns | null };
const NONE: ListColumns = { of: {}, fixed: {} };
const ASK_MS = 400;
/** A supplier's name is typed out before it is asked for. */
const TYPED_MS = 250;

/** A list on its way into the catalog: from whom it is, what its columns are, what it would do, and then it is taken in. */
export function ImportDialog({
  kind,
  file,
  suppliers,
  close,
}: {
  kind: ItemKind;
  file: Blob;
  suppliers: readonly string[];
  close: (taken: boolean) => void;
}) {
  const [supplier, setSupplier] = useState('');
  const [head, setHead] = useState<Head | null>(null);
  const [columns, setColumns] = useState<ListColumns>(NONE);
  const [preview, setPreview] = useState<Preview | null>(null);
  const [gone, setGone] = useState(false);
  const [fault, setFault] = useState('');
  const [busy, setBusy] = useState<string | null>(null);
  const address = (what: Record<string, string>): string =>
    `/api/catalog/${kind}?${new URLSearchParams({
      ...(supplier.trim() ? { supplier: supplier.trim() } : {}),
      ...what,
    })}`;
  /** What a hand has put into place is not put elsewhere by an answer that comes late. */
  const touched = useRef(false);

  useEffect(() => {
    let here = true;
    const query = new URLSearchParams({
      head: '',
      ...(supplier.trim() ? { supplier: supplier.trim() } : {}),
    });
    const timer = setTimeout(
      () =>
        void send<Head>('POST', `/api/catalog/${kind}?${query}`, file, { type: 'text/csv' }).then(
          (answer) => {
            if (!here) return;
            if (answer.kind !== 'ok') {
              setFault(refusalWords(answer));
              return;
            }
            const { last, guessed, heads } = answer.value;
            setHead(answer.value);
            if (touched.current) return;
            // What was said the last time goes for the heads that are still there.
            const of = Object.fromEntries(heads.map((name) => [name, last?.of[name] ?? guessed[name] ?? '']));
            setColumns({ of, fixed: last?.fixed ?? {} });
          },
        ),
      supplier === '' ? 0 : TYPED_MS,
    );
    return () => {
      here = false;
      clearTimeout(timer);
    };
  }, [kind, file, supplier]);

  const look = async (): Promise<void> => {
    setBusy('Reading the list…');
    setFault('');
    const answer = await send<Preview>(
      'POST',
      address({ preview: '', columns: JSON.stringify(columns) }),
      file,
      { type: 'text/csv' },
    );
    setBusy(null);
    if (answer.kind === 'ok') setPreview(answer.value);
    else setFault(refusalWords(answer));
  };
  const take = async (): Promise<void> => {
    const ticket = madeId();
    setBusy('Taking it in…');
    const asking = setInterval(() => {
      void send<{ progress: { count: number; of: number } | null }>(
        'GET',
        `/api/catalog/progress/${ticket}`,
      ).then((answer) => {
        const far = answer.kind === 'ok' ? answer.value.progress : null;
        if (far && far.of > 0) setBusy(`Taking it in: ${far.count} of ${far.of}`);
      });
    }, ASK_MS);
    const answer = await send<Preview>(
      'POST',
      address({ ticket, columns: JSON.stringify(columns), ...(gone ? { gone: '' } : {}) }),
      file,
      { type: 'text/csv' },
    );
    clearInterval(asking);
    setBusy(null);
    if (answer.kind !== 'ok') {
      setFault(refusalWords(answer));
      return;
    }
    const { counts, id } = answer.value;
    toast(
      `${counts.new} new, ${counts.changed} changed, ${counts.same} as they were${gone ? `, ${counts.gone} out of the list` : ''}.`,
      id === undefined
        ? undefined
        : {
            action: { label: 'Undo', onClick: () => void undoImport(id, () => close(true)) },
            duration: 12_000,
          },
    );
    close(true);
  };
  return (
    <SheetDialog title={`A list into ${ITEM_WORDS[kind]}`} close={() => close(false)} wide>
      {fault && (
        <p role="alert" className="font-medium">
          ▲ {fault}
        </p>
      )}
      <label className="caption block max-w-[24rem]">
        From whom it is (empty: the catalog’s own file)
        <input
          className="field-box text-ink"
          list="suppliers"
          value={supplier}
          maxLength={80}
          onChange={(event) => {
            setSupplier(event.target.value);
            setPreview(null);
          }}
        />
      </label>
      <datalist id="suppliers">
        {suppliers.map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      {head && (
        <ColumnsTable
          kind={kind}
          head={head}
          columns={columns}
          change={(next) => {
            touched.current = true;
            setColumns(next);
            setPreview(null);
          }}
        />
      )}
      {head && !preview && (
        <Button className="mt-2 font-semibold" disabled={busy !== null} onClick={() => void look()}>
          {busy ?? `See what its ${head.lines} lines would do`}
        </Button>
      )}
      {preview && (
        <PreviewList
          preview={preview}
          busy={busy}
          supplier={supplier.trim()}
          gone={gone}
          setGone={setGone}
          take={() => void take()}
        />
      )}
    </SheetDialog>
  );
}
