import { useEffect, useState, type Dispatch, type SetStateAction } from 'react';

/** What panels hold that are not on the page now. It lasts as long as the page, which is of one job. */
const kept = new Map<string, unknown>();

/**
 * State of a panel that is still there when its leaf is turned away and back. The name is the panel's own: two that use the
 * same share what they keep.
 */
export function useKept<T>(name: string, first: T | (() => T)): [T, Dispatch<SetStateAction<T>>] {
  const [value, set] = useState<T>(() => {
    if (kept.has(name)) return kept.get(name) as T;
    return typeof first === 'function' ? (first as () => T)() : first;
  });
  useEffect(() => void kept.set(name, value), [name, value]);
  return [value, set];
}

/** Sets what a panel will hold that is not on the page now. */
export const keepFor = (name: string, value: unknown): void => void kept.set(name, value);
