import { createHmac } from 'node:crypto';

/** What this server signs with: the same for every process of one database. */
export function serverSecret(): string {
  const secret = process.env['VEXLO_SECRET'];
  if (!secret) throw new Error('VEXLO_SECRET is not set; start Vexlo with ./vexlo start');
  return secret;
}

/** What only this server makes of a text (HMAC-SHA256); what it is for stands first in it, so that nothing made for one is good for another. */
export const sealOf = (text: string, encoding: 'base64' | 'base64url'): string =>
  createHmac('sha256', serverSecret()).update(text).digest(encoding);
