import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { AssessApi } from '../workers/assess.worker';
import { latestOnly } from '../workers/latest';
import { $dragging } from './store';
import { handsOf } from '../workers/hand';

/**
 * Who answers: `judge` every move of the hand, `section` the drawings that go with it, `patient` what may take its time.
 * Each is one worker for the whole page, begun when it is first asked.
 */
export type WorkerName = 'judge' | 'section' | 'patient';
export const askWorker = handsOf<WorkerName, Remote<AssessApi>>(
  (name) => new Worker(new URL('../workers/assess.worker.ts', import.meta.url), { type: 'module', name }),
  (worker) => wrap<AssessApi>(worker),
);

/** One question to the worker that may take its time. */
export function queryWorker<T>(ask: (api: Remote<AssessApi>) => Promise<T>): Promise<T> {
  return askWorker('patient', ask);
}

const STILL_MS = 400;

/** Documents are the same objects as long as nothing in them changed; whatever is small is compared by what it says. */
const sameValue = (key: string, a: unknown, b: unknown): boolean =>
  Object.is(a, b) || (key !== 'build' && key !== 'vehicle' && JSON.stringify(a) === JSON.stringify(b));

export function sameInput<Input extends object>(a: Input, b: Input): boolean {
  const keys = Object.keys(a);
  return (
    keys.length === Object.keys(b).length &&
    keys.every((key) => sameValue(key, a[key as keyof Input], b[key as keyof Input]))
  );
}

type How = {
  worker: WorkerName;
  /** Asks only when the hand is still; otherwise with every change. */
  whenStill: boolean;
  /** Shows the last answer until the next is there; otherwise nothing. */
  keepLast: boolean;
};
export const AT_ONCE: How = { worker: 'section', whenStill: false, keepLast: true };
export const WHEN_STILL: How = { worker: 'patient', whenStill: true, keepLast: false };

/**
 * A worker's answer to a question about `input`, and null until there is one. The input holds everything that the answer depends
 * on, by name: it is what is sent, and the question is asked again when one part of it is another one. Of questions that come
 * faster than the answers only the newest is asked.
 */
export function useWorkerQuery<Input extends object, T>(
  ask: (api: Remote<AssessApi>, input: Input) => Promise<T>,
  input: Input,
  { worker, whenStill, keepLast }: How,
  /** Nothing is asked while nobody sees the answer. */
  seen = true,
): T | null {
  const [answer, setAnswer] = useState<{ input: Input; value: T } | null>(null);
  const last = useRef(input);
  // The same object for the same input, so that effects see what changed.
  if (!sameInput(last.current, input)) last.current = input;
  const current = last.current;
  const push = useRef<((asked: Input) => void) | null>(null);
  useEffect(() => {
    let here = true;
    push.current = latestOnly(
      (asked: Input) => askWorker(worker, (api) => ask(api, asked)),
      (value, asked) => {
        if (here) setAnswer({ input: asked, value });
      },
      (error) => console.error('a worker did not answer', error),
    );
    return () => {
      here = false;
    };
    // The question is the same for the life of the panel: what it depends on is in the input.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [worker]);
  useEffect(() => {
    if (!seen) return undefined;
    if (!whenStill) {
      push.current?.(current);
      return undefined;
    }
    let timer: ReturnType<typeof setTimeout>;
    const wait = (): void => {
      timer = setTimeout(() => ($dragging.get() ? wait() : push.current?.(current)), STILL_MS);
    };
    wait();
    return () => clearTimeout(timer);
  }, [current, whenStill, seen]);
  if (!answer) return null;
  return keepLast || answer.input === current ? answer.value : null;
}
