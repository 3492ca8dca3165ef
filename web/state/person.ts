import { useSyncExternalStore } from 'react';
import { allows, refusalOf, ROLES, type Right, type Role } from '../../core/people/rights';

/** Who this page was drawn for, as it says of itself. */
export type Here = { id: number; name: string; role: Role; open: boolean };

/** Who is at the page; null where nobody is signed in, and where there is no page. */
function here(): Here | null {
  if (typeof document === 'undefined') return null;
  const { person, personName = '', role, open } = document.documentElement.dataset;
  const known = ROLES.find((one) => one === role);
  return person && known ? { id: Number(person), name: personName, role: known, open: open === 'yes' } : null;
}

/** What was read of the page once: it does not change while the page stands. */
let read: Here | null | undefined;
const hereNow = (): Here | null => (read ??= here());
const never = () => () => undefined;

/** Who is at the page; null while it is drawn on the server. */
export const useHere = (): Here | null => useSyncExternalStore(never, hereNow, () => null);

/** Why whoever is at the page may not do something, and who may; null where they may. Without a page nobody is held back. */
export function whyNot(right: Right): string | null {
  const person = hereNow();
  return person === null || allows(person.role, right) ? null : refusalOf(person.role, right);
}
/** The same for what is drawn: the server draws it for those who may. */
export const useWhyNot = (right: Right): string | null =>
  useSyncExternalStore(
    never,
    () => whyNot(right),
    () => null,
  );
