import type {
  AuthenticationResponseJSON,
  PublicKeyCredentialCreationOptionsJSON,
  PublicKeyCredentialRequestOptionsJSON,
  RegistrationResponseJSON,
} from '@simplewebauthn/browser';
import { noPasskeysAt } from '../../core/people/passkeyAddress';
import type { PasskeyLine } from '../../core/people/passkey';
import { send, type Answer } from './apiClient';

/** Why this page can use no passkey, in words; null where it can. */
export function noPasskeysHere(): string | null {
  const why = noPasskeysAt(location);
  if (why !== null) return why;
  return 'PublicKeyCredential' in window ? null : 'This browser knows no passkeys.';
}

/** What a device was asked came to nothing: why, as far as browsers tell. */
function unasked(error: unknown): Answer<never> {
  const words: Record<string, string> = {
    NotAllowedError: 'Nothing was chosen, or it took too long. Press again.',
    InvalidStateError: 'This device holds a passkey of yours already.',
    SecurityError: 'The browser ties passkeys to another address than this.',
  };
  const { name = '', message = '' } = error as Partial<Error>;
  return { kind: 'refused', status: 0, message: words[name] ?? message, faults: [] };
}

/** What a device answers to what the server asks it; what was refused where it was. */
async function answered<Options, Given>(
  path: string,
  body: object,
  ask: (optionsJSON: Options) => Promise<Given>,
): Promise<Answer<Given>> {
  const asked = await send<Options>('POST', path, body);
  if (asked.kind !== 'ok') return asked;
  try {
    return { kind: 'ok', value: await ask(asked.value) };
  } catch (error) {
    return unasked(error);
  }
}

/** Signs in by a passkey that this device holds or reaches, in place of whoever is here. */
export async function comeByPasskey(): Promise<Answer<unknown>> {
  const { startAuthentication } = await import('@simplewebauthn/browser');
  const given = await answered<PublicKeyCredentialRequestOptionsJSON, AuthenticationResponseJSON>(
    '/api/session/passkey',
    {},
    (optionsJSON) => startAuthentication({ optionsJSON }),
  );
  return given.kind === 'ok' ? send('PUT', '/api/session/passkey', given.value) : given;
}

/** Makes a passkey on this device, or on one that it reaches, for whoever is here. */
export async function makePasskey(password: string, label: string): Promise<Answer<PasskeyLine>> {
  const { startRegistration } = await import('@simplewebauthn/browser');
  const given = await answered<PublicKeyCredentialCreationOptionsJSON, RegistrationResponseJSON>(
    '/api/passkeys/asked',
    { password },
    (optionsJSON) => startRegistration({ optionsJSON }),
  );
  return given.kind === 'ok' ? send('POST', '/api/passkeys', { label, answer: given.value }) : given;
}
