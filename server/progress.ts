/** How far something long is, by the ticket that whoever waits for it made up. It is only told, and kept no longer than a while. */
const going = new Map<string, { count: number; of: number; at: number }>();
const KEPT_MS = 120_000;
const MOST = 200;

export function told(ticket: string | undefined, count: number, of: number): void {
  if (ticket === undefined) return;
  const now = performance.now();
  for (const [key, { at }] of going) if (now - at > KEPT_MS || going.size > MOST) going.delete(key);
  going.set(ticket, { count, of, at: now });
}

export const progressOf = (ticket: string): { count: number; of: number } | null => {
  const found = going.get(ticket);
  return found ? { count: found.count, of: found.of } : null;
};
