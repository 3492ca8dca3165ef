import { sql } from 'drizzle-orm';
import type { Database } from '../data/client';
import { customerId } from '../data/jobs';

/**
 * A customer with some vehicles of the demo whose hubs are alike, in a shop whose catalog holds a few parts of each kind: they are gone
 * through soon on any machine. Answers with the customer's number.
 */
export async function fleetOf(db: Database, count: number): Promise<number> {
  const fleet = await customerId(db, 'Quillmarsh Timber');
  await db.execute(sql`update vehicles set customer_id = ${fleet} where id in (
    select v.id from vehicles v join jobs j on j.vehicle_id = v.id where v.document -> 'hub' ->> 'studs' = '6'
    group by v.id order by v.id desc limit ${count})`);
  const keep = {
    tire: sql`order by abs(size_mm - 775), id limit 40`,
    wheel: sql`and document ->> 'studs' = '6' order by id limit 30`,
    lift: sql`order by id limit 12`,
  };
  for (const [kind, which] of Object.entries(keep))
    await db.execute(sql`delete from catalog_items where kind = ${kind} and id not in (
      select id from catalog_items where kind = ${kind} ${which})`);
  return fleet;
}
