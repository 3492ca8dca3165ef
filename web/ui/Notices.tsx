import { useEffect } from 'react';
import { toast, Toaster } from 'sonner';
import { tellBy } from '../state/notices';

/** Where notices come up. */
export function Notices() {
  useEffect(() => tellBy((words, options) => void toast(words, options)), []);
  return <Toaster position="bottom-left" toastOptions={{ className: 'vexlo-toast' }} />;
}
