import { wrap, type Remote } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { AxleName, Build } from '../../core/format/build';
import type { AssessApi } from '../workers/assess.worker';
import { latestOnly } from '../workers/latest';
import { $dragging } from './store';

const STILL_MS = 400;

type Ask<T> = (api: Remote<AssessApi>, build: Build, axle: AxleName) => Promise<T>;
type Asked = { build: Build; axle: AxleName };

/** One worker for what may take its time: it is asked when the hand is still, and only for the newest build. */
let shared: Remote<AssessApi> | undefined;
function patientWorker(): Remote<AssessApi> {
  shared ??= wrap<AssessApi>(
    new Worker(new URL('../workers/assess.worker.ts', import.meta.url), { type: 'module' }),
  );
  return shared;
}

/** One question to the worker that may take its time. */
export function queryWorker<T>(ask: (api: Remote<AssessApi>) => Promise<T>): Promise<T> {
  return ask(patientWorker());
}

/** A worker's answer about the build on the page; null until there is one for this build and axle. */
export function useAnswer<T>(build: Build, axle: AxleName, ask: Ask<T>): T | null {
  const [answer, setAnswer] = useState<(Asked & { value: T }) | null>(null);
  const push = useRef<((asked: Asked) => void) | null>(null);
  useEffect(() => {
    let here = true;
    push.current = latestOnly(
      (asked: Asked) => ask(patientWorker(), asked.build, asked.axle),
      (value, asked) => {
        if (here) setAnswer({ ...asked, value });
      },
      (error) => console.error('a worker did not answer', error),
    );
    return () => {
      here = false;
    };
    // The question is the same for the life of the pane.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    const wait = (): void => {
      timer = setTimeout(() => ($dragging.get() ? wait() : push.current?.({ build, axle })), STILL_MS);
    };
    wait();
    return () => clearTimeout(timer);
  }, [build, axle]);
  return answer?.build === build && answer.axle === axle ? answer.value : null;
}
