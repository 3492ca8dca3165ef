import stringify from 'json-stringify-pretty-compact';
import { z } from 'zod';
import { faultsOf, type Fault } from '../core/contract';
import { ruleSetSchema, type RuleSet } from '../core/rules/schema';
import { parseJson } from './json';

const fileSchema = z.strictObject({
  format: z.literal('vexlo/rules', { error: 'is missing or another; write "vexlo/rules"' }),
  version: z.literal(1, { error: 'is not read here; write 1' }),
  ...ruleSetSchema.shape,
});

export function writeRules(rules: RuleSet): string {
  return `${stringify({ format: 'vexlo/rules', version: 1, ...rules })}\n`;
}

/** Reads a rule set as it was written. Faults name the key; a file that is no JSON says line and column. */
export function readRules(text: string): { ok: true; rules: RuleSet } | { ok: false; faults: Fault[] } {
  const parsed = parseJson(text);
  if (!parsed.ok) return parsed;
  const read = fileSchema.safeParse(parsed.value);
  if (!read.success) return { ok: false, faults: faultsOf(fileSchema, read.error.issues) };
  return { ok: true, rules: { name: read.data.name, rules: read.data.rules } };
}
