import { useEffect } from 'react';
import { fetched } from './later';
import { useAfterFirst } from '../state/useAfterFirst';
import { watchSignIn } from '../state/signedOut';

const Notices = fetched('What is said in passing', async () => (await import('./Notices')).Notices);

/** Says on the document that the page can be used: its islands are alive. */
export function useReady(): void {
  useEffect(() => {
    document.documentElement.dataset['ready'] = 'true';
  }, []);
}

/** Where a page says in passing what was done or refused. */
export function Toasts() {
  useEffect(watchSignIn, []);
  return useAfterFirst() && <Notices />;
}
