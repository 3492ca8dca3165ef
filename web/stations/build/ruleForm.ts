import type { ItemKind } from '../../../core/format/names';
import { typedNumber } from '../../ui/RowsDialog';
import type { Per, Trigger } from '../../../core/format/triggers';
import type { WorkRule } from '../../../core/format/workRules';

/** A rule under edit: everything as it is typed. */
export type RuleForm = {
  key: number;
  id: string;
  when: string;
  label: string;
  notes: string;
  caution: string;
  perhaps: boolean;
  hasPart: boolean;
  partLabel: string;
  partPer: string;
  /** What of the catalog it is; empty where it is none of it. */
  partItem: string;
  price: string;
  leadDays: string;
  hasLabour: boolean;
  minutes: string;
  labourPer: string;
  skill: string;
  inBay: boolean;
  dryMin: string;
  after: string;
};

export function formOf(
  { id, when, label, notes, caution, perhaps, part, labour }: WorkRule,
  key: number,
): RuleForm {
  return {
    key,
    id,
    when,
    label,
    notes: notes ?? '',
    caution: caution ?? '',
    perhaps,
    hasPart: part !== undefined,
    partLabel: part?.label ?? '',
    partPer: part?.per ?? 'job',
    partItem: part?.item ?? '',
    price: part?.price == null ? '' : String(part.price),
    leadDays: String(part?.leadDays ?? 0),
    hasLabour: labour !== undefined,
    minutes: String(labour?.minutes ?? 30),
    labourPer: labour?.per ?? 'job',
    skill: labour?.skill ?? '',
    inBay: labour?.inBay ?? true,
    dryMin: String(labour?.dryMin ?? 0),
    after: labour?.after.join(' ') ?? '',
  };
}

/** A rule as it goes to the server, which says what is wrong with it; nothing is put right here in silence. */
export function ruleFrom(form: RuleForm): WorkRule {
  const { id, when, label, notes, caution, perhaps, hasPart, hasLabour } = form;
  return {
    id: id.trim(),
    when: when as Trigger,
    label: label.trim(),
    ...(notes.trim() ? { notes: notes.trim() } : {}),
    ...(caution.trim() ? { caution: caution.trim() } : {}),
    perhaps,
    ...(hasPart
      ? {
          part: {
            label: form.partLabel.trim(),
            per: form.partPer as Per,
            ...(form.partItem ? { item: form.partItem as ItemKind } : {}),
            price: form.price.trim() === '' ? null : typedNumber(form.price),
            leadDays: typedNumber(form.leadDays),
          },
        }
      : {}),
    ...(hasLabour
      ? {
          labour: {
            minutes: typedNumber(form.minutes),
            per: form.labourPer as Per,
            ...(form.skill.trim() ? { skill: form.skill.trim() } : {}),
            inBay: form.inBay,
            dryMin: typedNumber(form.dryMin),
            after: form.after.split(/[\s,;]+/).filter(Boolean),
          },
        }
      : {}),
  };
}

/** The name in a refusal's path instead of its number: `workRules.3.labour.after` is rule 4, which has an id. */
export function namedFault(words: string, forms: readonly RuleForm[]): string {
  return words.replace(/^workRules\.(\d+)\.?/, (_, at: string) => `“${forms[Number(at)]?.id ?? at}” `);
}
