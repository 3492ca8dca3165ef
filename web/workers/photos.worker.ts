import { expose } from 'comlink';
import type { PhotoRound } from '../../core/format/photoRound';
import { measureRound } from '../../core/photogrammetry/measure';
import type { RoundPicture } from '../../core/photogrammetry/roundInput';
import { cameraOf } from '../../formats/photo/camera';
import { findCards, type Grey } from '../../formats/photo/findCards';
import { kindOfPicture, LEAST_SIDE_PX, MOST_PIXELS } from '../../formats/photo/kinds';
import { whenReady, type OpenCv } from '../../formats/photo/openCv';

type Answer<T> = ({ ok: true } & T) | { ok: false; message: string };

/** The finder of cards, about 11 MB: loaded when the first picture comes. */
let finder: Promise<{ cv: OpenCv }> | undefined;
const openCv = (): Promise<{ cv: OpenCv }> => {
  finder ??= import('../../formats/photo/openCvModule').then(({ held }) => whenReady(held.cv));
  return finder;
};

/** Pictures are shown, and kept, at most this long. */
const LONGEST_PX = 1600;

/** A picture small enough to show, as the sensor has it; encoded anew, so that nothing but its pixels is in it. */
async function scaled(bitmap: ImageBitmap): Promise<Blob | undefined> {
  const share = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
  const canvas = new OffscreenCanvas(Math.round(bitmap.width * share), Math.round(bitmap.height * share));
  const context = canvas.getContext('2d');
  if (!context) return undefined;
  context.imageSmoothingQuality = 'high';
  context.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.82 });
}

/** A picture in greys, and to be shown; what is wrong with it in words. */
async function greyOf(file: Blob): Promise<Answer<{ grey: Grey; shown: Blob }>> {
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
    // The sensor's own pixels: the lens has its middle there, whichever way the camera was held.
    bitmap = await createImageBitmap(file, { imageOrientation: 'none' });
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
  const shown = await scaled(bitmap);
  bitmap.close();
  if (!shown) return { ok: false, message: 'cannot be drawn on this device' };
  const { data } = context.getImageData(0, 0, width, height);
  const levels = new Uint8Array(width * height);
  for (let i = 0; i < levels.length; i++)
    levels[i] = 0.299 * (data[i * 4] ?? 0) + 0.587 * (data[i * 4 + 1] ?? 0) + 0.114 * (data[i * 4 + 2] ?? 0);
  return { ok: true, grey: { width, height, levels }, shown };
}

const api = {
  /** The cards of one picture. */
  async find(
    name: string,
    file: Blob,
  ): Promise<Answer<{ picture: RoundPicture; shown: Blob; turns: number }>> {
    const read = await greyOf(file);
    if (!read.ok) return { ok: false, message: `${name} ${read.message}` };
    const { cv } = await openCv();
    const { width, height } = read.grey;
    const { turns, ...camera } = await cameraOf(await file.arrayBuffer());
    return {
      ok: true,
      picture: { name, width, height, ...camera, found: findCards(cv, read.grey) },
      shown: read.shown,
      turns,
    };
  },

  measure: (round: PhotoRound, pictures: RoundPicture[]): ReturnType<typeof measureRound> =>
    measureRound(round, pictures),
};
export type PhotosApi = typeof api;
expose(api);
