import { useEffect, useState } from 'react';
import type { GradeChance } from '../../core/clearance/sureness';
import { send } from './apiClient';

type Row = { id: number; stages: readonly { id: number }[] };
/** By stage; null where chance has no say, nothing until it was worked out. */
export type Sureness = ReadonlyMap<number, GradeChance | null>;

/** As many stages are asked about at once: so many the server takes. */
const AT_ONCE = 6;
/** The list is read, sorted and scrolled first, ms. */
const STILL_MS = 600;

/** The rows of a list that are on the screen, by the number that each carries as `data-job`. */
function onScreen(): Set<number> {
  const rows = [...document.querySelectorAll<HTMLElement>('[data-job]')].filter((row) => {
    const { top, bottom } = row.getBoundingClientRect();
    return bottom > 0 && top < innerHeight;
  });
  return new Set(rows.map((row) => Number(row.dataset['job'])));
}

/**
 * How sure the grades are that stand on a list of jobs, by stage: asked for a few at a time, of what is on the screen, once the list
 * is still. What cannot be had is left out; it is asked for again when the list changes or is scrolled.
 */
export function useListSureness(rows: readonly Row[]): Sureness {
  const [sureness, setSureness] = useState<Sureness>(new Map());
  const shown = rows.map(({ id }) => id).join(' ');
  useEffect(() => {
    let isLeft = false;
    let still: ReturnType<typeof setTimeout> | undefined;
    const known = new Map(sureness);
    const asked = new Set<number>();
    const next = (): number[] => {
      const seen = onScreen();
      return rows
        .filter(({ id }) => seen.has(id))
        .flatMap(({ stages }) => stages.map(({ id }) => id))
        .filter((id) => !known.has(id) && !asked.has(id))
        .slice(0, AT_ONCE);
    };
    const work = async (): Promise<void> => {
      for (let ids = next(); ids.length > 0 && !isLeft; ids = next()) {
        ids.forEach((id) => asked.add(id));
        const answer = await send<Record<string, GradeChance | null>>(
          'GET',
          `/api/stages/sureness?stages=${ids.join(',')}`,
        );
        if (answer.kind !== 'ok') {
          ids.forEach((id) => asked.delete(id));
          return;
        }
        for (const [id, chance] of Object.entries(answer.value)) known.set(Number(id), chance);
        if (!isLeft) setSureness(new Map(known));
      }
    };
    const wait = (): void => {
      clearTimeout(still);
      still = setTimeout(() => {
        work().catch((error: unknown) => console.error('how sure the jobs are', error));
      }, STILL_MS);
    };
    wait();
    addEventListener('scroll', wait, { passive: true });
    return () => {
      isLeft = true;
      clearTimeout(still);
      removeEventListener('scroll', wait);
    };
    // Which rows there are; what is known of them is added to, and asks nothing anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [shown]);
  return sureness;
}
