import { Webhook } from 'standardwebhooks';
import { hashOfSecret } from '../accounts/entry';
import { sealOf } from '../secret';

/** What a key begins with, by the convention of how webhooks are signed. */
const PREFIX = 'whsec_';

/**
 * The key of a webhook, as whoever is called checks by it (HMAC-SHA256 of the server's secret and the webhook's salt): nothing in the
 * database signs.
 */
export function keyOf(salt: string): string {
  return PREFIX + sealOf(`webhook ${salt}`, 'base64');
}

export const hashOfKey = (salt: string): string => hashOfSecret(keyOf(salt));

/** What is sent, with the head that shows that it is of this shop and of this moment. */
export function signed(
  salt: string,
  id: string,
  at: Date,
  message: object,
): { body: string; headers: Record<string, string> } {
  const body = JSON.stringify(message);
  return {
    body,
    headers: {
      'content-type': 'application/json',
      'user-agent': 'Vexlo',
      'webhook-id': id,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(keyOf(salt)).sign(id, at, body),
    },
  };
}
