import { useStore } from '@nanostores/react';
import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { toast } from '../../state/notices';
import type { VerdictChange } from '../../../core/history/verdictChange';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import type { HistoryLine, Versioned } from '../../../server/versioned';
import { refusalWords, send } from '../../state/apiClient';
import { changeLine, fieldPath } from '../../state/changeWords';
import { saveAll, showStored } from '../../state/saving';
import { $active, $jobHead, $units, $vehicle, current, type Doc } from '../../state/store';
import { SheetDialog } from '../../ui/Dialog';
import { Button } from '../../ui/Button';

const HOW: Record<HistoryLine['kind'], string> = {
  import: 'brought in',
  edit: '',
  undo: 'taken back',
  redo: 'made again',
};
const OF: Record<Doc['subject'], string> = { vehicle: 'vehicle', stage: 'stage', job: 'job' };
/** As many places of one change as are read out. */
const MOST = 6;

const verdictWords = ({ grade, leastClearanceMm }: VerdictChange['before'], units: UnitSystem): string =>
  `${grade}, ${showRounded(leastClearanceMm, 'length', units)}`;

/** What is changed in one piece stands as one: the lines of a batch, under the first of them. */
function inPieces(lines: readonly HistoryLine[]): HistoryLine[][] {
  const pieces = new Map<number, HistoryLine[]>();
  for (const line of lines) {
    const key = line.batch ?? line.id;
    pieces.set(key, [...(pieces.get(key) ?? []), line]);
  }
  return [...pieces.values()];
}

async function goBack(line: HistoryLine, doc: Doc): Promise<boolean> {
  await saveAll();
  const now = current(doc.subject, doc.id);
  const answer = await send<Versioned & { also: Versioned[] }>(
    'POST',
    `/api/documents/${doc.subject}/${doc.id}/back`,
    { version: now?.version ?? doc.version, change: line.id },
  );
  if (answer.kind === 'ok') {
    showStored([answer.value, ...answer.value.also]);
    toast(`The ${OF[doc.subject]} is as it was. Undo takes that back.`);
    return true;
  }
  toast(refusalWords(answer));
  return false;
}

/** Who changed what, when, from what to what, and what it did to the verdict; newest first. Each can be gone back to. */
export function HistoryDialog({ close }: { close: () => void }) {
  const units = useStore($units);
  const [docs] = useState(() => [$active.get(), $vehicle.get(), $jobHead.get()].filter((doc) => doc != null));
  const [lines, setLines] = useState<HistoryLine[] | null>(null);
  useEffect(() => {
    void Promise.all(
      docs.map(async ({ subject, id }) => {
        const answer = await send<HistoryLine[]>('GET', `/api/documents/${subject}/${id}/history`);
        return answer.kind === 'ok' ? answer.value : [];
      }),
    ).then((all) => setLines(all.flat().sort((a, b) => b.id - a.id)));
  }, [docs]);
  const newest = (subject: Doc['subject']): number | undefined =>
    lines?.find((line) => line.subject === subject)?.id;
  return (
    <SheetDialog title="History of this stage, its vehicle and the job" close={close} wide>
      {lines === null && <p>Reading…</p>}
      <ol className="divide-line divide-y" data-testid="history">
        {inPieces(lines ?? []).map((piece) => {
          const [head] = piece;
          if (!head) return null;
          const verdicts = piece.flatMap((line) => line.verdicts);
          return (
            <li key={head.id} className="grid grid-cols-[1fr_auto] gap-x-4 py-1.5">
              <div>
                {piece.map((line) =>
                  line.changes.slice(0, MOST).map((change) => (
                    <p key={`${line.id} ${change.path}`} className="font-medium">
                      {changeLine(fieldPath(line.subject, change.path), change, units)}
                    </p>
                  )),
                )}
                {piece.some(({ changes }) => changes.length > MOST) && (
                  <p>
                    and {piece.reduce((sum, { changes }) => sum + Math.max(0, changes.length - MOST), 0)} more
                    places
                  </p>
                )}
                {head.changes.length === 0 && (
                  <p className="font-medium">
                    {OF[head.subject]} {HOW[head.kind]}
                  </p>
                )}
                {verdicts.map((verdict) => (
                  <p key={verdict.stageId} data-testid="history-verdict">
                    {verdict.stage}: {verdictWords(verdict.before, units)} →{' '}
                    {verdictWords(verdict.after, units)}
                  </p>
                ))}
                <p className="text-graphite text-[0.9rem]">
                  {head.person}, {format(new Date(head.at), 'd MMM HH:mm')}
                  {head.changes.length > 0 && HOW[head.kind] ? `, ${HOW[head.kind]}` : ''}
                </p>
              </div>
              <div className="flex flex-col items-end gap-1">
                {piece.map((line) => {
                  const doc = docs.find(({ subject }) => subject === line.subject);
                  return (
                    doc &&
                    line.id !== newest(line.subject) && (
                      <Button
                        needs="bench"
                        key={line.id}
                        onClick={() => void goBack(line, doc).then((done) => done && close())}
                      >
                        Go back to here{piece.length > 1 ? `, ${OF[line.subject]}` : ''}
                      </Button>
                    )
                  );
                })}
              </div>
            </li>
          );
        })}
      </ol>
    </SheetDialog>
  );
}
