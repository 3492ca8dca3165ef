import type { APIRoute } from 'astro';
import { changeItem, removeItem } from '../../../../../server/catalog';
import { database } from '../../../../../server/database';
import { bodyOf, respond } from '../../../../../server/http';

export const PATCH: APIRoute = async ({ params, request }) => {
  const body = await bodyOf(request);
  return respond(body.ok ? await changeItem(database(), Number(params['id']), body.value) : body);
};

/** Takes a thing out: for good, or out of the list alone where a stage has it on. */
export const DELETE: APIRoute = async ({ params }) =>
  respond(await removeItem(database(), Number(params['id'])));
