import { neighbour, turnTo } from './turning';

/** A finger that turns a leaf goes at least so far across, in at most so long, and this many times farther across than along. */
const FAR_PX = 70;
const QUICK_MS = 600;
const ACROSS = 2;
/** At the very edge of the screen a swipe is the browser's own. */
const EDGE_PX = 24;
/** What a finger moves, draws or types in has its swipes for itself. */
const OWN = 'input, textarea, select, [role=application], [role=slider], [role=dialog], svg, canvas';

/** Whether something between an element and the page can be scrolled sideways. */
function scrollsAcross(from: Element | null): boolean {
  for (let at = from; at && at !== document.body; at = at.parentElement)
    if (at.scrollWidth > at.clientWidth + 1 && /auto|scroll/.test(getComputedStyle(at).overflowX))
      return true;
  return false;
}

/** Turns to the leaf beside the one in front when a finger is swiped over the sheet: to the left on, to the right back. */
export function listenToSwipes(): () => void {
  let begun: { x: number; y: number; at: number } | null = null;
  const start = ({ touches, target, timeStamp }: TouchEvent): void => {
    const [touch, second] = touches;
    const on = target instanceof Element ? target : null;
    begun =
      touch &&
      !second &&
      touch.clientX > EDGE_PX &&
      touch.clientX < innerWidth - EDGE_PX &&
      !on?.closest(OWN) &&
      !scrollsAcross(on)
        ? { x: touch.clientX, y: touch.clientY, at: timeStamp }
        : null;
  };
  const end = ({ changedTouches, touches, timeStamp }: TouchEvent): void => {
    const from = begun;
    begun = null;
    const [touch] = changedTouches;
    if (!from || !touch || touches.length > 0 || timeStamp - from.at > QUICK_MS) return;
    const [x, y] = [touch.clientX - from.x, touch.clientY - from.y];
    if (Math.abs(x) < FAR_PX || Math.abs(x) < ACROSS * Math.abs(y)) return;
    const leaf = neighbour(x < 0 ? 1 : -1);
    if (leaf) turnTo(leaf);
  };
  addEventListener('touchstart', start, { passive: true });
  addEventListener('touchend', end, { passive: true });
  return () => {
    removeEventListener('touchstart', start);
    removeEventListener('touchend', end);
  };
}
