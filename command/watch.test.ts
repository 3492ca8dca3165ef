import { expect, test, vi } from 'vitest';
import { keepRunning, pauseMs } from './watch';

test('pauses double up to half a minute', () =>
  expect([1, 2, 3, 6, 7, 50].map(pauseMs)).toEqual([500, 1000, 2000, 16_000, 30_000, 30_000]));

test('what ends is begun again, later each time that it fails, and what needs it waits', async () => {
  vi.useFakeTimers();
  try {
    const stop = new AbortController();
    const begun: { name: string; at: number }[] = [];
    const from = Date.now();
    let base = true;
    let top = true;
    let space = false;
    const said: string[] = [];
    const done = keepRunning(
      [
        {
          name: 'base',
          alive: () => base,
          begin: async () => {
            begun.push({ name: 'base', at: Date.now() - from });
            if (!space) throw new Error('no space');
            base = true;
          },
        },
        {
          name: 'top',
          alive: () => top,
          begin: async () => {
            begun.push({ name: 'top', at: Date.now() - from });
            top = true;
          },
        },
      ],
      stop.signal,
      (words) => said.push(words),
    );
    base = false;
    top = false;
    await vi.advanceTimersByTimeAsync(5000);
    expect(begun.map(({ name }) => name)).toEqual(['base', 'base', 'base']);
    const gaps = begun.map(({ at }, i) => at - (begun[i - 1]?.at ?? 0));
    expect(gaps[1]).toBeLessThan(gaps[2] ?? 0);
    expect(said.join('\n')).toContain('base cannot be begun: no space');
    space = true;
    await vi.advanceTimersByTimeAsync(10_000);
    expect(begun.at(-1)?.name).toBe('top');
    expect(base && top).toBe(true);
    stop.abort();
    await vi.advanceTimersByTimeAsync(1000);
    await done;
  } finally {
    vi.useRealTimers();
  }
});
