import { atom } from 'nanostores';
import type { Assessment } from '../../core/assess';
import type { Build } from '../../core/format/build';
import { reader } from './reader';
import { beside } from '../../core/vehicle/asDelivered';
import {
  $activeId,
  $dragging,
  $stages,
  $vehicle,
  fileOf,
  put,
  vehicleFileOf,
  type Doc,
  type StageDoc,
} from './store';

const STILL_MS = 500;

/** Stages whose grade is that of the vehicle as it was before its last change. */
export const $outdated = atom<ReadonlySet<number>>(new Set());

function without(id: number): void {
  $outdated.set(new Set([...$outdated.get()].filter((one) => one !== id)));
}

/** A stage as it is with the vehicle that is on the page: as delivered follows it. */
export async function buildOf(vehicle: Doc, stage: StageDoc): Promise<Build | null> {
  const { readBuild } = await reader();
  const read = readBuild(beside(vehicleFileOf(vehicle), stage.position, fileOf(vehicle, stage)));
  return read.ok ? read.value : null;
}

/**
 * When the vehicle changes every stage stands otherwise, not only the one in front: the grades of the others are marked as out of
 * date at once, and judged one by one when the hand is still.
 */
export function followGrades(judge: (build: Build) => Promise<Assessment>, stillMs = STILL_MS): () => void {
  let known = $vehicle.get()?.document;
  let still: ReturnType<typeof setTimeout> | undefined;
  const judgeAll = async (): Promise<void> => {
    for (const id of $outdated.get()) {
      const vehicle = $vehicle.get();
      const stage = $stages.get().find((one) => one.id === id);
      // The one in front is judged where it is shown; one that is gone is nobody's.
      const build = vehicle && stage && id !== $activeId.get() ? await buildOf(vehicle, stage) : null;
      if (stage && build) {
        const { grade } = await judge(build);
        // Changed again meanwhile: this answer is of no vehicle any more, and all are asked anew.
        if ($vehicle.get()?.document !== vehicle?.document) return;
        if (stage.grade !== grade) put(stage, { grade });
      }
      without(id);
    }
  };
  const wait = (): void => {
    clearTimeout(still);
    still = setTimeout(() => {
      if ($dragging.get()) wait();
      else void judgeAll().catch((error: unknown) => console.error('stages were not judged anew', error));
    }, stillMs);
  };
  const stop = $vehicle.subscribe((vehicle) => {
    if (!vehicle || vehicle.document === known) return;
    const first = known === undefined;
    known = vehicle.document;
    if (first) return;
    $outdated.set(new Set($stages.get().flatMap(({ id }) => (id === $activeId.get() ? [] : [id]))));
    wait();
  });
  return () => {
    stop();
    clearTimeout(still);
  };
}
