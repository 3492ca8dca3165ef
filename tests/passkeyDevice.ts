import { createHash, generateKeyPairSync, randomBytes, sign, type KeyObject } from 'node:crypto';

// A device that makes passkeys and signs by them, as Web Authentication (level 3) writes it down: what a test of the server's side
// needs, with every field open to be wrong.

const encoded = (bytes: Uint8Array): string => Buffer.from(bytes).toString('base64url');
const sha256 = (bytes: Uint8Array | string): Buffer => createHash('sha256').update(bytes).digest();

/** CBOR (RFC 8949) as far as it is used here: small whole numbers, texts, bytes and maps in their order. */
function cbor(value: number | string | Uint8Array | Map<number | string, unknown>): Buffer {
  const head = (major: number, n: number): Buffer =>
    n < 24
      ? Buffer.from([(major << 5) | n])
      : n < 256
        ? Buffer.from([(major << 5) | 24, n])
        : Buffer.from([(major << 5) | 25, n >> 8, n & 255]);
  if (typeof value === 'number') return value < 0 ? head(1, -1 - value) : head(0, value);
  if (typeof value === 'string')
    return Buffer.concat([head(3, Buffer.byteLength(value)), Buffer.from(value)]);
  if (value instanceof Map)
    return Buffer.concat([
      head(5, value.size),
      ...[...value].flatMap(([key, one]) => [cbor(key), cbor(one as Parameters<typeof cbor>[0])]),
    ]);
  return Buffer.concat([head(2, value.length), value]);
}

/** ES256 on P-256, as COSE (RFC 9053) writes a key. */
function coseKey(key: KeyObject): Buffer {
  const { x, y } = key.export({ format: 'jwk' });
  return cbor(
    new Map<number, unknown>([
      [1, 2],
      [3, -7],
      [-1, 1],
      [-2, Buffer.from(x ?? '', 'base64url')],
      [-3, Buffer.from(y ?? '', 'base64url')],
    ]),
  );
}

const PRESENT = 0x01;
const VERIFIED = 0x04;
const WITH_KEY = 0x40;

type Wrong = Partial<{
  origin: string;
  rpId: string;
  /** Nobody was asked for a finger or a code. */
  unverified: boolean;
  counter: number;
  challenge: string;
}>;

/** One passkey on a device, made and used at an origin. */
export function passkeyDevice(origin: string) {
  const id = randomBytes(32);
  const { privateKey, publicKey } = generateKeyPairSync('ec', { namedCurve: 'P-256' });
  let counter = 0;
  const client = (type: string, challenge: string, wrong: Wrong): Buffer =>
    Buffer.from(
      JSON.stringify({
        type,
        challenge: wrong.challenge ?? challenge,
        origin: wrong.origin ?? origin,
        crossOrigin: false,
      }),
    );
  const data = (flags: number, wrong: Wrong): Buffer => {
    const count = Buffer.alloc(4);
    count.writeUInt32BE(wrong.counter ?? ++counter);
    return Buffer.concat([
      sha256(wrong.rpId ?? new URL(origin).hostname),
      Buffer.from([flags | PRESENT | (wrong.unverified ? 0 : VERIFIED)]),
      count,
    ]);
  };
  const answered = { id: encoded(id), rawId: encoded(id), type: 'public-key', clientExtensionResults: {} };
  return {
    id: encoded(id),
    make: ({ challenge }: { challenge: string }, wrong: Wrong = {}) => ({
      ...answered,
      response: {
        clientDataJSON: encoded(client('webauthn.create', challenge, wrong)),
        attestationObject: encoded(
          cbor(
            new Map<string, unknown>([
              ['fmt', 'none'],
              ['attStmt', new Map()],
              [
                'authData',
                Buffer.concat([
                  data(WITH_KEY, wrong),
                  Buffer.alloc(16),
                  Buffer.from([0, id.length]),
                  id,
                  coseKey(publicKey),
                ]),
              ],
            ]),
          ),
        ),
        transports: ['internal'],
      },
    }),
    come: ({ challenge }: { challenge: string }, wrong: Wrong = {}) => {
      const clientData = client('webauthn.get', challenge, wrong);
      const authenticatorData = data(0, wrong);
      return {
        ...answered,
        response: {
          clientDataJSON: encoded(clientData),
          authenticatorData: encoded(authenticatorData),
          signature: encoded(
            sign('sha256', Buffer.concat([authenticatorData, sha256(clientData)]), privateKey),
          ),
        },
      };
    },
  };
}
