import type { ItemKind } from '../format/names';
import type { Build } from '../format/build';
import { thingWords, type ChosenThings } from '../catalog/chosen';
import { countOf, factsOf, type Fact } from './triggers';
import type { WorkRule } from '../format/workRules';

export type Part = {
  label: string;
  count: number;
  price: number | null;
  leadDays: number;
  /** The thing of the catalog that it is; without it the shop's rule names and prices it. */
  item?: { id: number; supplier: string };
};
export type Labour = {
  minutes: number;
  skill?: string;
  inBay: boolean;
  dryMin: number;
  /** Other work of this job that has to be done before. */
  needs: string[];
  /** Days until the last of its parts is delivered: its own, and those that it comes after. */
  waitDays: number;
  /** Parts asked for without work of their own that it comes after. */
  waitsFor: string[];
};
/** One line of what a package asks for. Minutes are the shop's estimate. */
export type WorkLine = {
  id: string;
  label: string;
  perhaps: boolean;
  part: Part | null;
  labour: Labour | null;
};

/** What is sold for the whole vehicle, whatever the rule counts by. */
const WHOLE_KIT: ReadonlySet<ItemKind> = new Set(['lift', 'gears']);

/** The part that a rule asks for: the thing of the catalog where the package names one, else what the rule says of it. */
function partOf(build: Build, fact: Fact, { part }: WorkRule, { chosen }: Given): Part | null {
  if (!part) return null;
  const { label, per, price, leadDays, item: kind } = part;
  const count = countOf(build, fact, per);
  const thing = kind && chosen[kind];
  if (!kind || !thing) return { label, count, price, leadDays };
  return {
    label: thingWords(thing),
    count: WHOLE_KIT.has(kind) ? 1 : count,
    // A kit without a price is not priced by the rule of one of its parts.
    price: thing.price ?? (WHOLE_KIT.has(kind) ? null : price),
    leadDays: thing.days ?? leadDays,
    item: { id: thing.id, supplier: thing.supplier },
  };
}

type Given = { withPerhaps: ReadonlySet<string>; chosen: ChosenThings };
const NOTHING: Given = { withPerhaps: new Set(), chosen: {} };

/**
 * What a rule comes after: the work of this job that has to be done before, where what is not part of it is looked through,
 * and the parts of this job, with the days they still take, which are asked for without work of their own.
 */
function waitsOf(
  after: readonly string[],
  rules: ReadonlyMap<string, WorkRule>,
  present: ReadonlySet<string>,
  partsAlone: ReadonlySet<string>,
  daysOf: (rule: WorkRule | undefined) => number,
): Pick<Labour, 'needs' | 'waitDays' | 'waitsFor'> {
  const needs = new Set<string>();
  const waitsFor: string[] = [];
  const seen = new Set<string>();
  let waitDays = 0;
  const walk = (id: string): void => {
    if (seen.has(id)) return;
    seen.add(id);
    const rule = rules.get(id);
    if (present.has(id)) needs.add(id);
    else if (partsAlone.has(id)) {
      waitsFor.push(id);
      waitDays = Math.max(waitDays, daysOf(rule));
    } else rule?.labour?.after.forEach(walk);
  };
  after.forEach(walk);
  return { needs: [...needs], waitDays, waitsFor };
}

/**
 * Parts and labour that a build asks for by the shop's rules, in the rules' order. What is only perhaps needed is in the
 * list and marked; nothing else waits for it until it is taken in by `withPerhaps`. Parts that the package has from the catalog
 * (`chosen`) stand with its name, price and days; a kit is one part, with the first line that asks for it.
 */
export function workOf(build: Build, rules: readonly WorkRule[], given: Partial<Given> = {}): WorkLine[] {
  const { withPerhaps, chosen } = { ...NOTHING, ...given };
  const facts = factsOf(build);
  const asked = rules.filter(({ when }) => facts.has(when));
  const counts = (id: string): boolean => withPerhaps.has(id);
  const minutesOf = ({ when, labour }: WorkRule): number =>
    labour ? labour.minutes * countOf(build, facts.get(when) ?? { axles: 0 }, labour.per) : 0;
  const sure = asked.filter(({ perhaps, id }) => !perhaps || counts(id));
  const present = new Set(sure.filter((rule) => minutesOf(rule) > 0).map(({ id }) => id));
  const partsAlone = new Set(sure.filter(({ labour }) => !labour).map(({ id }) => id));
  const byId = new Map(rules.map((rule) => [rule.id, rule]));
  const withKit = new Set<ItemKind>();
  const named = new Set<string>();
  const parts = new Map<string, Part | null>();
  for (const rule of asked) {
    const part = partOf(build, facts.get(rule.when) ?? { axles: 0 }, rule, { withPerhaps, chosen });
    const kind = rule.part?.item;
    const ofKit = kind !== undefined && part?.item !== undefined && WHOLE_KIT.has(kind);
    // The same tire once more, for the spare: said, or the two lines cannot be told apart.
    const again = part !== null && named.has(part.label);
    const told = again ? { ...part, label: `${part.label} (${rule.part?.label ?? ''})` } : part;
    if (part) named.add(part.label);
    parts.set(rule.id, ofKit && withKit.has(kind) ? null : told);
    // One that is only perhaps needed does not take it from those that are sure.
    if (ofKit && sure.includes(rule)) withKit.add(kind);
  }
  const daysOf = (rule: WorkRule | undefined): number => {
    const kind = rule?.part?.item;
    return (kind && chosen[kind]?.days) ?? rule?.part?.leadDays ?? 0;
  };
  return asked.map((rule): WorkLine => {
    const { id, label, perhaps, labour } = rule;
    const minutes = minutesOf(rule);
    const { needs, waitDays, waitsFor } = waitsOf(labour?.after ?? [], byId, present, partsAlone, daysOf);
    return {
      id,
      label,
      perhaps: perhaps && !counts(id),
      part: parts.get(id) ?? null,
      labour:
        labour && minutes > 0
          ? {
              minutes,
              ...(labour.skill ? { skill: labour.skill } : {}),
              inBay: labour.inBay,
              dryMin: labour.dryMin,
              needs,
              waitDays: Math.max(waitDays, daysOf(rule)),
              waitsFor,
            }
          : null,
    };
  });
}
