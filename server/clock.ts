import { format } from 'date-fns';

/**
 * Where the process's clock began, as `2026-03-28T23:50` of its own zone; left out, it is the machine's. For tests that live on
 * a Sunday night, and for showing a shop on another day: everything in the product that asks for the time asks here.
 */
const began = process.env['VEXLO_CLOCK'];
const beganMs = began ? Date.parse(began) : NaN;
if (began && Number.isNaN(beganMs))
  throw new Error(`VEXLO_CLOCK is "${began}"; write a time such as 2026-03-28T23:50, or leave it out`);

/** How far this process's clock is ahead of the machine's, ms. */
export const CLOCK_AHEAD_MS = began ? beganMs - Date.now() : 0;

export const now = (): Date => new Date(Date.now() + CLOCK_AHEAD_MS);

/** A moment on the shop's wall clock, `2026-03-31T14:20`. */
export const wallTimeOf = (moment: Date): string => format(moment, "yyyy-MM-dd'T'HH:mm");

/** A moment's day on the shop's wall clock, `2026-03-31`. */
export const dayOf = (moment: Date): string => format(moment, 'yyyy-MM-dd');
