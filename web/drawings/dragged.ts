import type { FullGestureState } from '@use-gesture/vanilla';
import { useEffect, useLayoutEffect, useRef, type RefObject } from 'react';
import { $dragging } from '../state/store';

export type Drag = Omit<FullGestureState<'drag'>, 'event'>;

/** What follows a hand is fetched once the page is seen: arrow keys work before. */
const gestures = () => import('@use-gesture/vanilla');

/**
 * Has a shape of a drawing follow the pointer: `follow` is told each move, and gets back as `memo` what it answered to the one
 * before. The drawing behind it is told nothing.
 */
export function useDragged(follow: (drag: Drag) => unknown, enabled = true): RefObject<SVGGElement | null> {
  const shape = useRef<SVGGElement>(null);
  const latest = useRef(follow);
  useLayoutEffect(() => {
    latest.current = follow;
  });
  useEffect(() => {
    if (!enabled) return;
    let stop = (): void => undefined;
    let isGone = false;
    const frame = requestAnimationFrame(() => {
      void gestures().then(
        ({ DragGesture }) => {
          if (isGone || !shape.current) return;
          const drag = new DragGesture(
            shape.current,
            ({ event, ...state }) => {
              event.stopPropagation();
              $dragging.set(!state.last); // before the last move, so that it is kept and stored
              return latest.current(state);
            },
            { pointer: { capture: true, keys: false }, preventDefault: false },
          );
          stop = () => drag.destroy();
        },
        () => undefined,
      );
    });
    return () => {
      isGone = true;
      cancelAnimationFrame(frame);
      stop();
    };
  }, [enabled]);
  return shape;
}
