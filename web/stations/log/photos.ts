import { MOST_PHOTO_BYTES } from '../../../core/format/names';
import { createStore, del, entries, get, set } from 'idb-keyval';
import type { Fault } from '../../../core/format/fields';

/** A picture that waits to be sent, in the browser's own database: too large for its other store. */
type Waiting = { jobId: number; blob: Blob };

const store = (): ReturnType<typeof createStore> => createStore('vexlo-photos', 'waiting');

/** What is wrong with a picture before it is sent; null where it may go. */
export function photoFault(file: File): string | null {
  if (/heic|heif/i.test(file.type) || /\.(heic|heif)$/i.test(file.name))
    return 'This is a HEIC picture. Set the camera to JPEG (“most compatible”), or save it as JPEG or PNG.';
  if (!/^image\/(jpeg|png)$/.test(file.type)) return 'Only JPEG and PNG pictures are kept.';
  if (file.size > MOST_PHOTO_BYTES)
    return `This picture has ${(file.size / 1e6).toFixed(0)} MB, more than ${MOST_PHOTO_BYTES / 1e6}. Take it smaller, or crop it.`;
  return null;
}

export const holdPhoto = (id: string, jobId: number, blob: Blob): Promise<void> =>
  set(id, { jobId, blob } satisfies Waiting, store());

/** A picture that was taken here and may not have been sent yet. */
export const heldPhoto = async (id: string): Promise<Blob | undefined> =>
  (await get<Waiting>(id, store()))?.blob;

/**
 * Sends the pictures of a job that wait. Answers with the ids that the server refused and why; null where it could not be
 * reached, and they wait on.
 */
export async function sendPhotos(jobId: number): Promise<{ id: string; why: string }[] | null> {
  const refused: { id: string; why: string }[] = [];
  for (const [id, { jobId: of, blob }] of await entries<string, Waiting>(store())) {
    if (of !== jobId) continue;
    try {
      const response = await fetch(`/api/jobs/${jobId}/photos/${id}`, {
        method: 'PUT',
        body: blob,
        headers: { 'content-type': blob.type || 'application/octet-stream' },
      });
      // Whatever failed on the server's side is no refusal: the picture waits on.
      if (response.status >= 500) return null;
      if (!response.ok) {
        const body = (await response.json()) as { message?: string; faults?: Fault[] };
        refused.push({
          id,
          why: body.faults?.[0]?.message ?? body.message ?? `refused (${response.status})`,
        });
      }
      await del(id, store());
    } catch {
      return null;
    }
  }
  return refused;
}
