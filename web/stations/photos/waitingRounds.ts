import { createStore, del, entries, set } from 'idb-keyval';
import type { KeptRound } from '../../../core/format/keptRound';
import type { KeptAs } from '../../../server/rounds';
import { refusalWords, send } from '../../state/apiClient';

/** A round that waits to be sent with its pictures, in the browser's own database. */
type Waiting = { vehicleId: number; round: KeptRound; pictures: { id: string; jpeg: Blob }[] };

const store = (): ReturnType<typeof createStore> => createStore('vexlo-rounds', 'waiting');

export const holdRound = (waiting: Waiting): Promise<void> => set(waiting.round.key, waiting, store());

/** What became of a round that waited: kept with these of its pictures, refused with why, or still waiting. */
export type Sent = { key: string } & (
  { kept: KeptAs; pictures: string[] } | { refused: string } | { waits: true }
);

async function sendRound({ vehicleId, round, pictures }: Waiting): Promise<Sent> {
  const { key } = round;
  const kept = await send<KeptAs>('POST', `/api/vehicles/${vehicleId}/rounds`, round);
  if (kept.kind === 'unreachable') return { key, waits: true };
  if (kept.kind === 'refused') return { key, refused: refusalWords(kept) };
  for (const { id, jpeg } of pictures) {
    const answer = await send('PUT', `/api/rounds/${kept.value.id}/pictures/${id}`, jpeg, {
      type: 'image/jpeg',
    });
    // Whatever failed on the server's side is no refusal: all of it waits on, and what is there already stands once.
    if (answer.kind === 'unreachable' || (answer.kind === 'refused' && answer.status >= 500))
      return { key, waits: true };
    if (answer.kind === 'refused') return { key, refused: refusalWords(answer) };
  }
  return { key, kept: kept.value, pictures: pictures.map(({ id }) => id) };
}

let sending: Promise<Sent[]> | undefined;

/** Sends the rounds that wait on this device, one after the other; asked while it does, it is answered with what that brings. */
export function sendRounds(): Promise<Sent[]> {
  sending ??= (async () => {
    const done = new Map<string, Sent>();
    // One that is kept while others are sent goes with them.
    for (;;) {
      const next = (await entries<string, Waiting>(store())).find(([key]) => !done.has(key));
      if (!next) return [...done.values()];
      const [key, waiting] = next;
      const sent = await sendRound(waiting);
      if (!('waits' in sent)) await del(key, store());
      done.set(key, sent);
    }
  })().finally(() => (sending = undefined));
  return sending;
}

/** How many rounds wait on this device. */
export const waitingRounds = async (): Promise<number> => (await entries(store())).length;
