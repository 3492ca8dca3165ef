import { expect, test } from 'vitest';
import { VEHICLE_FIELDS, typedValue, type VehicleField } from './vehicleFields';

const field = (as: VehicleField['as']): VehicleField => {
  const found = VEHICLE_FIELDS.find((one) => one.as === as);
  if (!found) throw new Error(`no field as ${as}`);
  return found;
};

test('a figure is sent as it is stored, whatever unit it is typed in; what cannot be read goes as it was typed', () => {
  expect(typedValue(field('length'), '142 1/2 in', 'metric')).toBeCloseTo(3619.5, 9);
  expect(typedValue(field('length'), '142.5', 'inch')).toBeCloseTo(3619.5, 9);
  expect(typedValue(field('length'), 'about 3 m', 'metric')).toBe('about 3 m');
});

test('what is left empty is left out, so that it is said to be missing', () => {
  for (const one of VEHICLE_FIELDS.filter(({ as }) => as !== 'text' && as !== 'circle'))
    expect(typedValue(one, '  ', 'metric'), one.key).toBeUndefined();
});
