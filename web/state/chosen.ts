import { useEffect, useMemo, useState } from 'react';
import { chosenParts, tireMakerOf, type Chosen } from '../../core/catalog/chosen';
import { itemName } from '../../core/catalog/items';
import type { Build } from '../../core/format/build';
import type { Candidates } from '../../server/chosen';
import { send } from './apiClient';
import { $job, $stages } from './store';

/** What of the catalog a package with this tire and wheel could be made of; null where it cannot be had just now. */
async function candidatesNamed(tire: string, wheel: string): Promise<Candidates | null> {
  const job = $job.get();
  if (!job) return null;
  const query = new URLSearchParams({ tire, wheel });
  const answer = await send<Candidates>('GET', `/api/jobs/${job.id}/chosen?${query}`);
  // Without a connection the shop's rules price it.
  return answer.kind === 'ok' ? answer.value : null;
}

export const candidatesOf = ({ package: { tire, wheel } }: Build): Promise<Candidates | null> =>
  candidatesNamed(tire.code, itemName('wheel', wheel));

/** Whose tire a stage of the page has, where that was written down. */
function makerOn(stageId: number | undefined): string | undefined {
  const stage = $stages.get().find(({ id }) => id === stageId);
  return stage && tireMakerOf((stage.document as { package: { tire: object } }).package.tire);
}

const chosenFrom = (build: Build, stageId: number | undefined, from: Candidates | null): Chosen =>
  from ? chosenParts(build, { ...from, tireMaker: makerOn(stageId) }, from.items) : {};

/** The things of the catalog that the build of a stage has, as the catalog is now. */
export const chosenNow = async (build: Build, stageId: number | undefined): Promise<Chosen> =>
  chosenFrom(build, stageId, await candidatesOf(build));

/** The same for what is on the page; null until they are read. */
export function useChosen(build: Build, stageId: number | undefined): Chosen | null {
  const [from, setFrom] = useState<Candidates | null | undefined>();
  const tire = build.package.tire.code;
  const wheel = itemName('wheel', build.package.wheel);
  useEffect(() => {
    let here = true;
    void candidatesNamed(tire, wheel).then((found) => {
      if (here) setFrom(found);
    });
    return () => {
      here = false;
    };
  }, [tire, wheel]);
  return useMemo(
    () => (from === undefined ? null : chosenFrom(build, stageId, from)),
    [build, stageId, from],
  );
}
