import { useEffect, useState } from 'react';
import type { GradeChance } from '../../core/clearance/sureness';
import type { Build } from '../../core/format/build';
import { queryWorker } from './workerQuery';

/** What was worked out, by what it was worked out of: null where chance has no say. It goes when that does. */
const known = new WeakMap<object, GradeChance | null>();
/** One after the other: what a person does on the page comes between. */
let queue: Promise<void> = Promise.resolve();

/**
 * How sure the grade of one line of many is: of an offer, or of a package that a search found. Worked out line by line once `isAsked`,
 * in the order in which lines came on the page, and not for what has left it; undefined until then.
 */
export function useSureOf<T extends object>(
  one: T,
  isAsked: boolean,
  buildOf: (one: T) => Build | null | Promise<Build | null>,
): GradeChance | null | undefined {
  const [, told] = useState(0);
  useEffect(() => {
    if (!isAsked || known.has(one)) return;
    let isLeft = false;
    const work = async (): Promise<void> => {
      if (isLeft || known.has(one)) return;
      const build = await buildOf(one);
      if (!build) return;
      known.set(one, await queryWorker((api) => api.sureOrCertain(build)));
      told((count) => count + 1);
    };
    queue = queue.then(work).catch((error: unknown) => console.error('how sure a line is', error));
    return () => {
      isLeft = true;
    };
    // The build is that of the line, however it is made.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [one, isAsked]);
  return known.get(one);
}
