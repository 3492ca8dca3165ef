import sharp from 'sharp';
import type { Result } from '../../core/result';
import type { Grey } from './findCards';
import { cameraOf } from './camera';
import { kindOfPicture, LEAST_SIDE_PX, MOST_PIXELS } from './kinds';

/** A picture of a round as it is measured: the sensor's own pixels, not turned, and what its file says of the camera. */
export type RoundPhoto = { grey: Grey; focal35Mm?: number; camera?: string };

/** Unpacks a JPEG or PNG in Node; what is wrong with it in words, each with the cure. */
export async function decodePhoto(bytes: Uint8Array): Promise<Result<RoundPhoto, { message: string }>> {
  const refuse = (message: string): { ok: false; message: string } => ({ ok: false, message });
  const kind = kindOfPicture(bytes);
  if (bytes.length === 0) return refuse('is empty; copy it from the camera again');
  if (kind === 'heic')
    return refuse(
      'is a HEIC picture, whatever its name says; set the camera to JPEG ("most compatible"), or save it as JPEG',
    );
  if (kind === undefined)
    return refuse('is neither JPEG nor PNG; give the pictures as the camera wrote them');
  try {
    // Told before anything is unpacked.
    const { width, height } = await sharp(bytes, { limitInputPixels: false }).metadata();
    if (width * height > MOST_PIXELS)
      return refuse(
        `has ${width} × ${height} pixels, more than ${MOST_PIXELS / 1e6} million; take it at 12 million or scale all pictures of the round alike`,
      );
    if (Math.min(width, height) < LEAST_SIDE_PX)
      return refuse(
        `has ${width} × ${height} pixels, too few to show a card; give pictures of at least ${LEAST_SIDE_PX} a side`,
      );
    const { data, info } = await sharp(bytes, { failOn: 'truncated' })
      .flatten({ background: '#ffffff' })
      .greyscale()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const grey = { width: info.width, height: info.height, levels: new Uint8Array(data) };
    const { turns: _, ...camera } = await cameraOf(bytes);
    return { ok: true, value: { grey, ...camera } };
  } catch (error) {
    const cut = /truncat|premature|end of|corrupt|incomplete/i.test(String(error));
    return refuse(
      cut
        ? 'ends before its picture does, or is damaged; copy it from the camera again'
        : 'cannot be read as a picture; copy it from the camera again',
    );
  }
}
