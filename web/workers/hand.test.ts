import { expect, test } from 'vitest';
import { handsOf } from './hand';

class StandIn {
  ended = false;
  fall: () => void = () => undefined;
  addEventListener(_type: 'error', told: () => void): void {
    this.fall = told;
  }
  terminate(): void {
    this.ended = true;
  }
}

function crew(): { begun: StandIn[]; ask: ReturnType<typeof handsOf<'one', StandIn, StandIn>> } {
  const begun: StandIn[] = [];
  const ask = handsOf<'one', StandIn, StandIn>(
    () => {
      const thread = new StandIn();
      begun.push(thread);
      return thread;
    },
    (thread) => thread,
    () => Promise.resolve(),
  );
  return { begun, ask };
}
const never = (): Promise<string> => new Promise(() => undefined);

test('one of each name is begun, and asked again', async () => {
  const { begun, ask } = crew();
  expect(await ask('one', () => Promise.resolve('a'))).toBe('a');
  expect(await ask('one', () => Promise.resolve('b'))).toBe('b');
  expect(begun).toHaveLength(1);
});

test('one that did not run is ended and the next one answers the same question', async () => {
  const { begun, ask } = crew();
  const answer = ask('one', (thread) => (thread === begun[0] ? never() : Promise.resolve('answered')));
  begun[0]?.fall();
  expect(await answer).toBe('answered');
  expect(begun).toHaveLength(2);
  expect(begun[0]?.ended).toBe(true);
});

test('what never runs is an error in the end, and an error of the question is told at once', async () => {
  const { begun, ask } = crew();
  const fallen = ask('one', (thread) => {
    queueMicrotask(() => thread.fall());
    return never();
  });
  await expect(fallen).rejects.toThrow('did not run');
  expect(begun).toHaveLength(4);
  await expect(ask('one', () => Promise.reject(new Error('no such lesson')))).rejects.toThrow(
    'no such lesson',
  );
  expect(begun).toHaveLength(5);
});
