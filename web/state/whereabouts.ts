import { atom, type ReadableAtom } from 'nanostores';
import type { Where } from '../../core/format/where';
import { STILL_HERE_S, type Whereabouts } from '../../core/people/whereabouts';
import { send, type Answer } from './apiClient';
import { madeId } from './madeId';
import { $personName } from './preferences';
import { $job } from './store';

/** Who else has this job open now, and where on it they are. One’s own other pages are not among them. */
export const $others = atom<readonly Whereabouts[]>([]);

/** A hand that goes through the fields with Tab is not followed key by key, ms. */
const TELL_MS = 150;

const page = madeId();
const address = (): string => `/api/jobs/${$job.get()?.id ?? 0}/where`;

/** Of answers that overtake each other the one that was asked for last counts. */
let asked = 0;
async function take(asking: Promise<Answer<Whereabouts[]>>): Promise<void> {
  const mine = ++asked;
  const answer = await asking;
  if (mine !== asked) return;
  const all = answer.kind === 'ok' ? answer.value : [];
  const next = all.filter((one) => one.page !== page && one.person !== $personName.get());
  if (JSON.stringify(next) !== JSON.stringify($others.get())) $others.set(next);
}

/** Asks anew who is where. */
export const lookAround = (): Promise<void> =>
  document.hidden ? Promise.resolve() : take(send('GET', address()));

type Field = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;
const isField = (element: Element | null): element is Field =>
  element instanceof HTMLInputElement ||
  element instanceof HTMLSelectElement ||
  element instanceof HTMLTextAreaElement;

const labelOf = (field: Field): HTMLLabelElement | null => field.labels?.[0] ?? null;
const called = (field: Field): string =>
  (field.getAttribute('aria-label') ?? labelOf(field)?.textContent ?? '').trim().slice(0, 80);

/** The fields of a leaf, each by a name that is the same on every page: its place in the build file or what it is called, and the how-manieth so named it is. */
function* fieldsOf(leaf: Element): Generator<[name: string, field: Field]> {
  const seen = new Map<string, number>();
  for (const field of leaf.querySelectorAll('input, select, textarea')) {
    if (!isField(field)) continue;
    const name = (field.dataset['path'] ?? called(field)).slice(0, 150);
    const before = seen.get(name) ?? 0;
    seen.set(name, before + 1);
    yield [before === 0 ? name : `${name}#${before}`, field];
  }
}

function whereNow(leaf: string): Where {
  const hand = document.activeElement;
  const front = hand?.closest('[data-leaf]');
  if (front && isField(hand))
    for (const [name, field] of fieldsOf(front))
      if (field === hand) return { page, leaf, field: name, label: called(field) };
  return { page, leaf, field: '', label: '' };
}

/** Shows, at the fields of the leaf in front, whose hand is in them. Returns what takes the marks off. */
function mark(leaf: string): () => void {
  const marked: HTMLElement[] = [];
  const front = document.querySelector(`[data-leaf="${CSS.escape(leaf)}"]`);
  const here = $others.get().filter((one) => one.leaf === leaf && one.field !== '');
  if (front && here.length > 0)
    for (const [name, field] of fieldsOf(front)) {
      const names = here.filter((one) => one.field === name).map(({ person }) => person);
      if (names.length === 0) continue;
      for (const element of [field, labelOf(field)]) {
        if (!element) continue;
        element.dataset['others'] = names.map((person) => person.split(' ')[0]).join(', ');
        marked.push(element);
      }
    }
  return () => marked.forEach((element) => delete element.dataset['others']);
}

/** Says to the others where this page is, for as long as it is seen, and shows where they are. `$leaf` is the leaf in front. */
export function startWhereabouts($leaf: ReadableAtom<string>): () => void {
  let later: ReturnType<typeof setTimeout> | undefined;
  let said: string | null = null;
  const tell = (again = false): void => {
    clearTimeout(later);
    later = undefined;
    const where: Where = document.hidden ? { ...whereNow(''), leaf: null } : whereNow($leaf.get());
    const words = JSON.stringify(where);
    if (words === said && !again) return;
    said = words;
    const told = send<Whereabouts[]>('PUT', address(), where);
    if (!document.hidden) void take(told);
  };
  const soon = (): void => {
    later ??= setTimeout(tell, TELL_MS);
  };
  let unmark = (): void => undefined;
  const show = (): void => {
    unmark();
    unmark = mark($leaf.get());
  };
  const leave = (): void => {
    // The page is going: what a request of its own would be cut off with is sent by the browser.
    said = null;
    void fetch(address(), {
      method: 'PUT',
      keepalive: true,
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...whereNow(''), leaf: null }),
    }).catch(() => undefined);
  };
  const turned = (): void => {
    soon();
    // A leaf whose code comes later is marked when others move, or are heard of again.
    setTimeout(show);
  };
  tell();
  const stops = [$leaf.listen(turned), $others.listen(show)];
  const still = setInterval(() => !document.hidden && tell(true), STILL_HERE_S * 1000);
  document.addEventListener('focusin', soon);
  document.addEventListener('focusout', soon);
  document.addEventListener('visibilitychange', soon);
  addEventListener('pagehide', leave);
  addEventListener('pageshow', soon);
  return () => {
    for (const stop of stops) stop();
    unmark();
    clearTimeout(later);
    clearInterval(still);
    document.removeEventListener('focusin', soon);
    document.removeEventListener('focusout', soon);
    document.removeEventListener('visibilitychange', soon);
    removeEventListener('pagehide', leave);
    removeEventListener('pageshow', soon);
  };
}
