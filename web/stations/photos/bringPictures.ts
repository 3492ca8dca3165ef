import type { PhoneRoll } from '../../../server/devices/phone';
import { send } from '../../state/apiClient';
import { addPictures, clearPhotos, setPhotos, stateIn, STATES, type PhotoState } from './usePhotos';

/** A state's name in a file's name says which state it is, as the simulated phone's do. */
const stateOf = (name: string): PhotoState =>
  STATES.find(([state]) => name.toLowerCase().startsWith(state))?.[0] ?? 'straight';

export const filesOf = (list: Iterable<File>): { name: string; file: Blob; state: PhotoState }[] =>
  [...list].map((file) => ({ name: file.name, file, state: stateOf(file.name) }));

/** The whole round of the simulated phone, as if it had been chosen from it. */
export async function fromPhone(): Promise<void> {
  const roll = await send<PhoneRoll>('GET', '/api/devices/phone');
  if (roll.kind !== 'ok') {
    setPhotos({
      faults: [
        roll.kind === 'refused' ? roll.message : 'No connection: the simulated phone was not reached.',
      ],
    });
    return;
  }
  clearPhotos();
  const { round, photos } = roll.value;
  const rank = (name: string): number => round.states?.findIndex(({ photos: of }) => of.includes(name)) ?? 0;
  setPhotos({
    simulated: true,
    outboardMm: round.plate.outboardMm,
    focal35Mm: round.focal35Mm,
    busy: { words: 'Fetching the pictures', share: 0 },
  });
  const files = await Promise.all(
    // Straight ahead first, then turned and lifted, as they were taken.
    [...photos]
      .sort((a, b) => rank(a) - rank(b))
      .map(async (name) => ({
        name,
        file: await (await fetch(`/api/devices/phone/${name}`)).blob(),
        state: stateIn(round, name),
      })),
  );
  await addPictures(files);
}
