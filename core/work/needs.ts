import type { Build } from '../build';
import { countOf, factsOf } from './triggers';
import type { WorkRule } from './workRules';

export type Part = { label: string; count: number; price: number | null; leadDays: number };
export type Labour = {
  minutes: number;
  skill?: string;
  inBay: boolean;
  dryMin: number;
  /** Other work of this job that has to be done before. */
  needs: string[];
};
/** One line of what a package asks for. Minutes are the shop's estimate. */
export type WorkLine = {
  id: string;
  label: string;
  perhaps: boolean;
  part: Part | null;
  labour: Labour | null;
};

/** The work of this job that has to be done before, where what is not part of it is looked through. */
function needsOf(
  after: readonly string[],
  rules: ReadonlyMap<string, WorkRule>,
  present: ReadonlySet<string>,
): string[] {
  const found = new Set<string>();
  const seen = new Set<string>();
  const walk = (id: string): void => {
    if (seen.has(id)) return;
    seen.add(id);
    if (present.has(id)) found.add(id);
    else rules.get(id)?.labour?.after.forEach(walk);
  };
  after.forEach(walk);
  return [...found];
}

/**
 * Parts and labour that a build asks for by the shop's rules, in the rules' order. What is only perhaps needed is in the
 * list and marked; nothing else waits for it until it is taken in by `withPerhaps`.
 */
export function workOf(
  build: Build,
  rules: readonly WorkRule[],
  withPerhaps: ReadonlySet<string> = new Set(),
): WorkLine[] {
  const facts = factsOf(build);
  const asked = rules.filter(({ when }) => facts.has(when));
  const counts = (id: string): boolean => withPerhaps.has(id);
  const minutesOf = ({ when, labour }: WorkRule): number =>
    labour ? labour.minutes * countOf(build, facts.get(when) ?? { axles: 0 }, labour.per) : 0;
  const present = new Set(
    asked.filter((rule) => minutesOf(rule) > 0 && (!rule.perhaps || counts(rule.id))).map(({ id }) => id),
  );
  const byId = new Map(rules.map((rule) => [rule.id, rule]));
  return asked.map((rule): WorkLine => {
    const { id, when, label, perhaps, part, labour } = rule;
    const minutes = minutesOf(rule);
    return {
      id,
      label,
      perhaps: perhaps && !counts(id),
      part: part
        ? {
            label: part.label,
            count: countOf(build, facts.get(when) ?? { axles: 0 }, part.per),
            price: part.price,
            leadDays: part.leadDays,
          }
        : null,
      labour:
        labour && minutes > 0
          ? {
              minutes,
              ...(labour.skill ? { skill: labour.skill } : {}),
              inBay: labour.inBay,
              dryMin: labour.dryMin,
              needs: needsOf(labour.after, byId, present),
            }
          : null,
    };
  });
}
