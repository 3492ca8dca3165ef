import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import type { Json } from '../../../core/history/diff';
import type { HistoryLine } from '../../../server/versioned';
import { placeWords } from '../../state/changeWords';
import { SheetDialog } from '../../ui/Dialog';
import { $active, $vehicle, type Doc } from '../../state/store';
import { send } from '../../state/apiClient';

const KIND_WORDS: Record<string, string> = {
  import: 'brought in',
  edit: '',
  undo: 'undone',
  redo: 'made again',
};

function valueWords(value: Json | undefined): string {
  if (value === undefined) return 'nothing';
  const text = typeof value === 'string' ? value : JSON.stringify(value);
  return text.length > 40 ? `${text.slice(0, 40)}…` : text;
}

/** Who changed what, when, from what to what: this stage and its vehicle, newest first. */
export function HistoryDialog({ close }: { close: () => void }) {
  const [lines, setLines] = useState<(HistoryLine & { subject: Doc['subject'] })[] | null>(null);
  useEffect(() => {
    const docs = [$active.get(), $vehicle.get()].filter((doc) => doc != null);
    void Promise.all(
      docs.map(async ({ subject, id }) => {
        const answer = await send<HistoryLine[]>('GET', `/api/documents/${subject}/${id}/history`);
        return answer.kind === 'ok' ? answer.value.map((line) => ({ ...line, subject })) : [];
      }),
    ).then((all) => setLines(all.flat().sort((a, b) => b.id - a.id)));
  }, []);
  return (
    <SheetDialog title="History of this stage and its vehicle" close={close}>
      {lines === null && <p>Reading…</p>}
      <ol className="divide-line divide-y" data-testid="history">
        {lines?.map(({ id, subject, person, at, kind, changes }) => (
          <li key={id} className="py-1.5">
            <p>
              <b className="font-semibold">{person}</b>, {format(new Date(at), 'd MMM HH:mm:ss')}{' '}
              <span className="text-graphite">
                {subject} {KIND_WORDS[kind]}
              </span>
            </p>
            {changes.slice(0, 6).map((change) => (
              <p key={change.path} className="pl-4">
                {placeWords(change.path)}: {valueWords(change.from)} → {valueWords(change.to)}
              </p>
            ))}
            {changes.length > 6 && <p className="text-graphite pl-4">and {changes.length - 6} more places</p>}
          </li>
        ))}
      </ol>
    </SheetDialog>
  );
}
