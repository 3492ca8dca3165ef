import { useEffect } from 'react';
import { fetched } from './later';

const frame = async () => (await import('./DialogFrame')).DialogFrame;

/** A sheet laid over the bench: closed with Escape, its own button, or a press beside it. */
export const SheetDialog = fetched('The dialog', frame);

/** Asks for the code of dialogs once a page can be used, so that it is there when one is opened, with a network or without. */
export function useDialogsSoon(): void {
  useEffect(() => void frame().catch(() => undefined), []);
}
