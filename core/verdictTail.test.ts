import { expect, test } from 'vitest';
import { checked, demoBuild } from '../tests/example';
import { starterFile } from './vehicle/starter';
import { START } from '../tests/starter';
import { assess } from './assess';
import { isUnsure, sureWords, verdictLead, verdictTail } from './verdictTail';

const halyard = demoBuild('halyard-2-full-build');

test('a vehicle that nobody measured is never simply free', () => {
  const build = checked(starterFile(START));
  const points = Object.values(build.vehicle.corners)
    .flatMap(({ obstacles }) => obstacles)
    .reduce((sum, one) => sum + one.points.length, 0);
  expect(verdictLead(build, assess(build))).toMatch(new RegExp(`^\\w+ · estimated: 0 of ${points} read`));
});

test('a rule that fails is named once, whichever checks it carries, and one that holds is not', () => {
  const rules = (limit: number) => ({
    ...halyard,
    use: {
      ...halyard.use,
      rules: {
        name: 'Here',
        rules: [
          { kind: 'lamp-height' as const, limit, source: 'x', checkedOn: '2026-01-01' },
          { kind: 'speedometer' as const, source: 'x', checkedOn: '2026-01-01' },
        ],
      },
    },
  });
  const low = rules(900);
  const words = verdictTail(low, assess(low)).join(' · ');
  expect(words).toMatch(/rules? fails?: lamps/);
  expect(words.match(/speedometer/g) ?? []).toHaveLength(
    assess(low).speedometer.checks.some(({ status }) => status === 'fail') ? 1 : 0,
  );
  const high = rules(2000);
  expect(verdictTail(high, assess(high)).join()).not.toContain('lamps');
});

test('a part that is weaker than what it takes stands there with its factor', () => {
  const { axles } = halyard.vehicle;
  if (!axles) throw new Error('the demo has axle parts');
  const weak = {
    ...halyard,
    vehicle: {
      ...halyard.vehicle,
      axles: {
        front: { ...axles.front, joint: { kind: 'universal' as const, peakNm: 500 } },
        rear: axles.rear,
      },
    },
  };
  const judged = assess(weak);
  const factor = judged.strength?.front.parts.find(({ part }) => part === 'joint')?.factor ?? NaN;
  expect(factor).toBeLessThan(1);
  expect(verdictTail(weak, judged)).toContain(`front joint ${factor.toFixed(2)}`);
});

test('how sure a grade is goes with it, never as certain, and not where nothing is left to chance', () => {
  const assessment = assess(halyard);
  const chance = { free: 0.2, close: 0.41, trim: 0.934, blocked: 1 };
  const lead = (grade: 'free' | 'close' | 'trim' | 'blocked') =>
    verdictLead(
      halyard,
      { ...assessment, grade, fit: { ...assessment.fit, front: { ...assessment.fit.front, grade } } },
      chance,
    );
  expect(lead('trim')).toMatch(/^Trim, 93 % sure/);
  expect(lead('blocked')).toMatch(/^Blocked, 7 % sure/);
  expect(sureWords({ free: 1, close: 1, trim: 1, blocked: 1 }, 'free')).toBe('over 99 % sure');
  expect(sureWords({ free: 0, close: 0, trim: 0, blocked: 1 }, 'free')).toBe('under 1 % sure');
  expect(verdictLead(halyard, assessment, null)).toMatch(/^\w+, … % sure/);
  // A wheel that does not mount is blocked for certain, whatever clears.
  const free = { ...assessment.fit.front, grade: 'free' as const };
  const unmounted = { ...assessment, grade: 'blocked' as const, fit: { front: free, rear: free } };
  expect(isUnsure(unmounted)).toBe(false);
  expect(verdictLead(halyard, unmounted, chance)).not.toContain('sure');
});
