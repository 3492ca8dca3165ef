import { atom } from 'nanostores';
import type { readBuild, readStage } from '../../core/format/read';

/** What checks a build: a third of the code of a sheet, and asked of it first when something is changed. */
export type Reader = { readBuild: typeof readBuild; readStage: typeof readStage };

/** It comes when the page can be used; null until then. On the server, which draws what it read, it is there. */
export const $reader = atom<Reader | null>(
  import.meta.env.SSR ? await import('../../core/format/read') : null,
);

/** What is said where code that is asked for late does not come. */
export const NOT_ARRIVED = 'a part of the page did not arrive. Load the page again.';

let coming: Promise<Reader> | undefined;

/** What checks a build, asked for once. Rejects where its code does not arrive. */
export function reader(): Promise<Reader> {
  coming ??= import('../../core/format/read').then((read) => {
    $reader.set(read);
    return read;
  });
  return coming;
}
