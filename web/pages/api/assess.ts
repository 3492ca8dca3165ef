import type { APIRoute } from 'astro';
import { assess } from '../../../core/assess';
import { readBuild } from '../../../core/build';
import { answer, bodyOf, respond } from '../../../server/http';

/** Judges a build file. Bad input: 422 with the faults as `{ path, message }`. */
export const POST: APIRoute = async ({ request }) => {
  const body = await bodyOf(request);
  if (!body.ok) return respond(body);
  const read = readBuild(body.value);
  return read.ok
    ? answer(assess(read.build))
    : answer({ message: 'The build was not judged.', faults: read.faults }, 422);
};
