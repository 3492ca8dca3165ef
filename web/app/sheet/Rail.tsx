import { useStore } from '@nanostores/react';
import { useEffect, useRef } from 'react';
import { $activeId } from '../../state/store';
import { LEAVES } from './leaves';
import { $front, addressOf, turnTo } from './turning';

/** The way to every leaf: beside the sentence, and on a phone as a bar at the bottom, under the thumb. */
export function Rail() {
  const front = useStore($front);
  // The address of a leaf names the stage.
  useStore($activeId);
  const rail = useRef<HTMLElement>(null);
  useEffect(() => {
    // Where not all are on the bar, the one in front is.
    const bar = rail.current;
    const link = bar?.querySelector<HTMLElement>('[aria-current=page]');
    if (bar && link) bar.scrollLeft = link.offsetLeft - (bar.clientWidth - link.offsetWidth) / 2;
  }, [front]);
  return (
    <nav
      ref={rail}
      aria-label="Leaves"
      className="no-print max-sm:bg-paper max-sm:border-ink ml-auto flex shrink-0 max-sm:fixed max-sm:inset-x-0 max-sm:bottom-0 max-sm:z-30 max-sm:overflow-x-auto max-sm:border-t-2"
    >
      {LEAVES.map(({ id, label, key }) => (
        <a
          key={id}
          href={addressOf(id)}
          aria-current={front === id ? 'page' : undefined}
          title={`Key ${key.toUpperCase()}`}
          className="font-tight hover:border-ink aria-[current=page]:border-signal border-b-[3px] border-transparent px-1.5 py-1 font-semibold whitespace-nowrap max-sm:flex max-sm:min-h-[44px] max-sm:items-center max-sm:px-3 max-sm:text-[1.05rem]"
          onClick={(event) => {
            // With a key held down a link opens where the browser is told to.
            if (event.ctrlKey || event.metaKey || event.shiftKey) return;
            event.preventDefault();
            turnTo(id);
          }}
        >
          <span className="text-graphite mr-0.5 text-[0.8rem] max-sm:hidden">{key.toUpperCase()}</span>
          {label}
        </a>
      ))}
    </nav>
  );
}
