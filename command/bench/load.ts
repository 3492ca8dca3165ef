import { readFileSync } from 'node:fs';

/** What nineteen of twenty times are no longer than. */
export const p95 = (times: number[]): number => {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length * 0.95)] ?? NaN;
};

/** Times of an ask, ms, by so many clients for so long. */
export async function under(ask: () => Promise<number>, clients: number, ms: number): Promise<number[]> {
  const times: number[] = [];
  const until = performance.now() + ms;
  const one = async (): Promise<void> => {
    while (performance.now() < until) times.push(await ask());
  };
  await Promise.all(Array.from({ length: clients }, one));
  return times;
}

/** What a process holds of the machine's memory now, MB. */
export const residentMb = (pid: number): number =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? NaN) / 1024;
