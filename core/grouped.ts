/** The members of a list by a key of theirs; keys and members in the order they come. */
export function grouped<K, T>(list: Iterable<T>, keyOf: (one: T) => K): Map<K, [T, ...T[]]> {
  const groups = new Map<K, [T, ...T[]]>();
  for (const one of list) {
    const key = keyOf(one);
    const group = groups.get(key);
    if (group) group.push(one);
    else groups.set(key, [one]);
  }
  return groups;
}
