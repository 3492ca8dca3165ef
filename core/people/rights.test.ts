import fc from 'fast-check';
import { expect, test } from 'vitest';
import { allows, refusalOf, RIGHT_NAMES, RIGHTS, rightsOf, ROLES, signInName } from './rights';

test('whoever may more may all that one below may: owner, planner, fitter, viewer', () => {
  for (const right of RIGHT_NAMES)
    for (let i = 1; i < ROLES.length; i++) {
      const [above, below] = [ROLES[i - 1], ROLES[i]];
      if (above && below && allows(below, right))
        expect(allows(above, right), `${above} ${right}`).toBe(true);
    }
});

test('every right is somebody’s, and each role has one that the next has not', () => {
  for (const right of RIGHT_NAMES) expect(RIGHTS[right].roles.length, right).toBeGreaterThan(0);
  const counts = ROLES.map((role) => RIGHT_NAMES.filter((right) => allows(role, right)).length);
  expect(counts).toEqual([4, 3, 2, 1]);
});

test('a refusal says what is not done, and whom to ask', () => {
  expect(refusalOf('fitter', 'plan')).toBe(
    'As a fitter you do not plan packages, jobs, quotes, parts and the week; ask the owner or a planner.',
  );
  expect(refusalOf('planner', 'people')).toContain('ask the owner.');
  expect(rightsOf('viewer')).toBe('see what the shop has');
});

test('a name signs in however it is written, and normalising twice changes nothing', () => {
  expect(signInName('  Ansa   BREKK ')).toBe('ansa brekk');
  fc.assert(fc.property(fc.string(), (name) => signInName(signInName(name)) === signInName(name)));
});
