import { useStore } from '@nanostores/react';
import { lightFormat } from 'date-fns';
import type { ReadableAtom } from 'nanostores';
import type { SaveState } from '../../state/store';
import { NOT_KEPT } from '../../offline/keep';
import { useWhyNot } from '../../state/person';
import { $stored } from '../../state/work';

/** Where what was typed stands: stored, on its way, or kept on this device until the connection is back. */
export function SaveMark({ of = $stored }: { of?: ReadableAtom<SaveState> }) {
  const save = useStore(of);
  const why = useWhyNot('bench');
  if (why !== null)
    return (
      <span className="text-graphite text-[0.9rem]" title={why} data-testid="looks-on">
        You look on
      </span>
    );
  const words = {
    saved: () =>
      save.kind === 'saved' && save.at ? `Saved ${lightFormat(new Date(save.at), 'HH:mm:ss')}` : 'Saved',
    waiting: () => 'Not yet saved',
    saving: () => 'Saving…',
    offline: () =>
      `${save.kind === 'offline' && save.why ? save.why.replace(/\.$/, ':') : 'No connection:'} kept on this device, saved when it is back`,
    refused: () => (save.kind === 'refused' ? `Not saved: ${save.message}` : ''),
  }[save.kind]();
  const loud = save.kind === 'offline' || save.kind === 'refused';
  return (
    <span
      role="status"
      data-testid="save-state"
      data-state={save.kind}
      title={
        save.kind === 'offline'
          ? (NOT_KEPT ?? 'This job opens again without a connection; what is changed waits here.')
          : undefined
      }
      className={loud ? 'bg-ink text-sheet px-2 py-0.5 font-semibold' : 'text-graphite text-[0.9rem]'}
    >
      {words}
    </span>
  );
}
