import { expose } from 'comlink';
import type { PhotoRound } from '../../core/format/photoRound';
import { measureRound } from '../../core/photogrammetry/measure';
import type { RoundPicture } from '../../core/photogrammetry/roundInput';
import { findCards } from '../../formats/photo/findCards';
import { kindOfPicture } from '../../formats/photo/kinds';
import { whenReady, type OpenCv } from '../../formats/photo/openCv';

type Answer<T> = ({ ok: true } & T) | { ok: false; message: string };

/** The finder of cards, about 11 MB: loaded when the first picture comes. */
let finder: Promise<{ cv: OpenCv }> | undefined;
const ready = (): Promise<{ cv: OpenCv }> => {
  finder ??= import('../../formats/photo/openCvModule').then(({ held }) => whenReady(held.cv));
  return finder;
};

const MOST_PIXELS = 60e6;
const LEAST_SIDE_PX = 320;

/** What a picture's file says of its camera. */
async function cameraOf(file: Blob): Promise<Pick<RoundPicture, 'focal35Mm' | 'camera'>> {
  const { default: exifr } = await import('exifr');
  const tags: unknown = await exifr
    .parse(await file.arrayBuffer(), ['FocalLengthIn35mmFormat', 'Make', 'Model'])
    .catch(() => undefined);
  const said = (tags ?? {}) as Record<string, unknown>;
  const focal = said['FocalLengthIn35mmFormat'];
  const camera = [said['Make'], said['Model']].filter((one) => typeof one === 'string').join(' ');
  return {
    ...(typeof focal === 'number' && focal >= 8 && focal <= 400 ? { focal35Mm: focal } : {}),
    ...(camera ? { camera } : {}),
  };
}

/** A picture in greys; what is wrong with it in words. */
async function greyOf(
  file: Blob,
): Promise<Answer<{ grey: { width: number; height: number; levels: Uint8Array } }>> {
  const kind = kindOfPicture(new Uint8Array(await file.slice(0, 16).arrayBuffer()));
  if (kind === 'heic')
    return {
      ok: false,
      message: 'is a HEIC picture; set the camera to JPEG (“most compatible”), or save it as JPEG',
    };
  if (kind === undefined)
    return { ok: false, message: 'is neither JPEG nor PNG; give the pictures as the camera wrote them' };
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    return { ok: false, message: 'cannot be read as a picture; copy it from the camera again' };
  }
  const { width, height } = bitmap;
  if (width * height > MOST_PIXELS || Math.min(width, height) < LEAST_SIDE_PX)
    return {
      ok: false,
      message: `has ${width} × ${height} pixels; give pictures of ${LEAST_SIDE_PX} a side to ${MOST_PIXELS / 1e6} million`,
    };
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return { ok: false, message: 'cannot be drawn on this device' };
  context.drawImage(bitmap, 0, 0);
  bitmap.close();
  const { data } = context.getImageData(0, 0, width, height);
  const levels = new Uint8Array(width * height);
  for (let i = 0; i < levels.length; i++)
    levels[i] = 0.299 * (data[i * 4] ?? 0) + 0.587 * (data[i * 4 + 1] ?? 0) + 0.114 * (data[i * 4 + 2] ?? 0);
  return { ok: true, grey: { width, height, levels } };
}

const api = {
  /** The cards of one picture. */
  async find(name: string, file: Blob): Promise<Answer<{ picture: RoundPicture }>> {
    const read = await greyOf(file);
    if (!read.ok) return { ok: false, message: `${name} ${read.message}` };
    const { cv } = await ready();
    const { width, height } = read.grey;
    return {
      ok: true,
      picture: { name, width, height, ...(await cameraOf(file)), found: findCards(cv, read.grey) },
    };
  },

  measure: (round: PhotoRound, pictures: RoundPicture[]): ReturnType<typeof measureRound> =>
    measureRound(round, pictures),
};
export type PhotosApi = typeof api;
expose(api);
