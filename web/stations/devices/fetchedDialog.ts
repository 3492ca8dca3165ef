import { fetched } from '../../ui/later';

/** The dialog that reads devices, fetched when one is to be read. */
export const DevicesDialog = fetched(
  'The dialog',
  async () => (await import('./DevicesDialog')).DevicesDialog,
);
