import { useStore } from '@nanostores/react';
import { wrap, type Remote } from 'comlink';
import { atom } from 'nanostores';
import type { AxleName } from '../../../core/format/names';
import type { KeptRound } from '../../../core/format/keptRound';
import type { PhotoRound } from '../../../core/format/photoRound';
import type { Side } from '../../../core/format/names';
import type { PhotoMeasurement } from '../../../core/photogrammetry/measure';
import type { RoundPicture } from '../../../core/photogrammetry/roundInput';
import { madeId } from '../../state/madeId';
import { $photographed } from '../../state/photographed';
import type { PhotosApi } from '../../workers/photos.worker';

/** Which way the wheel stood in a picture: the first is straight ahead at ride height. */
export const STATES = [
  ['straight', 'straight, ride height'],
  ['inside', 'full lock, on the inside'],
  ['outside', 'full lock, on the outside'],
  ['bump', 'jacked into bump'],
  ['droop', 'hanging in droop'],
] as const;
export type PhotoState = (typeof STATES)[number][0];

/** The state that a round has a picture in; straight ahead where it says none. */
export function stateIn({ states }: Pick<PhotoRound, 'states'>, name: string): PhotoState {
  const said = states?.find(({ photos }) => photos.includes(name))?.state;
  return STATES.find(([state]) => state === said)?.[0] ?? 'straight';
}

/** A picture of the round on the page; `jpeg` is what is kept of it, gone once it is. */
export type Shot = RoundPicture & {
  id: string;
  turns: number;
  url: string;
  state: PhotoState;
  jpeg?: Blob;
};

export type PhotosState = {
  shots: Shot[];
  chosen: string;
  busy: { words: string; share: number } | null;
  faults: string[];
  outboardMm: number | undefined;
  /** What a card belongs to where it is not as it was printed; '' is nothing. */
  assigned: Record<number, string>;
  measured: PhotoMeasurement | null;
  /** Which end was photographed. */
  axle: AxleName | null;
  /** The pictures came from the simulated phone. */
  simulated: boolean;
  focal35Mm: number | undefined;
  /** The key that the round is kept under, made with its first picture. */
  key: string;
  /** As what it is kept; `changed` since, or waiting on this device to be sent. */
  kept: { version: number; changed: boolean; waits: boolean } | null;
  /** What it said of parts that had been read otherwise, when it was first kept. */
  against: KeptRound['against'];
};

const EMPTY: PhotosState = {
  shots: [],
  chosen: '',
  busy: null,
  faults: [],
  outboardMm: undefined,
  assigned: {},
  measured: null,
  axle: null,
  simulated: false,
  focal35Mm: undefined,
  key: '',
  kept: null,
  against: [],
};

/** The round of the page: its pictures stay while another leaf is in front. */
export const $photos = atom<PhotosState>(EMPTY);
export function setPhotos(part: Partial<PhotosState>): void {
  const before = $photos.get();
  // Whatever takes the measurement away makes it another round than the one that is kept.
  const kept = part.measured === null && before.kept ? { ...before.kept, changed: true } : before.kept;
  $photos.set({ ...before, kept, ...part });
  const { measured, axle } = $photos.get();
  $photographed.set(measured ? axle : null);
}

let worker: Remote<PhotosApi> | null = null;
function photosWorker(): Remote<PhotosApi> {
  worker ??= wrap<PhotosApi>(
    new Worker(new URL('../../workers/photos.worker.ts', import.meta.url), { type: 'module' }),
  );
  return worker;
}

export const usePhotos = (): PhotosState => useStore($photos);

export function clearPhotos(): void {
  for (const { url } of $photos.get().shots) if (url.startsWith('blob:')) URL.revokeObjectURL(url);
  $photos.set(EMPTY);
  $photographed.set(null);
}

/** Finds the cards in pictures, one after the other; each is shown as soon as it was looked at. */
export async function addPictures(
  files: readonly { name: string; file: Blob; state: PhotoState }[],
): Promise<void> {
  const faults: string[] = [];
  for (const [i, { name, file, state }] of files.entries()) {
    setPhotos({ busy: { words: `Looking for cards in ${name}`, share: i / files.length }, measured: null });
    if ($photos.get().shots.some((shot) => shot.name === name)) {
      faults.push(`${name} is there already; rename it if it is another picture`);
      continue;
    }
    try {
      const answer = await photosWorker().find(name, file);
      if (!answer.ok) faults.push(answer.message);
      else {
        const { picture, shown, turns } = answer;
        const shot: Shot = {
          ...picture,
          id: madeId(),
          turns,
          url: URL.createObjectURL(shown),
          state,
          jpeg: shown,
        };
        const { shots, chosen, key } = $photos.get();
        setPhotos({ shots: [...shots, shot], chosen: chosen || name, key: key || madeId() });
      }
    } catch (error) {
      faults.push(
        `${name} could not be looked at: ${error instanceof Error ? error.message : String(error)}`,
      );
    }
  }
  setPhotos({ busy: null, faults });
}

/** The set-up as it stands: what was printed, changed where a hand said so. */
export function roundOf(
  { shots, assigned, outboardMm, focal35Mm }: PhotosState,
  printed: readonly { obstacle: string; ids: readonly number[] }[],
  side: Side,
): PhotoRound {
  const obstacles = new Map(
    printed.map(({ obstacle, ids }) => [obstacle, ids.filter((id) => assigned[id] === undefined)]),
  );
  for (const [id, obstacle] of Object.entries(assigned))
    if (obstacle !== '')
      obstacles.set(
        obstacle,
        [...(obstacles.get(obstacle) ?? []), Number(id)].sort((a, b) => a - b),
      );
  const states = STATES.map(([state]) => ({
    state,
    photos: shots.filter((shot) => shot.state === state).map(({ name }) => name),
  })).filter(({ photos }) => photos.length > 0);
  return {
    format: 'vexlo/photo-round',
    version: 1,
    side,
    plate: { outboardMm: outboardMm ?? 0 },
    ...(focal35Mm === undefined ? {} : { focal35Mm }),
    obstacles: [...obstacles]
      .filter(([, ids]) => ids.length > 0)
      .map(([obstacle, ids]) => ({ obstacle, ids: [...ids] })),
    states,
  };
}

const sightingsOf = ({ name, width, height, focal35Mm, camera, found }: Shot): RoundPicture => ({
  name,
  width,
  height,
  ...(focal35Mm === undefined ? {} : { focal35Mm }),
  ...(camera === undefined ? {} : { camera }),
  found,
});

/** Adjusts everything in the worker; what is refused is said picture by picture. */
export async function measurePhotos(round: PhotoRound, axle: AxleName): Promise<void> {
  setPhotos({ busy: { words: 'Computing where everything stands', share: 0.5 }, faults: [], measured: null });
  try {
    const pictures = $photos.get().shots.map(sightingsOf);
    const answer = await photosWorker().measure(round, pictures);
    if (answer.ok) setPhotos({ measured: answer.value, axle });
    else setPhotos({ faults: answer.faults.map(({ path, message }) => `${path} ${message}`) });
  } catch (error) {
    setPhotos({
      faults: [`It could not be computed: ${error instanceof Error ? error.message : String(error)}`],
    });
  }
  setPhotos({ busy: null });
}
