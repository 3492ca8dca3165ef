import { useStore } from '@nanostores/react';
import { useEffect, useRef } from 'react';
import { initialsOf, type Whereabouts } from '../../../core/people/whereabouts';
import { $activeId } from '../../state/store';
import { $others } from '../../state/whereabouts';
import { LEAVES } from './leaves';
import { $front, addressOf, turnTo } from './turning';

/** Who else is on a leaf: a mark at its corner, with the names for whoever asks. */
function Marks({ all }: { all: readonly Whereabouts[] }) {
  const names = [...new Set(all.map(({ person }) => person))];
  const [first] = names;
  if (first === undefined) return null;
  return (
    <>
      <span className="sr-only">, also here: {names.join(', ')}</span>
      <span
        aria-hidden
        data-testid="also-here"
        className="bg-ink text-paper absolute -top-1 right-0 rounded-full px-1 text-[0.62rem] leading-[1.35] font-bold max-sm:top-0"
      >
        {names.length === 1 ? initialsOf(first) : names.length}
      </span>
    </>
  );
}

/** Where somebody is, in words. */
const whereOf = ({ person, label }: Whereabouts): string => (label ? `${person}: ${label}` : person);

/** The way to every leaf: beside the sentence, and on a phone as a bar at the bottom, under the thumb. */
export function Rail() {
  const front = useStore($front);
  const others = useStore($others);
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
      {LEAVES.map(({ id, label, key }) => {
        const here = others.filter(({ leaf }) => leaf === id);
        return (
          <a
            key={id}
            href={addressOf(id)}
            aria-current={front === id ? 'page' : undefined}
            title={[`Key ${key.toUpperCase()}`, ...here.map(whereOf)].join('\n')}
            className="font-tight relative hover:border-ink aria-[current=page]:border-signal border-b-[3px] border-transparent px-1.5 py-1 font-semibold whitespace-nowrap max-sm:flex max-sm:min-h-[44px] max-sm:items-center max-sm:px-3 max-sm:text-[1.05rem]"
            onClick={(event) => {
              // With a key held down a link opens where the browser is told to.
              if (event.ctrlKey || event.metaKey || event.shiftKey) return;
              event.preventDefault();
              turnTo(id);
            }}
          >
            <span className="text-graphite mr-0.5 text-[0.8rem] max-sm:hidden">{key.toUpperCase()}</span>
            {label}
            <Marks all={here} />
          </a>
        );
      })}
    </nav>
  );
}
