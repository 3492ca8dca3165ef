import { toast } from './notices';
import { signInAddress } from './doors';
import { whenSignedOut } from './apiClient';

/** Says, where the server knows nobody any more, that nothing is lost, and leads to sign in and back. */
export function watchSignIn(): void {
  whenSignedOut(() => {
    toast('You are signed out here. What you typed is kept on this device and stored when you are back.', {
      id: 'signed-out',
      duration: Infinity,
      action: { label: 'Sign in', onClick: () => (location.href = signInAddress(location)) },
    });
  });
}
