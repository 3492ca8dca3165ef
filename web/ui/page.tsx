import { useEffect } from 'react';
import { Toaster } from 'sonner';
import { watchSignIn } from '../state/signedOut';

/** Says on the document that the page can be used: its islands are alive. */
export function useReady(): void {
  useEffect(() => {
    document.documentElement.dataset['ready'] = 'true';
  }, []);
}

/** Where a page says in passing what was done or refused. */
export function Toasts() {
  useEffect(watchSignIn, []);
  return <Toaster position="bottom-left" toastOptions={{ className: 'vexlo-toast' }} />;
}
