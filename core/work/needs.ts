import type { Build } from '../format/build';
import { countOf, factsOf } from './triggers';
import type { WorkRule } from '../format/workRules';

export type Part = { label: string; count: number; price: number | null; leadDays: number };
export type Labour = {
  minutes: number;
  skill?: string;
  inBay: boolean;
  dryMin: number;
  /** Other work of this job that has to be done before. */
  needs: string[];
  /** Days until the last of its parts is delivered: its own, and those that it comes after. */
  waitDays: number;
};
/** One line of what a package asks for. Minutes are the shop's estimate. */
export type WorkLine = {
  id: string;
  label: string;
  perhaps: boolean;
  part: Part | null;
  labour: Labour | null;
};

/**
 * What a rule comes after: the work of this job that has to be done before, where what is not part of it is looked through,
 * and the days that parts of this job still take which are asked for without work of their own.
 */
function waitsOf(
  after: readonly string[],
  rules: ReadonlyMap<string, WorkRule>,
  present: ReadonlySet<string>,
  partsAlone: ReadonlySet<string>,
): { needs: string[]; waitDays: number } {
  const needs = new Set<string>();
  const seen = new Set<string>();
  let waitDays = 0;
  const walk = (id: string): void => {
    if (seen.has(id)) return;
    seen.add(id);
    const rule = rules.get(id);
    if (present.has(id)) needs.add(id);
    else if (partsAlone.has(id)) waitDays = Math.max(waitDays, rule?.part?.leadDays ?? 0);
    else rule?.labour?.after.forEach(walk);
  };
  after.forEach(walk);
  return { needs: [...needs], waitDays };
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
  const sure = asked.filter(({ perhaps, id }) => !perhaps || counts(id));
  const present = new Set(sure.filter((rule) => minutesOf(rule) > 0).map(({ id }) => id));
  const partsAlone = new Set(sure.filter(({ labour }) => !labour).map(({ id }) => id));
  const byId = new Map(rules.map((rule) => [rule.id, rule]));
  return asked.map((rule): WorkLine => {
    const { id, when, label, perhaps, part, labour } = rule;
    const minutes = minutesOf(rule);
    const { needs, waitDays } = waitsOf(labour?.after ?? [], byId, present, partsAlone);
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
              needs,
              waitDays: Math.max(waitDays, part?.leadDays ?? 0),
            }
          : null,
    };
  });
}
