import type { ShopSettings } from '../../../server/shop';
import { $shop } from './store';
import { send } from './wire';

/** Stores some of the shop's settings. What was refused comes back as a text to show; null where it was stored. */
export async function storeSettings(change: Partial<Omit<ShopSettings, 'version'>>): Promise<string | null> {
  const answer = await send<ShopSettings>('PUT', '/api/shop/settings', {
    version: $shop.get().version,
    ...change,
  });
  if (answer.kind === 'ok') {
    $shop.set(answer.value);
    return null;
  }
  if (answer.kind === 'unreachable') return 'No connection: not stored. Try again when it is back.';
  // Someone else's change is taken in, so that the next try is made on it.
  if (answer.current) $shop.set(answer.current as ShopSettings);
  const [first] = answer.faults;
  return first ? `${first.path} ${first.message}` : answer.message;
}
