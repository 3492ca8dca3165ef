import { startTransition, useEffect, useState } from 'react';

/** False while something is drawn for the first time, true from the frame after it on. */
export function useAfterFirst(): boolean {
  const [after, setAfter] = useState(false);
  useEffect(() => {
    const frame = requestAnimationFrame(() => startTransition(() => setAfter(true)));
    return () => cancelAnimationFrame(frame);
  }, []);
  return after;
}
