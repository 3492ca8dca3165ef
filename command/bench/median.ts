/** The middle one of some values, the upper of two. */
export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? NaN;

/** Middle of the times in ms that `work` takes, over `runs` runs after `warm` that are not counted. */
export function medianMs(work: () => unknown, runs: number, warm = 5): number {
  const times: number[] = [];
  for (let i = -warm; i < runs; i++) {
    const from = performance.now();
    work();
    if (i >= 0) times.push(performance.now() - from);
  }
  return median(times);
}
