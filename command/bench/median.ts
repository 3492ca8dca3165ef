/** Middle of the times in ms that `work` takes, over `runs` runs after `warm` that are not counted. */
export function medianMs(work: () => unknown, runs: number, warm = 5): number {
  const times: number[] = [];
  for (let i = -warm; i < runs; i++) {
    const from = performance.now();
    work();
    if (i >= 0) times.push(performance.now() - from);
  }
  times.sort((a, b) => a - b);
  return times[Math.floor(times.length / 2)] ?? NaN;
}
