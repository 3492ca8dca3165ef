import { z } from 'zod';
import { words } from '../format/fields';

/** As many letters as a key of the largest kind takes, and some to spare. */
const MOST = 12_000;
const encoded = z
  .string()
  .min(1)
  .max(MOST)
  .regex(/^[\w-]+$/, { error: 'is not what a device answers' });
/** A passkey's own name, by Web Authentication at most 1,023 bytes. */
const credential = z.string().regex(/^[\w-]{1,1364}$/, { error: 'is not what a device calls a passkey' });

const answered = {
  id: credential,
  rawId: credential,
  type: z.literal('public-key'),
  clientExtensionResults: z.object({}),
  authenticatorAttachment: z.enum(['cross-platform', 'platform']).optional(),
};

/** What a device answers that is asked to sign in, as Web Authentication (level 3, 5.1) writes it in JSON. */
export const passkeyAnswer = z.strictObject({
  ...answered,
  response: z.strictObject({
    clientDataJSON: encoded,
    authenticatorData: encoded,
    signature: encoded,
    userHandle: encoded.optional(),
  }),
});
export type PasskeyAnswer = z.output<typeof passkeyAnswer>;

const TRANSPORTS = ['ble', 'cable', 'hybrid', 'internal', 'nfc', 'smart-card', 'usb'] as const;

/** What a device answers that is asked to make a passkey. */
export const newPasskeyAnswer = z.strictObject({
  ...answered,
  response: z.strictObject({
    clientDataJSON: encoded,
    attestationObject: encoded,
    authenticatorData: encoded.optional(),
    transports: z.array(z.enum(TRANSPORTS)).max(TRANSPORTS.length).optional(),
    publicKeyAlgorithm: z.number().optional(),
    publicKey: encoded.optional(),
  }),
});

export const newPasskeyBody = z.strictObject({ label: words(60, 1), answer: newPasskeyAnswer });

/** A passkey as its person sees it. */
export type PasskeyLine = { id: number; label: string; madeAt: string; usedAt: string | null };
