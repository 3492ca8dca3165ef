import { dayOfState, stateOf } from '../core/work/partLife';
import type { SupplierParts } from '../core/work/partsToOrder';
import { csvOf } from './csvText';

/** Parts that are wanted or on their way as CSV, one line a part. */
export const partsCsv = (groups: readonly SupplierParts[]): string =>
  csvOf([
    ['supplier', 'count', 'part', 'price', 'job', 'vehicle', 'state', 'orderedOn', 'expectedOn'],
    ...groups.flatMap(({ supplier, parts }) =>
      parts.map(({ job, vehicle, part }) => [
        supplier,
        part.count,
        part.label,
        part.price,
        job,
        vehicle,
        stateOf(part),
        dayOfState(part, 'ordered'),
        part.expectedOn,
      ]),
    ),
  ]);
