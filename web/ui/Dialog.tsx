import { lazy, Suspense, useEffect } from 'react';
import { Boundary } from './Boundary';
import type { FrameProps } from './DialogFrame';

const frame = () => import('./DialogFrame');
const Frame = lazy(async () => ({ default: (await frame()).DialogFrame }));

/** A sheet laid over the bench: closed with Escape, its own button, or a press beside it. */
export function SheetDialog(props: FrameProps) {
  return (
    <Boundary what="The dialog" again={() => location.reload()}>
      <Suspense>
        <Frame {...props} />
      </Suspense>
    </Boundary>
  );
}

/** Asks for the code of dialogs once a page can be used, so that it is there when one is opened, with a network or without. */
export function useDialogsSoon(): void {
  useEffect(() => void frame().catch(() => undefined), []);
}
