import type { KeyboardEvent } from 'react';
import { useDragged } from './dragged';

type Slider = {
  label: string;
  value: number;
  min: number;
  max: number;
  /** One step of an arrow key; ten with Shift. */
  step: number;
  text: string;
  /** Value change per unit of the drawing that the pointer moves, in x and y. */
  perX?: number;
  perY?: number;
  /** Screen pixels to units of the drawing. */
  scale: () => number;
  move: (value: number) => void;
  disabled?: boolean;
};

type Held = { from: number; scale: number };
const isHeld = (memo: unknown): memo is Held => typeof memo === 'object' && memo !== null;

/**
 * What makes a shape in a drawing a runner: dragged with the pointer or stepped with the arrow keys, and
 * read out by a screen reader as a slider.
 */
export function useRunner({
  label,
  value,
  min,
  max,
  step,
  text,
  perX = 0,
  perY = 0,
  scale,
  move,
  disabled,
}: Slider) {
  const snapped = (next: number): number => Math.min(max, Math.max(min, Math.round(next / step) * step));
  const ref = useDragged(({ movement: [mx, my], memo, first }) => {
    // Where it was taken up, and the drawing's scale then: asking again at every move would cost a layout each.
    const held = first || !isHeld(memo) ? { from: value, scale: scale() } : memo;
    move(snapped(held.from + (mx * perX + my * perY) * held.scale));
    return held;
  }, !disabled);
  const onKeyDown = (event: KeyboardEvent): void => {
    const forward = { ArrowRight: perX, ArrowLeft: -perX, ArrowUp: -perY, ArrowDown: perY }[event.key];
    const by =
      forward === undefined || forward === 0 ? 0 : Math.sign(forward) * step * (event.shiftKey ? 10 : 1);
    const next = event.key === 'Home' ? min : event.key === 'End' ? max : value + by;
    const meant = next !== value || (forward !== undefined && forward !== 0);
    if (!meant || disabled) return;
    event.preventDefault();
    // At its end a runner stays there: the arrow is not one that goes on to the next.
    event.stopPropagation();
    if (next !== value) move(snapped(next));
  };
  return {
    ref,
    role: 'slider',
    tabIndex: disabled ? -1 : 0,
    'aria-label': label,
    'aria-valuenow': value,
    'aria-valuemin': min,
    'aria-valuemax': max,
    'aria-valuetext': text,
    'aria-disabled': disabled ?? false,
    onKeyDown,
    style: { touchAction: 'none', cursor: disabled ? 'default' : 'grab' },
  } as const;
}
