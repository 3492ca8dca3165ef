import type { APIRoute } from 'astro';
import { assess } from '../../../core/assess';
import { readBuildText } from '../../../formats/buildJson';
import { faulty } from '../../../server/errors';
import { answer, respond } from '../../../server/http';

/** Judges a build file. Bad input: 422 with the faults as `{ path, message }`, as the command line prints them. */
export const POST: APIRoute = async ({ request }) => {
  const read = readBuildText(await request.text());
  return read.ok ? answer(assess(read.build)) : respond(faulty(read.faults));
};
