import { unkeepable } from '../core/format/plainText';
import { turnToRead } from './bodyLimit';
import { done, faulty, refused, type Outcome } from './errors';

/** Kinds of bodies that endpoints take, with the content types that each may come as. */
export const BODY_TYPES = {
  json: ['application/json'],
  csv: ['text/csv', 'text/plain'],
  picture: ['image/jpeg', 'image/png', 'image/heic', 'image/heif', 'image/webp', 'application/octet-stream'],
  bytes: ['application/octet-stream'],
} as const;
export type BodyType = keyof typeof BODY_TYPES;

/** More than any honest body of its kind, bytes. */
export const MOST_BYTES: Record<BodyType, number> = { json: 8e6, csv: 20e6, picture: 15.1e6, bytes: 2e6 };

/** A request's body, read no further than its kind may be long: 415 for another content type, 413 for too much. */
export async function readBody(request: Request, type: BodyType): Promise<Outcome<Buffer>> {
  const [sent = ''] = (request.headers.get('content-type') ?? '').split(';');
  const takes: readonly string[] = BODY_TYPES[type];
  if (!takes.includes(sent.trim().toLowerCase()))
    return refused({
      status: 415,
      message: `The body is ${sent ? `“${sent}”` : 'of no content type'}; send it as ${takes.join(' or ')}.`,
    });
  const most = MOST_BYTES[type];
  const tooMuch = refused({
    status: 413,
    message: `The body is larger than ${Math.floor(most / 1e6)} MB; send less of it, or in parts.`,
  });
  const said = request.headers.get('content-length');
  if (Number(said ?? 0) > most) return tooMuch;
  const giveBack = await turnToRead(said === null ? undefined : Number(said));
  try {
    return await readUpTo(request, most, tooMuch);
  } finally {
    giveBack();
  }
}

async function readUpTo(request: Request, most: number, tooMuch: Outcome<never>): Promise<Outcome<Buffer>> {
  const chunks: Uint8Array[] = [];
  let length = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    length += chunk.length;
    if (length > most) return tooMuch;
    chunks.push(chunk);
  }
  return done(Buffer.concat(chunks));
}

/** A JSON body as a value, if it holds nothing that cannot be kept. */
export function parseJson(bytes: Buffer): Outcome<unknown> {
  try {
    const value: unknown = JSON.parse(bytes.toString('utf8'));
    const faults = unkeepable(value);
    return faults.length > 0 ? faulty(faults) : done(value);
  } catch {
    return refused({ status: 400, message: 'The request is not JSON.' });
  }
}
