import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import type { VehicleFile } from '../core/format/build';
import { wellOf } from '../core/statistics/well';
import { demoBuild } from '../tests/example';
import { readWell, wellSchemaText, writeWell } from './wellJson';

const well = wellOf(demoBuild('marten-1-tires-only').vehicle as VehicleFile, 'Selk Marten', 'Moss & Anvil');

test('docs/well.schema.json is what the schema says (npm run schema writes it anew)', () =>
  expect(readFileSync(join(import.meta.dirname, '..', 'docs', 'well.schema.json'), 'utf8')).toBe(
    wellSchemaText(),
  ));

test('a well that is written and read is the same, spreads and sources with it', () => {
  const read = readWell(writeWell(well));
  expect(read).toMatchObject({ ok: true, value: { body: 'Selk Marten', from: 'Moss & Anvil' } });
  const vehicle = read.ok ? read.value.vehicle : undefined;
  expect(vehicle?.corners.front.obstacles).toEqual(well.vehicle.corners.front.obstacles);
});

test.each([
  ['{ "format": ', 'line 1, column'],
  [writeWell({ ...well, format: 'vexlo/build' as 'vexlo/well' }), 'give the file of a well'],
  [writeWell({ ...well, body: '' }), 'body'],
  [writeWell(well).replace('"wheelbaseMm": ', '"wheelbaseMm": -'), 'vehicle.wheelbaseMm'],
  [
    writeWell({
      ...well,
      vehicle: {
        ...well.vehicle,
        corners: Object.fromEntries(
          Object.entries(well.vehicle.corners).map(([axle, corner]) => [
            axle,
            {
              ...corner,
              obstacles: corner.obstacles.map((one) => ({ ...one, estimated: one.points.map((_, i) => i) })),
            },
          ]),
        ) as typeof well.vehicle.corners,
      },
    }),
    'estimates only',
  ],
])('what is none is refused with its place %#', (text, words) => {
  const read = readWell(text);
  expect(read.ok).toBe(false);
  expect(JSON.stringify(read)).toContain(words);
});
