import type { PointerEvent } from 'react';
import type { ChartFrame } from './Axes';

/** A mark of a chart by where it stands in the drawing. */
export type Mark = { cx: number; cy: number };

/** A circle as a piece of a path: very many marks are one path and not an element each, which would hold the page up. */
export function circlePath({ cx, cy }: Mark, r: number): string {
  // Rounded once: a half circle whose ends are not twice its radius apart is none.
  const half = Math.round(r * 10);
  const arc = (way: 1 | -1): string => `a${half / 10} ${half / 10} 0 1 0 ${(way * half) / 5} 0`;
  return `M${(cx - half / 10).toFixed(1)} ${cy.toFixed(1)}${arc(1)}${arc(-1)}`;
}

/** The mark nearest to a pointer over a drawing, of those within `near` units of it; null where there is none. */
export function markAt<T extends Mark>(
  { currentTarget, clientX, clientY }: PointerEvent<SVGSVGElement>,
  { width, height }: ChartFrame,
  marks: readonly T[],
  near: number,
): T | null {
  const box = currentTarget.getBoundingClientRect();
  const x = ((clientX - box.left) / box.width) * width;
  const y = ((clientY - box.top) / box.height) * height;
  let best: T | null = null;
  let nearest = near;
  for (const mark of marks) {
    const off = Math.hypot(mark.cx - x, mark.cy - y);
    if (off >= nearest) continue;
    nearest = off;
    best = mark;
  }
  return best;
}
