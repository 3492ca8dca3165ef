import { done, refused, type Outcome } from './errors';

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
  if (Number(request.headers.get('content-length') ?? 0) > most) return tooMuch;
  const chunks: Uint8Array[] = [];
  let length = 0;
  for await (const chunk of (request.body ?? []) as unknown as AsyncIterable<Uint8Array>) {
    length += chunk.length;
    if (length > most) return tooMuch;
    chunks.push(chunk);
  }
  return done(Buffer.concat(chunks));
}

/** A JSON body as a value. */
export function parseJson(bytes: Buffer): Outcome<unknown> {
  try {
    return done(JSON.parse(bytes.toString('utf8')) as unknown);
  } catch {
    return refused({ status: 400, message: 'The request is not JSON.' });
  }
}
