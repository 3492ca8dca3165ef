import type { APIRoute } from 'astro';
import { z } from 'zod';
import { readBuildText } from '../../../../../formats/buildJson';
import { database } from '../../../../../server/database';
import { faulty } from '../../../../../server/errors';
import { respond } from '../../../../../server/http';
import { addStageToJob } from '../../../../../server/jobs';
import { personOf } from '../../../../../server/currentUser';

const copyOf = z.strictObject({ stageId: z.number().int() });

function copyRequest(text: string): { stageId: number } | undefined {
  try {
    return copyOf.safeParse(JSON.parse(text)).data;
  } catch {
    return undefined;
  }
}

/** One more stage: `{ stageId }` copies another; any other body is a build file whose package is taken. */
export const POST: APIRoute = async ({ params, request, cookies }) => {
  const text = await request.text();
  const copy = copyRequest(text);
  const read = copy ? undefined : readBuildText(text);
  if (read && !read.ok) return respond(faulty(read.faults));
  const db = database();
  const person = await personOf(db, cookies);
  const from = copy ?? { file: read?.file };
  return respond(await addStageToJob(db, Number(params['id']), from, person), 201);
};
