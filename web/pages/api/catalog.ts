import type { APIRoute } from 'astro';
import { database } from '../../../server/database';
import { answer } from '../../../server/http';
import { pickable } from '../../../server/offers';

/** Tires and wheels to pick from. */
export const GET: APIRoute = async () => answer(await pickable(database()));
