import { describe, expect, test } from 'vitest';
import { spaceAround } from '../../tests/catalog';
import { demoBuild } from '../../tests/example';
import { assess } from '../assess';
import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import { RULE_KINDS } from '../format/names';
import { ruleSetSchema } from '../format/rules';
import { limitsSchema } from '../format/searchLimits';
import { cornerCures, cured } from '../clearance/cures/cures';
import { decidingLeast } from '../clearance/decidingLeast';
import { GRADES } from '../clearance/grade';
import { cutPlanOf } from '../cutting/cutPlan';
import { closeLook } from '../search/closeLook';
import { choiceOf } from '../search/found';
import { judgedAs } from '../search/searchSpace';
import { startSearch } from '../search/search';
import { buildOf } from '../search/space';
import { sentenceOf } from '../verdict';
import { wordingText } from '../wording';

const withUse = (name: string, use: Partial<Build['use']>): Build => {
  const build = demoBuild(name);
  return { ...build, use: { ...build.use, ...use } };
};
const RULES = ruleSetSchema.parse({
  name: 'Uplands',
  rules: [{ kind: 'grown-tire', source: 'Upland rule book, sheet 9', checkedOn: '2026-10-01' }],
});
/** One whose grade is another with the tire grown. */
const NAME = 'rook-1-long-tour';

describe('the tire as it may grow decides', () => {
  test('where the stage says so, and just so where a rule of the shop that is in force does', () => {
    const sold = assess(withUse(NAME, {}));
    const grown = assess(withUse(NAME, { tire: 'grown' }));
    const ruled = assess(withUse(NAME, { rules: RULES }));
    expect(GRADES.indexOf(grown.grade)).toBeGreaterThan(GRADES.indexOf(sold.grade));
    for (const axle of AXLES) {
      expect(grown.fit[axle].grade).toBe(sold.fit[axle].grown.grade);
      expect(ruled.fit[axle].grade).toBe(grown.fit[axle].grade);
      expect(ruled.fit[axle].cutsNeeded).toEqual(grown.fit[axle].cutsNeeded);
    }
    const [check] = ruled.rules;
    expect(check?.status).toBe({ free: 'pass', close: 'pass', trim: 'watch', blocked: 'fail' }[ruled.grade]);
    expect(wordingText(check?.message ?? '', 'metric')).toContain(RULE_KINDS['grown-tire'].words);
    expect(wordingText(check?.message ?? '', 'metric')).toContain(`is ${ruled.grade} then`);
  });

  test('the sentence is of the grown tire, with its place and its millimetres', () => {
    const build = withUse(NAME, { tire: 'grown' });
    const judged = assess(build);
    const [axle] = [...AXLES].sort(
      (a, b) => judged.fit[a].grown.leastClearanceMm - judged.fit[b].grown.leastClearanceMm,
    );
    const { leastClearanceMm } = judged.fit[axle ?? 'front'].grown;
    const said = sentenceOf(build, judged, [], 'metric');
    expect(said).toMatch(/^(Front|Rear) tire, grown in service, /);
    expect(said).toContain(`${Math.abs(Math.round(leastClearanceMm))} mm`);
    expect(said).not.toContain('Grown in service:');
  });

  test('a cure frees the grown tire, and its cuts are as deep as the grown tire asks', () => {
    const build = withUse('holloway-2-tires-and-lift', { tire: 'grown' });
    let tried = 0;
    for (const cure of cornerCures(build, 'front').cures) {
      if (cure.amount === null || cure.obstacle !== null || cure.kind === 'cut') continue;
      tried++;
      const { grown } = assess({ ...build, package: cured(build, cure) }).fit.front;
      expect(grown.leastClearanceMm, cure.kind).toBeGreaterThanOrEqual(build.use.marginMm - 0.06);
    }
    expect(tried).toBeGreaterThan(1);
    const deepest = (use: Partial<Build['use']>): number =>
      Math.max(
        ...cutPlanOf(withUse('holloway-2-tires-and-lift', use), 60, ['front']).map((cut) => cut.deepestMm),
      );
    expect(deepest({ tire: 'grown' })).toBeGreaterThan(deepest({}));
    const needed = (use: Partial<Build['use']>) =>
      new Map(
        assess(withUse('rook-2-remote-plots', use)).fit.front.cutsNeeded.map(
          ({ obstacle, depthMm }) => [obstacle, depthMm] as const,
        ),
      );
    const [sold, grown] = [needed({}), needed({ tire: 'grown' })];
    expect(sold.size).toBeGreaterThan(0);
    for (const [obstacle, depthMm] of sold) expect(grown.get(obstacle) ?? 0).toBeGreaterThan(depthMm);
  });

  test('a search with that limit gives the grade that assess gives, and only takes packages away', () => {
    const demo = demoBuild('rook-2-remote-plots');
    const base = { ...demo, use: { ...demo.use, grid: { lock: 15, travel: 9 } } };
    const search = (grown: boolean) => {
      const limits = limitsSchema.parse({ grade: 'close', grown });
      const from = judgedAs(base, limits);
      const space = spaceAround(from, { tires: 40, wheels: 12, spacers: 1, lifts: 1, ratios: 1 }, 11);
      const run = startSearch(space, limits, true);
      while (!run.done) run.step(1e9);
      return { from, space, found: run.state.found };
    };
    const sold = search(false);
    const { from, space, found } = search(true);
    expect(found.length).toBeGreaterThan(3);
    expect(found.length).toBeLessThan(sold.found.length);
    const { look } = closeLook(space, 'trim');
    for (const one of found.slice(0, 12)) {
      const build = buildOf(from, choiceOf(space, one));
      const judged = assess(build);
      const least = Math.min(
        ...AXLES.map((axle) => decidingLeast(judged.fit[axle], build.use).leastClearanceMm),
      );
      expect(Math.abs(one.leastMm - least)).toBeLessThan(1);
      expect(look(one)).toMatchObject({ grade: judged.grade, leastMm: least });
    }
  });
});
