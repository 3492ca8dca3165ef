/**
 * Keeps what was made under a key, `most` of them, those that were asked for last; whoever asks meanwhile waits for the one making. A failure
 * is not kept, and neither is what is not `worth` it.
 */
export function remember<T>(most: number, worth: (made: T) => boolean = () => true) {
  const kept = new Map<string, Promise<T>>();
  return (key: string, make: () => Promise<T>): Promise<T> => {
    const known = kept.get(key);
    if (known) {
      // Used: the last to go.
      kept.delete(key);
      kept.set(key, known);
      return known;
    }
    const making = make();
    kept.set(key, making);
    const forget = (): void => {
      if (kept.get(key) === making) kept.delete(key);
    };
    making.then((made) => !worth(made) && forget(), forget);
    for (const oldest of kept.keys()) {
      if (kept.size <= most) break;
      kept.delete(oldest);
    }
    return making;
  };
}
