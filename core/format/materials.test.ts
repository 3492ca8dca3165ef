import { expect, test } from 'vitest';
import { cutKindOf, CUT_KINDS } from '../cutting/kinds';
import { isNeverCut, materialOf, MATERIALS, roleOf } from './materials';

test('structure, suspension, steering and brakes are never cut, and all else has a way to give', () => {
  expect(MATERIALS.filter(isNeverCut)).toEqual(['structure', 'suspension', 'steering', 'brake']);
  for (const material of MATERIALS) {
    const kind = cutKindOf({ id: 'it', material });
    expect(kind === undefined).toBe(isNeverCut(material));
    expect(materialOf(material).layer === 'never').toBe(isNeverCut(material));
    if (kind) expect(CUT_KINDS[kind]).toBeDefined();
  }
});

test('a part is what it is said to be, and in older files what its id says', () => {
  expect(roleOf({ id: 'rear-lip' })).toBe('lip');
  expect(roleOf({ id: 'edge-7', role: 'lip' })).toBe('lip');
  expect(roleOf({ id: 'clip', role: 'other' })).toBe('other');
  expect(roleOf({ id: 'caliper' })).toBe('other');
  expect(cutKindOf({ id: 'x', material: 'plastic', role: 'bumper' })).toBe('bumper');
  expect(cutKindOf({ id: 'bumper', material: 'plastic', role: 'other' })).toBe('plastic');
  expect(cutKindOf({ id: 'bumper', material: 'sheet' })).toBe('metal');
});
