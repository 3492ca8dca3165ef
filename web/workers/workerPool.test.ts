import { expect, test } from 'vitest';
import { emptyTally, type Tally } from '../../core/search/tally';
import { poolOf, type WorkerHandle } from './workerPool';
import type { LiftTally } from './lift.worker';

const LIFTS = 5;
const tallyOf = (judged: number): Tally => ({ ...emptyTally(1, 1), judged });

/** A hand that judges lift n as n + 1 packages, one a turn, until it is paused; `log` is whose turn it was. */
function handOf(name: string, log: string[]): WorkerHandle<[]> & { opened: number } {
  let run = 0;
  const done = new Map<number, number>();
  const hand = {
    opened: 0,
    open: () => {
      hand.opened++;
      return Promise.resolve({ total: 15, early: emptyTally(1, 1) });
    },
    judge: async (lift: number, tell: (tally: Tally) => void): Promise<LiftTally> => {
      const mine = ++run;
      const at = (): number => done.get(lift) ?? 0;
      while (at() < lift + 1 && run === mine) {
        done.set(lift, at() + 1);
        log.push(`${name}${lift}`);
        tell(tallyOf(at()));
        await new Promise((resolve) => setTimeout(resolve));
      }
      return { tally: tallyOf(at()), done: at() === lift + 1 };
    },
    pause: () => {
      run++;
      return Promise.resolve();
    },
  };
  return hand;
}

test('the lifts are shared, each judged once, and all is known at the end', async () => {
  const log: string[] = [];
  const hands = [handOf('a', log), handOf('b', log)];
  const crew = poolOf(hands, LIFTS, []);
  expect(crew.state()).toBeNull();
  expect(await crew.work()).toBe(true);
  expect(crew.running).toBe(false);
  expect(crew.state()).toMatchObject({ judged: 15, total: 15, done: true });
  const lifts = new Set(log);
  expect(lifts.size).toBe(LIFTS);
  expect([...lifts].some((turn) => turn.startsWith('a'))).toBe(true);
  expect([...lifts].some((turn) => turn.startsWith('b'))).toBe(true);
});

test('stopped, it keeps what it has; it goes on with what was begun, and opens nothing twice', async () => {
  const log: string[] = [];
  const hands = [handOf('a', log), handOf('b', log)];
  const crew = poolOf(hands, LIFTS, []);
  const first = crew.work();
  await new Promise((resolve) => setTimeout(resolve, 3));
  await crew.stop();
  expect(crew.running).toBe(false);
  const stopped = crew.state();
  expect(stopped?.done).toBe(false);
  const before = stopped?.judged ?? 0;
  expect(await first).toBe(false);
  await new Promise((resolve) => setTimeout(resolve, 5));
  expect(crew.state()?.judged).toBe(before);
  expect(await crew.work()).toBe(true);
  expect(crew.state()).toMatchObject({ judged: 15, done: true });
  expect(hands.map(({ opened }) => opened)).toEqual([1, 1]);
  // Nothing was judged again.
  expect(log).toHaveLength(15);
});

test('a hand that fails fails the search, aloud', async () => {
  const hand = { ...handOf('a', []), judge: () => Promise.reject(new Error('no memory')) };
  const crew = poolOf([hand], LIFTS, []);
  await expect(crew.work()).rejects.toThrow('no memory');
  expect(crew.running).toBe(false);
});
