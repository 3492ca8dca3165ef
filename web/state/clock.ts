import { lightFormat } from 'date-fns';
import { useEffect, useState } from 'react';
import { minuteOf } from '../../core/time/wallClock';
import { $personName } from './preferences';

/** Now by the server's clock, which is the machine's but where somebody set it otherwise; the page says by how much. */
export function now(): Date {
  const ahead =
    typeof document === 'undefined' ? 0 : Number(document.documentElement.dataset['clockAhead'] ?? 0);
  return new Date(Date.now() + ahead);
}

/** The shop's wall clock now, `2026-03-31T14:20`. */
export const wallNow = (): string => lightFormat(now(), "yyyy-MM-dd'T'HH:mm");
/** Who does it and when, as every tick and entry says it. */
export const signed = (): { by: string; at: string } => ({
  by: $personName.get() || 'somebody',
  at: wallNow(),
});
export const today = (): string => wallNow().slice(0, 10);

/** Minutes of the plan's clock now; follows the clock. 0 until the page runs, so that the server draws the same. */
export function useNowMin(): number {
  const [minute, setMinute] = useState(0);
  useEffect(() => {
    const look = (): void => setMinute(minuteOf(wallNow()));
    look();
    const timer = setInterval(look, 20_000);
    return () => clearInterval(timer);
  }, []);
  return minute;
}
