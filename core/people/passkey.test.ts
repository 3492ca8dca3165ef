import { expect, test } from 'vitest';
import { noPasskeysAt } from './passkeyAddress';
import { newPasskeyAnswer, passkeyAnswer } from './passkey';

test('passkeys are had by a name over https, and on the machine itself; elsewhere it says why not', () => {
  const at = (protocol: string, hostname: string) => noPasskeysAt({ protocol, hostname });
  expect(at('https:', 'shop.example')).toBeNull();
  expect(at('http:', 'localhost')).toBeNull();
  expect(at('http:', 'shop.example')).toContain('https');
  expect(at('http:', '127.0.0.1')).toContain('name');
  expect(at('https:', '192.168.2.4')).toContain('name');
  expect(at('http:', '[::1]')).toContain('name');
});

const answered = {
  id: 'a-_9',
  rawId: 'a-_9',
  type: 'public-key',
  clientExtensionResults: { rk: true },
} as const;

test('an answer of a device is read as it is written, and nothing else is', () => {
  const signed = { clientDataJSON: 'e30', authenticatorData: 'AA', signature: 'AA' };
  expect(passkeyAnswer.safeParse({ ...answered, response: signed }).success).toBe(true);
  for (const wrong of [
    { ...answered, response: { ...signed, signature: 'not base64url!' } },
    { ...answered, type: 'password', response: signed },
    { ...answered, id: '', response: signed },
    { ...answered, id: 'x'.repeat(1365), response: signed },
    { ...answered, response: { clientDataJSON: 'e30' } },
  ])
    expect(passkeyAnswer.safeParse(wrong).success).toBe(false);
  const made = { clientDataJSON: 'e30', attestationObject: 'AA', transports: ['internal'] };
  expect(newPasskeyAnswer.safeParse({ ...answered, response: made }).success).toBe(true);
  expect(
    newPasskeyAnswer.safeParse({ ...answered, response: { ...made, transports: ['fax'] } }).success,
  ).toBe(false);
});
