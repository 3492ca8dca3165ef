import { atom } from 'nanostores';
import type { GradeChance } from '../../core/clearance/sureness';
import type { Build } from '../../core/format/build';
import { buildOf } from './followGrades';
import { $activeId, $dragging, $stages, $vehicle, type Doc, type StageDoc } from './store';

/** What the sureness of a stage was worked out for: it says nothing of a later vehicle or package. */
type Known = Pick<StageDoc, 'document'> & { vehicle: Doc['document']; chance: GradeChance | null };

/** How sure the grades of the stages are that are not in front, by stage; null is a grade in which chance has no say. */
export const $sureness = atom<ReadonlyMap<number, Known>>(new Map());

/** Long enough that what is in front has been judged, its cures too. */
const STILL_MS = 1200;

const isOf = (known: Known | undefined, stage: StageDoc, vehicle: Doc | null): boolean =>
  known?.document === stage.document && known.vehicle === vehicle?.document;

/** The chance of a stage as it is now; undefined until it was worked out. */
export function surenessOfStage(
  sureness: ReadonlyMap<number, Known>,
  stage: StageDoc,
  vehicle: Doc | null,
): GradeChance | null | undefined {
  const known = sureness.get(stage.id);
  return known && isOf(known, stage, vehicle) ? known.chance : undefined;
}

/** Works out, one by one and while nothing else is wanted, how sure the grades of the stages are that are not in front. */
export function followSureness(
  ask: (build: Build) => Promise<GradeChance | null>,
  stillMs = STILL_MS,
): () => void {
  let still: ReturnType<typeof setTimeout> | undefined;
  let running = false;
  let ended = false;
  const next = (): StageDoc | undefined =>
    $stages
      .get()
      .find((one) => one.id !== $activeId.get() && !isOf($sureness.get().get(one.id), one, $vehicle.get()));
  const work = async (): Promise<void> => {
    running = true;
    try {
      for (let stage = next(); stage && !ended && !$dragging.get(); stage = next()) {
        const vehicle = $vehicle.get();
        const build = vehicle ? await buildOf(vehicle, stage) : null;
        if (!vehicle) return;
        const chance = build ? await ask(build) : null;
        const { document } = stage;
        $sureness.set(
          new Map($sureness.get()).set(stage.id, { document, vehicle: vehicle.document, chance }),
        );
      }
    } finally {
      running = false;
    }
  };
  const wait = (): void => {
    clearTimeout(still);
    still = setTimeout(() => {
      if (running || $dragging.get()) wait();
      else void work().catch((error: unknown) => console.error('how sure stages are', error));
    }, stillMs);
  };
  const stops = [$stages.subscribe(wait), $vehicle.subscribe(wait), $activeId.subscribe(wait)];
  return () => {
    ended = true;
    clearTimeout(still);
    stops.forEach((stop) => stop());
  };
}
