/** Bodies over this many bytes are large; so many of them are read at once, the others wait their turn. */
const LARGE_BYTES = 256_000;
const MOST_AT_ONCE = 4;

let reading = 0;
const waiting: (() => void)[] = [];

/** Waits for a turn to read a large body; what it resolves with gives the turn back. Small ones need none. */
export async function turnToRead(bytes: number | undefined): Promise<() => void> {
  // Of a body that does not say how long it is the worst is thought.
  if (bytes !== undefined && bytes <= LARGE_BYTES) return () => undefined;
  if (reading >= MOST_AT_ONCE) await new Promise<void>((resolve) => waiting.push(resolve));
  reading++;
  let given = false;
  return () => {
    if (given) return;
    given = true;
    reading--;
    waiting.shift()?.();
  };
}
