import type { APIRoute } from 'astro';
import { activeTires, activeWheels } from '../../../data/catalog';
import { database } from '../../../server/database';
import { answer } from '../../../server/http';

export const GET: APIRoute = async () => {
  const db = database();
  const [tires, wheels] = await Promise.all([activeTires(db), activeWheels(db)]);
  return answer({ tires, wheels });
};
