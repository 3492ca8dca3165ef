import { useStore } from '@nanostores/react';
import { startTransition, useEffect, useState } from 'react';
import { $held } from './store';

/**
 * A value for what is dear to draw: it stays as it is while a hand drags, and changes in a transition that typing and
 * dragging interrupt. Charts follow when the hand is still; the page is never held up for them.
 */
export function useStill<T>(value: T): T {
  const held = useStore($held);
  const [still, setStill] = useState(value);
  useEffect(() => {
    if (!held) startTransition(() => setStill(() => value));
  }, [held, value]);
  return still;
}
