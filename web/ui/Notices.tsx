import { useEffect } from 'react';
import { toast, Toaster } from 'sonner';
import { tellBy } from '../state/notices';
import { useDialogsSoon } from './Dialog';

/** Where notices come up. */
export function Notices() {
  useDialogsSoon();
  useEffect(() => tellBy((words, options) => void toast(words, options)), []);
  return <Toaster position="bottom-left" toastOptions={{ className: 'vexlo-toast' }} />;
}
