import type { KeyboardEvent } from 'react';
import { useDragged } from './dragged';

type Props = {
  label: string;
  x: number;
  y: number;
  large: boolean;
  hollow: boolean;
  /** mm of the view's two axes per unit of the drawing, across and down. */
  perUnit: readonly [across: number, down: number];
  /** Screen pixels to units of the drawing. */
  scale: () => number;
  /** Moves the point by mm along the view's two axes. */
  move: (across: number, down: number) => void;
  take: () => void;
};

type Held = { scale: number; across: number; down: number };
const isHeld = (memo: unknown): memo is Held => typeof memo === 'object' && memo !== null;

/** A measured point in a drawing: dragged with the pointer, or nudged with the arrow keys by 1 mm (Shift: 10). */
export function PointHandle({ label, x, y, large, hollow, perUnit, scale, move, take }: Props) {
  const ref = useDragged(({ movement: [mx, my], memo, first }) => {
    const held: Held = first || !isHeld(memo) ? { scale: scale(), across: 0, down: 0 } : memo;
    const across = Math.round(mx * held.scale * perUnit[0]);
    const down = Math.round(my * held.scale * perUnit[1]);
    if (across !== held.across || down !== held.down) move(across - held.across, down - held.down);
    return { ...held, across, down };
  });
  const onKeyDown = (event: KeyboardEvent): void => {
    const by = event.shiftKey ? 10 : 1;
    const steps: Record<string, readonly [number, number]> = {
      ArrowRight: [by * Math.sign(perUnit[0]), 0],
      ArrowLeft: [-by * Math.sign(perUnit[0]), 0],
      ArrowDown: [0, by * Math.sign(perUnit[1])],
      ArrowUp: [0, -by * Math.sign(perUnit[1])],
    };
    const step = steps[event.key];
    if (!step) return;
    event.preventDefault();
    event.stopPropagation();
    move(...step);
  };
  return (
    <g
      ref={ref}
      role="button"
      tabIndex={0}
      aria-label={label}
      className="point-handle"
      style={{ touchAction: 'none', cursor: 'grab' }}
      onKeyDown={onKeyDown}
      onFocus={take}
    >
      <circle cx={x} cy={y} r={9} fill="transparent" />
      <circle cx={x} cy={y} r={large ? 5.5 : 3.2} className="dot" data-hollow={hollow} />
    </g>
  );
}
