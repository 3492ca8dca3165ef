import { toast } from '../../state/notices';
import type { Undone } from '../../../server/listUndo';
import { refusalWords, send } from '../../state/apiClient';

/** Takes a list back and says what of it stays. */
export async function undoImport(id: number, after: () => void): Promise<void> {
  const answer = await send<Undone>('DELETE', `/api/catalog/imports/${id}`);
  if (answer.kind !== 'ok') {
    toast(refusalWords(answer));
    return;
  }
  const { back, kept } = answer.value;
  toast(
    `${back} ${back === 1 ? 'line is' : 'lines are'} taken back${kept > 0 ? `; ${kept} stay, changed since by somebody` : ''}.`,
  );
  after();
}
