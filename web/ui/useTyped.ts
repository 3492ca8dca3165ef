import { useState } from 'react';

type Typed = { text: string; fresh: boolean };

/**
 * The text of a field while it is typed in. It stands as it was typed until the field is left, but gives way
 * when the value behind it is changed from elsewhere: by undo, by a drawing, or by someone else.
 */
export function useTyped(value: unknown): [string | null, (text: string | null) => void] {
  const [typed, setTyped] = useState<Typed | null>(null);
  const [seen, setSeen] = useState(value);
  if (value !== seen) {
    setSeen(value);
    // The first change after a key is the one that the key made.
    if (typed) setTyped(typed.fresh ? { ...typed, fresh: false } : null);
  }
  return [typed?.text ?? null, (text) => setTyped(text === null ? null : { text, fresh: true })];
}
