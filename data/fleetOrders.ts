import { and, desc, eq, isNull } from 'drizzle-orm';
import type { Queryable } from './client';
import { fleetOrders, type FleetPlaced } from './fleetTables';

export type FleetOrderRow = typeof fleetOrders.$inferSelect;

export async function addFleetOrder(
  db: Queryable,
  order: { customerId: number; what: string; placed: FleetPlaced[]; madeBy: string; madeAt: Date },
): Promise<FleetOrderRow> {
  const [row] = await db.insert(fleetOrders).values(order).returning();
  if (!row) throw new Error('an order was not stored');
  return row;
}

/** The last orders for a customer's vehicles that were not taken back, the newest first. */
export function fleetOrdersOf(db: Queryable, customerId: number, most: number): Promise<FleetOrderRow[]> {
  return db
    .select()
    .from(fleetOrders)
    .where(and(eq(fleetOrders.customerId, customerId), isNull(fleetOrders.takenBackAt)))
    .orderBy(desc(fleetOrders.id))
    .limit(most);
}

/** Notes that an order was taken back; undefined where there is none that stands. Held until the transaction ends. */
export async function takeBackFleetOrder(
  db: Queryable,
  id: number,
  { by, at }: { by: string; at: Date },
): Promise<FleetOrderRow | undefined> {
  const [row] = await db
    .update(fleetOrders)
    .set({ takenBackBy: by, takenBackAt: at })
    .where(and(eq(fleetOrders.id, id), isNull(fleetOrders.takenBackAt)))
    .returning();
  return row;
}
