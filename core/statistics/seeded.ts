/** The same numbers from the same seed, on every machine: uniform in 0 to 1, normal with mean 0 and spread 1, and a choice. */
export function seeded(seed: number) {
  let state = seed >>> 0;
  const uniform = (): number => {
    // The linear congruence of Numerical Recipes; the low bits are not used.
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return (state + 0.5) / 2 ** 32;
  };
  return {
    uniform,
    normal: (): number => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform()),
    pick: <T>(list: readonly [T, ...T[]]): T => list[Math.floor(uniform() * list.length)] ?? list[0],
    whole: (low: number, high: number): number => low + Math.floor(uniform() * (high - low + 1)),
  };
}
