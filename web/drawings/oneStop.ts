import { useEffect, type FocusEvent, type KeyboardEvent, type RefObject } from 'react';

/** Runners and points of a drawing that a hand can hold, in the order in which they are drawn. */
const holds = (svg: SVGSVGElement | null): SVGElement[] => [
  ...(svg?.querySelectorAll<SVGElement>(
    '[role="slider"]:not([aria-disabled="true"]), g.point-handle[role="button"]',
  ) ?? []),
];

const NEXT: Readonly<Record<string, 1 | -1>> = {
  PageDown: 1,
  PageUp: -1,
  ArrowRight: 1,
  ArrowDown: 1,
  ArrowLeft: -1,
  ArrowUp: -1,
};

/**
 * Makes a drawing one stop of the Tab key. Inside of it arrows move what is held; those that do not move it, and Page Up and Page
 * Down, go on to the next that can be held.
 */
export function useOneStop(svg: RefObject<SVGSVGElement | null>): {
  onFocus: (event: FocusEvent) => void;
  onKeyDown: (event: KeyboardEvent) => void;
} {
  const leaveOne = (one: SVGElement | undefined): void => {
    for (const hold of holds(svg.current)) hold.setAttribute('tabindex', hold === one ? '0' : '-1');
  };
  // After each drawing: what was drawn anew is a stop of its own until here.
  useEffect(() => {
    const all = holds(svg.current);
    const stops = all.filter((hold) => hold.getAttribute('tabindex') === '0');
    if (stops.length !== 1)
      leaveOne(all.find((hold) => hold === document.activeElement) ?? stops[0] ?? all[0]);
  });
  return {
    onFocus: ({ target }) => {
      const held = holds(svg.current).find((hold) => hold === target);
      if (held) leaveOne(held);
    },
    onKeyDown: (event) => {
      const by = NEXT[event.key];
      const all = holds(svg.current);
      const at = all.findIndex((hold) => hold === document.activeElement);
      if (by === undefined || at < 0 || event.ctrlKey || event.altKey || event.metaKey) return;
      event.preventDefault();
      event.stopPropagation();
      all[(at + by + all.length) % all.length]?.focus();
    },
  };
}
