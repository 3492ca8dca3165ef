import type { Outcome } from './errors';

export const answer = (body: unknown, status = 200): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

/** An outcome as HTTP: the value, or the refusal under its own status. */
export function respond<T>(outcome: Outcome<T>, status = 200): Response {
  if (outcome.ok) return answer(outcome.value, status);
  const { status: refused, ...body } = outcome.refusal;
  return answer(body, refused);
}

/** The request's JSON; a refusal where it is none. Bodies over 8 MB are refused before they are parsed. */
export async function bodyOf(request: Request): Promise<Outcome<unknown>> {
  const text = await request.text();
  if (text.length > 8e6)
    return {
      ok: false,
      refusal: { status: 400, message: 'The file is larger than 8 MB; no build file is.' },
    };
  try {
    return { ok: true, value: JSON.parse(text) as unknown };
  } catch {
    return { ok: false, refusal: { status: 400, message: 'The request is not JSON.' } };
  }
}
