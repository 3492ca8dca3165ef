import { atom } from 'nanostores';
import { flushSync } from 'react-dom';
import { $activeId, $job, $stages } from '../../state/store';
import { isFront, LEAVES, loadLeaf, type Front } from './leaves';

/** The leaf in front. */
export const $front = atom<Front>('fit');

/** How far down each leaf was when it was turned away from. */
const scrolled = new Map<Front, number>();

/** Where a leaf of this job is, with the stage that is on the page. */
export function addressOf(leaf: Front): string {
  return `/jobs/${$job.get()?.id ?? 0}/${leaf}?stage=${$activeId.get()}`;
}

function show(leaf: Front): void {
  scrolled.set($front.get(), scrollY);
  // At once: what is pressed next is meant for the leaf that was asked for.
  flushSync(() => $front.set(leaf));
  scrollTo({ top: scrolled.get(leaf) ?? 0, behavior: 'instant' });
}

/** Turns to a leaf, as a link to it would: back and forward go between them. */
export function turnTo(leaf: Front): void {
  if (leaf === $front.get()) return;
  history.pushState(null, '', addressOf(leaf));
  show(leaf);
}

/** Turns to a leaf by a key and stands on its heading: the next key is not typed into a field. */
export function turnByKey(leaf: Front): void {
  turnTo(leaf);
  document.getElementById(`${leaf}-title`)?.focus({ preventScroll: true });
}

/** The leaf beside the one in front. */
export function neighbour(by: 1 | -1): Front | undefined {
  const at = LEAVES.findIndex(({ id }) => id === $front.get());
  return at < 0 ? undefined : LEAVES[at + by]?.id;
}

/** Follows back and forward, keeps the address true, and asks for the code of the other leaves when nothing else is to be done. */
export function followAddress(): () => void {
  const back = (): void => {
    const leaf = location.pathname.split('/')[3];
    const stage = Number(new URLSearchParams(location.search).get('stage'));
    if ($stages.get().some(({ id }) => id === stage)) $activeId.set(stage);
    if (isFront(leaf) && leaf !== $front.get()) show(leaf);
  };
  addEventListener('popstate', back);
  // Kept on the device, a page may have been of another leaf.
  back();
  const stop = $activeId.listen(() => history.replaceState(null, '', addressOf($front.get())));
  const others = setTimeout(() => LEAVES.forEach(({ id }) => void loadLeaf(id).catch(() => undefined)), 400);
  return () => {
    removeEventListener('popstate', back);
    stop();
    clearTimeout(others);
  };
}
