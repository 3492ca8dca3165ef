import type { ShopSettings } from '../../server/shop';
import { $shop } from './store';
import { refusalWords, send } from './apiClient';

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
  // Someone else's change is taken in, so that the next try is made on it.
  if (answer.kind === 'refused' && answer.current) $shop.set(answer.current as ShopSettings);
  return refusalWords(answer);
}
