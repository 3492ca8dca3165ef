import type { Fault } from '../core/contract';
import { codeOf, nominalSize } from '../core/tire/size';
import type { Database } from '../data/client';
import { addTires, addWheels } from '../data/catalog';
import { readTireCatalog, readWheelCatalog } from '../formats/catalogCsv';
import { done, faulty, type Outcome } from './errors';

const at = (name: string, faults: Fault[]): Fault[] =>
  faults.map(({ path, message }) => ({ path: `${name}, ${path}`, message }));

/** Adds tires and wheels from CSV; rows that are there already stay as they are. Nothing where one is faulty. */
export async function importCatalog(
  db: Database,
  tiresCsv: string,
  wheelsCsv: string,
): Promise<Outcome<{ tires: number; wheels: number }>> {
  const tires = readTireCatalog(tiresCsv);
  const wheels = readWheelCatalog(wheelsCsv);
  if (!tires.ok || !wheels.ok)
    return faulty([
      ...(tires.ok ? [] : at('tires', tires.faults)),
      ...(wheels.ok ? [] : at('wheels', wheels.faults)),
    ]);
  await db.transaction(async (tx) => {
    await addTires(
      tx,
      tires.rows.map(({ maker, model, item }) => {
        const code = codeOf(item);
        return {
          maker,
          model,
          code: item.code,
          rimIn: code.rimIn,
          overallDiameterMm: item.overallDiameterMm ?? nominalSize(code).diameterMm ?? 0,
          document: item,
        };
      }),
    );
    await addWheels(
      tx,
      wheels.rows.map(({ maker, model, item }) => {
        const { diameterIn, widthIn, offsetMm, studs, pcdMm } = item;
        return { maker, model, diameterIn, widthIn, offsetMm, studs, pcdMm, document: item };
      }),
    );
  });
  return done({ tires: tires.rows.length, wheels: wheels.rows.length });
}
