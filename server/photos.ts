import { MOST_PHOTO_BYTES } from '../core/format/names';
import { z } from 'zod';
import sharp from 'sharp';
import type { Queryable } from '../data/client';
import { jobById } from '../data/jobs';
import { addPhoto, photoBytes } from '../data/log';
import type { Actor } from './versioned';
import { flag, type Reader } from './endpoint';
import { done, faulty, missing, type Outcome } from './errors';
import { kindOfPicture, MOST_PIXELS } from '../formats/photo/kinds';
import { MADE_ID } from '../core/format/log';

const LONGEST_PX = 2048;
const SMALL_PX = 320;

function refusal(bytes: Buffer): string | null {
  if (bytes.length > MOST_PHOTO_BYTES)
    return `has ${(bytes.length / 1e6).toFixed(1)} MB, more than ${MOST_PHOTO_BYTES / 1e6}; take it smaller, or crop it`;
  if (kindOfPicture(bytes) === 'heic')
    return 'is a HEIC picture, which not every screen can show; set the camera to JPEG (“most compatible”), or save it as JPEG or PNG';
  return null;
}

/**
 * The picture twice, large and small, encoded anew so that nothing but its pixels stays (no place, no camera, no time); or what is
 * the matter with its bytes. `upright` turns it as its file says; what was found in a picture's own pixels needs it as it is.
 */
export async function encoded(bytes: Buffer, upright = true) {
  const refused = refusal(bytes);
  if (refused) return refused;
  try {
    const picture = sharp(bytes, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
    const { format } = await picture.metadata();
    if (format !== 'jpeg' && format !== 'png') return `is ${format}; send it as JPEG or PNG`;
    const turned = (upright ? picture.rotate() : picture).flatten({ background: '#ffffff' });
    const encode = (longest: number) =>
      turned
        .clone()
        .resize({ width: longest, height: longest, fit: 'inside', withoutEnlargement: true })
        .jpeg({ quality: 82 })
        .toBuffer({ resolveWithObject: true });
    const [large, small] = await Promise.all([encode(LONGEST_PX), encode(SMALL_PX)]);
    return { large, small };
  } catch {
    return 'cannot be read as a picture; send it as JPEG or PNG';
  }
}

/**
 * Keeps a picture of a job: turned upright, at most 2048 px long, encoded anew so that nothing but its pixels stays (no
 * place, no camera, no time). One that is sent twice stands once. JPEG and PNG only.
 */
export async function keepPhoto(
  { db, person }: Pick<Actor, 'db' | 'person'>,
  jobId: number,
  id: string,
  bytes: Buffer,
): Promise<Outcome<{ id: string }>> {
  if (!MADE_ID.test(id)) return faulty([{ path: 'id', message: 'is no id of a photo' }]);
  if (!(await jobById(db, jobId))) return missing('job');
  const made = await encoded(bytes);
  if (typeof made === 'string') return faulty([{ path: 'photo', message: made }]);
  const { large, small } = made;
  await addPhoto(db, {
    id,
    jobId,
    widthPx: large.info.width,
    heightPx: large.info.height,
    jpeg: large.data,
    small: small.data,
    person: person.name,
  });
  return done({ id });
}

export const photoOf = (db: Queryable, id: string, small: boolean): Promise<Buffer | undefined> =>
  photoBytes(db, id, small);

export const photoQuery = z.strictObject({ small: flag });
export const pictureReader: Reader<Buffer> = { type: 'picture', read: (bytes) => done(bytes) };

/** A picture that never changes under its address. */
export const jpegAnswer = (bytes: Buffer): Response =>
  new Response(new Uint8Array(bytes), {
    headers: { 'content-type': 'image/jpeg', 'cache-control': 'private, max-age=31536000, immutable' },
  });
