import { isIPv4 } from 'node:net';

/** Names and addresses by which a machine reaches itself. */
export function isLoopback(name: string): boolean {
  if (name === 'localhost' || name.endsWith('.localhost')) return true;
  return (isIPv4(name) && name.startsWith('127.')) || name === '::1';
}

/** Whether others reach a server that listens there: from other machines, or by a name or a proxy that leads to it. */
export const isReached = (host: string, env: NodeJS.ProcessEnv): boolean =>
  !isLoopback(host) || Boolean(env['VEXLO_URL']) || Boolean(env['VEXLO_HOSTS']);
