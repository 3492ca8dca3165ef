import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { followTold } from './told';

const [CONNECTING, OPEN] = [0, 1];
type Look = (isTold: boolean) => Promise<boolean>;

/** A line to a server that the test speaks on. */
class Line {
  readyState = OPEN;
  isClosed = false;
  #told: (() => void)[] = [];
  addEventListener(_kind: string, told: unknown): void {
    this.#told.push(told as () => void);
  }
  tell(): void {
    this.#told.forEach((told) => told());
  }
  close(): void {
    this.isClosed = true;
  }
}

let page: EventTarget & { hidden: boolean };
let lines: Line[] = [];
const open = (): EventSource => {
  const line = new Line();
  lines.push(line);
  return line as unknown as EventSource;
};
const line = (): Line => {
  const last = lines.at(-1);
  if (!last) throw new Error('nobody listens');
  return last;
};
const pass = (ms: number): Promise<unknown> => vi.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  vi.useFakeTimers();
  lines = [];
  page = Object.assign(new EventTarget(), { hidden: false });
  vi.stubGlobal('document', page);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

test('it looks as soon as it is told, and once more for all that is told meanwhile', async () => {
  const answers: ((looked: boolean) => void)[] = [];
  const look = vi.fn<Look>(() => new Promise<boolean>((resolve) => answers.push(resolve)));
  const stop = followTold('/here', look, { open });
  expect(look).not.toHaveBeenCalled();
  line().tell();
  expect(look.mock.calls).toEqual([[true]]);
  for (let i = 0; i < 5; i++) line().tell();
  expect(look).toHaveBeenCalledTimes(1);
  answers[0]?.(true);
  await pass(1000);
  expect(look.mock.calls).toEqual([[true], [true]]);
  answers[1]?.(true);
  await pass(1000);
  expect(look).toHaveBeenCalledTimes(2);
  stop();
  expect(line().isClosed).toBe(true);
});

test('however often it is told, between two looks there is a pause', async () => {
  const look = vi.fn<Look>(() => Promise.resolve(true));
  const stop = followTold('/here', look, { open, pauseMs: 1000 });
  for (let i = 0; i < 50; i++) {
    line().tell();
    await pass(100);
  }
  expect(look.mock.calls.length).toBeLessThanOrEqual(6);
  expect(look.mock.calls.length).toBeGreaterThan(3);
  stop();
});

test('what could not be looked at is looked at later, still as what was told', async () => {
  let asked = 0;
  const look = vi.fn<Look>(() => Promise.resolve(++asked > 3));
  const stop = followTold('/here', look, { open });
  line().tell();
  await pass(2000);
  expect(look.mock.calls).toEqual([[true], [true], [true], [true]]);
  stop();
});

test('once it has ended it looks no more, though a look that could not be made is still to be answered', async () => {
  const answers: ((looked: boolean) => void)[] = [];
  const look = vi.fn<Look>(() => new Promise<boolean>((resolve) => answers.push(resolve)));
  const stop = followTold('/here', look, { open });
  line().tell();
  stop();
  answers[0]?.(false);
  await pass(2000);
  expect(look).toHaveBeenCalledTimes(1);
});

test('who hears looks seldom by himself, who hears nothing often; a look that fails ends nothing', async () => {
  const look = vi.fn<Look>(() => Promise.reject(new Error('no connection')));
  const stop = followTold('/here', look, { open });
  await pass(26_000);
  expect(look).not.toHaveBeenCalled();
  await pass(10_000);
  expect(look.mock.calls).toEqual([[false]]);
  line().readyState = CONNECTING;
  await pass(40_000);
  expect(look.mock.calls.length).toBeGreaterThan(8);
  stop();
  const calls = look.mock.calls.length;
  await pass(60_000);
  expect(look).toHaveBeenCalledTimes(calls);
});

test('a page that nobody sees neither listens nor looks; seen again it does both at once', async () => {
  const look = vi.fn<Look>(() => Promise.resolve(true));
  const stop = followTold('/here', look, { open });
  page.hidden = true;
  page.dispatchEvent(new Event('visibilitychange'));
  expect(line().isClosed).toBe(true);
  await pass(60_000);
  expect(look).not.toHaveBeenCalled();
  page.hidden = false;
  page.dispatchEvent(new Event('visibilitychange'));
  expect(lines).toHaveLength(2);
  expect(look).toHaveBeenCalledTimes(1);
  stop();
});
