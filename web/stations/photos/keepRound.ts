import { toast } from '../../state/notices';
import type { AxleName } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import type { KeptRound } from '../../../core/format/keptRound';
import type { PhotoRound } from '../../../core/format/photoRound';
import { heldAgainst } from '../../../core/measure/heldAgainst';
import { squarest } from '../../../core/photogrammetry/packageInPhoto';
import type { RoundWhole } from '../../../server/rounds';
import { refusalWords, send } from '../../state/apiClient';
import { $photos, clearPhotos, setPhotos, stateIn, type Shot } from './usePhotos';
import { holdRound, sendRounds, waitingRounds } from './waitingRounds';

/** What each picture is called where it is kept: its file's name may say when it was taken, by what and of whom. */
function keptNames(shots: readonly Shot[]): Map<string, string> {
  const counts = new Map<string, number>();
  return new Map(
    shots.map(({ name, state }) => {
      const n = (counts.get(state) ?? 0) + 1;
      counts.set(state, n);
      return [name, `${state} ${n}`];
    }),
  );
}

/** The round on the page as it is kept: its pictures under names of their own. */
function keptRound(round: PhotoRound, shots: readonly Shot[]): Pick<KeptRound, 'round' | 'pictures'> {
  const names = keptNames(shots);
  const called = (name: string): string => names.get(name) ?? name;
  return {
    round: {
      ...round,
      ...(round.states
        ? { states: round.states.map(({ state, photos }) => ({ state, photos: photos.map(called) })) }
        : {}),
    },
    pictures: shots.map(({ id, name, width, height, focal35Mm, turns, found }) => ({
      id,
      name: called(name),
      width,
      height,
      ...(focal35Mm === undefined ? {} : { focal35Mm }),
      turns,
      found: found.map((one) => ({ id: one.id, corners: [...one.corners] })),
    })),
  };
}

/** Sends what waits; the round on the page learns what became of it. Answers with how many still wait. */
export async function sendWaiting(): Promise<number> {
  for (const sent of await sendRounds()) {
    const { key, kept } = $photos.get();
    if ('refused' in sent) {
      toast(`The photo round was not kept: ${sent.refused}`);
      if (sent.key === key) setPhotos({ kept: null });
    } else if ('kept' in sent && sent.key === key && kept)
      setPhotos({
        kept: { ...kept, version: sent.kept.version, waits: false },
        // What is on the server is not held here as well; a picture that came meanwhile still is.
        shots: $photos
          .get()
          .shots.map(({ jpeg, ...shot }) =>
            jpeg && !sent.pictures.includes(shot.id) ? { ...shot, jpeg } : shot,
          ),
      });
  }
  return waitingRounds();
}

/** Keeps the round on the page with its vehicle: on this device at once, on the server as soon as it can be reached. */
export async function keepRound(
  vehicle: Vehicle,
  vehicleId: number,
  axle: AxleName,
  round: PhotoRound,
): Promise<void> {
  // What is on its way is kept first: the one after it is made on the version that it becomes.
  if ($photos.get().kept?.waits) await sendWaiting();
  const { key, kept, simulated, shots, measured, against: before } = $photos.get();
  if (!measured || (kept && !kept.changed)) return;
  const version = kept?.version ?? 0;
  // What was taken over from it since is no measure of it.
  const against = before.length > 0 ? before : heldAgainst(vehicle, axle, measured);
  try {
    await holdRound({
      vehicleId,
      round: { key, version, axle, simulated, ...keptRound(round, shots), against },
      pictures: shots.flatMap(({ id, jpeg }) => (jpeg ? [{ id, jpeg }] : [])),
    });
    setPhotos({ kept: { version, changed: false, waits: true }, against });
    await sendWaiting();
  } catch (error) {
    toast(`The photo round was not kept: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** Brings a kept round back to the page, to look at, to draw into, or to add pictures to. */
export async function openRound(
  id: number,
  printed: readonly { obstacle: string; ids: readonly number[] }[],
): Promise<void> {
  const { shots, kept } = $photos.get();
  if (shots.length > 0 && (!kept || kept.changed)) {
    setPhotos({
      faults: [
        'The pictures on the page are not kept yet: keep them with the vehicle, or start anew, first.',
      ],
    });
    return;
  }
  setPhotos({ busy: { words: 'Fetching the round', share: 0 }, faults: [] });
  const answer = await send<RoundWhole>('GET', `/api/rounds/${id}`);
  if (answer.kind !== 'ok') {
    setPhotos({ busy: null, faults: [refusalWords(answer)] });
    return;
  }
  const { round, pictures, held, measured, axle, simulated, key, version, against } = answer.value;
  clearPhotos();
  const owners = new Map(round.obstacles.flatMap(({ obstacle, ids }) => ids.map((one) => [one, obstacle])));
  const usual = new Map(printed.flatMap(({ obstacle, ids }) => ids.map((one) => [one, obstacle] as const)));
  const cards = [...new Set([...owners.keys(), ...usual.keys()])];
  setPhotos({
    key,
    kept: { version, changed: false, waits: false },
    axle,
    simulated,
    measured,
    against,
    outboardMm: round.plate.outboardMm,
    focal35Mm: round.focal35Mm,
    assigned: Object.fromEntries(
      cards.filter((one) => owners.get(one) !== usual.get(one)).map((one) => [one, owners.get(one) ?? '']),
    ),
    shots: pictures.map((picture) => ({
      ...picture,
      url: held.includes(picture.id) ? `/api/rounds/${id}/pictures/${picture.id}` : '',
      state: stateIn(round, picture.name),
    })),
    chosen: squarest(measured.views)?.name ?? pictures[0]?.name ?? '',
  });
}
