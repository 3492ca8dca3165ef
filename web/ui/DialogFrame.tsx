import * as Dialog from '@radix-ui/react-dialog';
import { X } from 'lucide-react';
import type { ReactNode } from 'react';

export type FrameProps = {
  title: string;
  close: () => void;
  children: ReactNode;
  /** For tables. */
  wide?: boolean;
};

/** What a dialog stands in, and what keeps the hand in it. */
export function DialogFrame({ title, close, children, wide }: FrameProps) {
  return (
    <Dialog.Root open onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-black/40" />
        <Dialog.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(event) => {
            // Where a dialog says what comes first, the hand is there, and not on the button that closes it.
            const first = (event.currentTarget as HTMLElement).querySelector<HTMLElement>('[data-first]');
            if (!first) return;
            event.preventDefault();
            first.focus();
          }}
          className={`bg-sheet border-ink fixed top-[8vh] left-1/2 z-40 max-h-[84vh] ${wide ? 'w-[min(64rem,94vw)]' : 'w-[min(44rem,92vw)]'} -translate-x-1/2 overflow-y-auto border-2 p-5`}
        >
          <div className="mb-3 flex items-center justify-between">
            <Dialog.Title className="font-tight text-xl font-semibold">{title}</Dialog.Title>
            <Dialog.Close className="plain-button" aria-label="Close">
              <X size={18} aria-hidden />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
