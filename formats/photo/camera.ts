import exifr from 'exifr';
import type { RoundPicture } from '../../core/photogrammetry/roundInput';

/** Quarter turns, clockwise, until a picture stands upright, by its file's orientation; mirrored ones are as if they were not. */
const TURNS: Readonly<Record<number, number>> = { 3: 2, 4: 2, 5: 1, 6: 1, 7: 3, 8: 3 };

type CameraSaid = Pick<RoundPicture, 'focal35Mm' | 'camera'> & { turns: number };

/** What a picture's file says of its camera, where it does: the equivalent focal length, the name, and how it was held. */
export async function cameraOf(file: Uint8Array | ArrayBuffer): Promise<CameraSaid> {
  const tags: unknown = await exifr
    .parse(file, {
      pick: ['FocalLengthIn35mmFormat', 'Make', 'Model', 'Orientation'],
      translateValues: false,
    })
    .catch(() => undefined);
  const said = (tags ?? {}) as Record<string, unknown>;
  const focal = said['FocalLengthIn35mmFormat'];
  const camera = [said['Make'], said['Model']].filter((one) => typeof one === 'string').join(' ');
  return {
    ...(typeof focal === 'number' && focal >= 8 && focal <= 400 ? { focal35Mm: focal } : {}),
    ...(camera ? { camera } : {}),
    turns: TURNS[Number(said['Orientation'])] ?? 0,
  };
}
