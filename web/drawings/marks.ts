import type { PointerEvent } from 'react';
import type { ChartFrame } from './Axes';

/** A mark of a chart by where it stands in the drawing. */
export type Mark = { cx: number; cy: number };

/** A circle as a piece of a path: very many marks are one path and not an element each, which would hold the page up. */
export const circlePath = ({ cx, cy }: Mark, r: number): string =>
  `M${(cx - r).toFixed(1)} ${cy.toFixed(1)}a${r.toFixed(1)} ${r.toFixed(1)} 0 1 0 ${(2 * r).toFixed(1)} 0` +
  `a${r.toFixed(1)} ${r.toFixed(1)} 0 1 0 ${(-2 * r).toFixed(1)} 0`;

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
