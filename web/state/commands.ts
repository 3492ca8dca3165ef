import { atom } from 'nanostores';

/** Whether the wheel sweeps lock to lock; the key, the button and the drawings share it. */
export const $playing = atom(false);
/** Whether the list of keys is open. */
export const $helpOpen = atom(false);
/** The number of the cure that a key asked for, from 0; null when it was answered. */
export const $cureAsked = atom<number | null>(null);
