import { useStore } from '@nanostores/react';
import { startTransition, useEffect, useState } from 'react';
import type { Assessment } from '../../core/assess';
import type { Build } from '../../core/format/build';
import { $assessment, $dragging } from './store';

/** What follows later follows in turns this far apart, so that not all of it is drawn in one piece. */
const TURN_MS = 45;
const TURNS = 8;
let turns = 0;

/** The turn of one panel among those that follow when the hand is still, ms. */
function useTurn(): number {
  const [turn] = useState(() => turns++ % TURNS);
  return turn * TURN_MS;
}

/**
 * A value for what is dear to draw: it stays as it is while a hand drags, and changes in a transition that typing and
 * dragging interrupt, each panel in its turn. Charts follow when the hand is still; the page is never held up for them.
 */
export function useSettled<T>(value: T): T {
  const held = useStore($dragging);
  const turn = useTurn();
  const [still, setStill] = useState(value);
  useEffect(() => {
    if (held) return undefined;
    const timer = setTimeout(() => startTransition(() => setStill(() => value)), turn);
    return () => clearTimeout(timer);
  }, [held, value, turn]);
  return still;
}

/**
 * A value for what moves with the hand but is not under it: while a hand drags it comes a task later, so that a move is drawn in
 * two short pieces and not in one long one. Nothing is left out: of two moves that come close the newer one is taken.
 */
export function useNextTask<T>(value: T): T {
  const held = useStore($dragging);
  const [later, setLater] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setLater(() => value));
    return () => clearTimeout(timer);
  }, [value]);
  return held ? later : value;
}

export type Settled = { build: Build; assessment: Assessment };

/**
 * A build and its assessment, of one moment, for whole panels: nothing is drawn anew while a hand drags, and what follows
 * comes in a transition, each panel in its turn.
 */
export function useSettledAssessment(): Settled | null {
  const turn = useTurn();
  const [calm, setCalm] = useState<Settled | null>(() => $assessment.get());
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const take = (): void => {
      clearTimeout(timer);
      if ($dragging.get()) return;
      timer = setTimeout(() => startTransition(() => setCalm(() => $assessment.get())), turn);
    };
    const stops = [$assessment.subscribe(take), $dragging.subscribe(take)];
    return () => {
      clearTimeout(timer);
      stops.forEach((stop) => stop());
    };
  }, [turn]);
  return calm;
}
