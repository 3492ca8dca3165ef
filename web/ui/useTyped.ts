import { useLayoutEffect, useRef, useState, type RefObject } from 'react';

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

/** Where the cursor stands in a text that became another one around it: before what stayed before it, or after what stayed after. */
export function movedCaret(before: string, after: string, caret: number): number {
  let same = 0;
  while (same < before.length && before[same] === after[same]) same++;
  return caret <= same ? caret : Math.max(same, after.length - (before.length - caret));
}

/** Leaves the cursor between the letters that it was between when somebody else changes the text in a field that is typed in. */
export function useKeptCaret(input: RefObject<HTMLInputElement | null>, text: string): void {
  const was = useRef({ text, caret: 0 });
  useLayoutEffect(() => {
    const field = input.current;
    const keep = (): void => {
      if (field) was.current = { text: field.value, caret: field.selectionEnd ?? field.value.length };
    };
    const events = ['input', 'keyup', 'pointerup', 'focus'];
    for (const event of events) field?.addEventListener(event, keep);
    return () => {
      for (const event of events) field?.removeEventListener(event, keep);
    };
  }, [input]);
  useLayoutEffect(() => {
    const field = input.current;
    const before = was.current;
    // What was typed here is known already, with its place.
    if (!field || document.activeElement !== field || before.text === text) return;
    const caret = movedCaret(before.text, text, before.caret);
    field.setSelectionRange(caret, caret);
    was.current = { text, caret };
  }, [input, text]);
}
