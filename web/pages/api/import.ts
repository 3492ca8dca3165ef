import type { APIRoute } from 'astro';
import { readBuildText } from '../../../formats/buildJson';
import { database } from '../../../server/database';
import { faulty } from '../../../server/errors';
import { respond } from '../../../server/http';
import { importBuild } from '../../../server/jobs';
import { personOf } from '../../../server/currentUser';

/** A build file (the request's body) as a new vehicle and job. */
export const POST: APIRoute = async ({ request, cookies }) => {
  const read = readBuildText(await request.text());
  if (!read.ok) return respond(faulty(read.faults));
  const db = database();
  const person = await personOf(db, cookies);
  return respond(await importBuild(db, read.file, person), 201);
};
