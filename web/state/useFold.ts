import { wrap } from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { AxleName, Build } from '../../core/format/build';
import type { Fold, FoldWindow } from '../../core/clearance/fold';
import type { AssessApi } from '../workers/assess.worker';
import { latestOnly } from '../workers/latest';

type Request = { build: Build; axle: AxleName; window: FoldWindow };

/**
 * The wheel's-eye section of one corner, folded in a worker. It depends on the vehicle, the lift and the
 * zone alone, so a change of tire or wheel does not ask for it again.
 */
export function useFold(build: Build, axle: AxleName, window: FoldWindow): Fold | null {
  const [fold, setFold] = useState<Fold | null>(null);
  const ask = useRef<((request: Request) => void) | null>(null);
  useEffect(() => {
    const worker = new Worker(new URL('../workers/assess.worker.ts', import.meta.url), { type: 'module' });
    const api = wrap<AssessApi>(worker);
    ask.current = latestOnly(
      (request: Request) => api.fold(request.build, request.axle, request.window),
      setFold,
      (error) => console.error('the section could not be folded', error),
    );
    return () => worker.terminate();
  }, []);
  const { vehicle, use } = build;
  const lift = JSON.stringify([build.package.lift, build.package.sagMm]);
  const frame = JSON.stringify(window);
  useEffect(() => {
    ask.current?.({ build, axle, window });
    // The build is asked about only where one of the parts that the section depends on is another one.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [vehicle, use, lift, axle, frame]);
  return fold;
}
