import { format } from 'date-fns';
import { useEffect, useState } from 'react';
import { minuteOf } from '../../core/time/wallClock';
import { $personName } from './preferences';

/** The shop's wall clock now, `2026-03-31T14:20`. */
export const wallNow = (): string => format(new Date(), "yyyy-MM-dd'T'HH:mm");
/** Who does it and when, as every tick and entry says it. */
export const signed = (): { by: string; at: string } => ({
  by: $personName.get() || 'somebody',
  at: wallNow(),
});
export const today = (): string => wallNow().slice(0, 10);

/** Minutes of the plan's clock now; follows the clock. 0 until the page runs, so that the server draws the same. */
export function useNowMin(): number {
  const [now, setNow] = useState(0);
  useEffect(() => {
    const look = (): void => setNow(minuteOf(wallNow()));
    look();
    const timer = setInterval(look, 20_000);
    return () => clearInterval(timer);
  }, []);
  return now;
}
