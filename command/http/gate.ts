import { isIPv6 } from 'node:net';
import { EVERYWHERE } from '../../server/contentPolicy';
import { isLoopback } from '../../server/loopback';

/**
 * What every answer carries, pages, files and endpoints alike. Scripts are named by their hashes in the policy that pages bring
 * themselves (web/middleware); this one holds for everything else too.
 */
export const HEADERS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy': 'camera=(self), geolocation=(), microphone=(), payment=(), usb=(), serial=()',
  'content-security-policy': EVERYWHERE.join('; '),
};

/** The name in a Host header, without its port; undefined where it is none. */
export function nameOf(host: string | undefined): string | undefined {
  const text = (host ?? '').trim().toLowerCase();
  const bracketed = /^\[([^\]]+)\](?::\d{1,5})?$/.exec(text)?.[1];
  if (bracketed !== undefined) return isIPv6(bracketed) ? bracketed : undefined;
  return /^([a-z0-9](?:[a-z0-9.-]*[a-z0-9])?)\.?(?::\d{1,5})?$/.exec(text)?.[1];
}

/** The names of a setting: separated by commas or spaces. */
export const namesIn = (setting: string | undefined): string[] =>
  (setting ?? '')
    .toLowerCase()
    .split(/[\s,]+/)
    .filter(Boolean);

/**
 * Whether a request was made to this application: by a name of its own. A page of another site can have its name point here,
 * and would then be read and written like a page of ours.
 */
export function answersTo(host: string | undefined, names: readonly string[]): boolean {
  const name = nameOf(host);
  return name !== undefined && (isLoopback(name) || names.includes(name));
}
