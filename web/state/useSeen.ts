import { useEffect, useRef, useState, type RefObject } from 'react';

/** As far above and below the window an element counts as seen. No further: what nobody scrolls to costs a tablet its battery. */
const AHEAD = '100px';

/** Whether an element is on the part of the page that somebody looks at. What is not need not be worked out. */
export function useSeen<E extends Element>(): [ref: RefObject<E | null>, seen: boolean] {
  const ref = useRef<E | null>(null);
  const [seen, setSeen] = useState(false);
  useEffect(() => {
    if (!ref.current) return undefined;
    const watch = new IntersectionObserver(
      // Of several that come together the last one is how it stands now.
      (entries) => setSeen(entries.at(-1)?.isIntersecting ?? false),
      { rootMargin: AHEAD },
    );
    watch.observe(ref.current);
    return () => watch.disconnect();
  }, []);
  return [ref, seen];
}
