import type { Result } from '../result';
import type { AxleName } from '../format/names';
import type { Corner, Vehicle } from '../format/build';
import { withCorner } from '../vehicle/withCorner';
import type { Fault } from '../format/fields';
import { withGaps } from './gaps';
import type { GapReading, TapeReading } from '../format/measured';
import { newlyTouching, standingFault } from './standing';
import { takeReading } from './take';

type Row = { axle: AxleName; line: number } & (
  { kind: 'tape'; reading: TapeReading } | { kind: 'gap'; gap: GapReading }
);

const sameGap = (a: GapReading, b: GapReading): boolean =>
  a.obstacle === b.obstacle &&
  a.side === b.side &&
  a.lockDeg === b.lockDeg &&
  a.travelMm === b.travelMm &&
  a.gapMm === b.gapMm;

/** Takes many readings into a vehicle, tape before gaps; all of them, or none and what is wrong with which line. */
export function takeAll(vehicle: Vehicle, rows: readonly Row[]): Result<Vehicle, { faults: Fault[] }> {
  const faults: Fault[] = [];
  let now = vehicle;
  const put = (axle: AxleName, corner: Corner): void => {
    now = withCorner(now, axle, corner);
  };
  for (const row of rows) {
    if (row.kind !== 'tape') continue;
    const taken = takeReading(now, row.axle, row.reading);
    if (taken.ok) put(row.axle, taken.value);
    else
      faults.push({
        path: `line ${row.line}, column name`,
        message: `${taken.fault.path}: ${taken.fault.message}`,
      });
  }
  for (const axle of ['front', 'rear'] as const) {
    const gaps = rows.flatMap((row) => (row.kind === 'gap' && row.axle === axle ? [row] : []));
    if (gaps.length === 0) continue;
    const ids = new Set(now.corners[axle].obstacles.map(({ id }) => id));
    for (const { gap, line } of gaps)
      if (!ids.has(gap.obstacle))
        faults.push({
          path: `line ${line}, column name`,
          message: `"${gap.obstacle}" is nothing in the ${axle} well; the names are ${[...ids].join(', ')}`,
        });
    const before = now;
    const kept = now.corners[axle].measured?.gaps ?? [];
    const added = gaps.map(({ gap }) => gap).filter((gap) => !kept.some((one) => sameGap(one, gap)));
    put(axle, withGaps(now, axle, [...kept, ...added]));
    const touch = newlyTouching(before, now, axle);
    if (!touch) continue;
    for (const { gap, line } of gaps)
      if (gap.obstacle === touch.obstacle.id)
        faults.push(
          standingFault(`line ${line}, column value`, gap.gapMm, touch, vehicle.stock.tire.code, []),
        );
  }
  return faults.length > 0 ? { ok: false, faults } : { ok: true, value: now };
}
