import { z } from 'zod';

// A page's policy lets no text be run as a program, which is what schemas try first, to be faster. Before any is made.
z.config({ jitless: 'document' in globalThis });

/** One thing wrong with a document: where, and what to do about it. */
export type Fault = {
  path: string;
  message: string;
  /** What a length may have been meant as instead, mm, the likeliest first. */
  meantMm?: readonly number[];
};

/** A value as the refusal shows it. */
export const quote = (value: unknown): string => (value === undefined ? 'nothing' : JSON.stringify(value));

/**
 * A finite number from `low` to `high` in `unit`. The refusal names the value and the range.
 * `above` makes the lower end exclusive, as for masses.
 */
export function within(low: number, high: number, unit = '', above = false) {
  const suffix = unit ? ` ${unit}` : '';
  const range = above
    ? `give more than ${low} and at most ${high}${suffix}`
    : `give ${low} to ${high}${suffix}`;
  const number = z.number({
    error: ({ input }) =>
      input === undefined ? `is missing; ${range}` : `${quote(input)} is not a number; ${range}`,
  });
  const outside = { error: ({ input }: { input?: unknown }) => `${quote(input)} is out of range; ${range}` };
  return (above ? number.gt(low, outside) : number.gte(low, outside)).lte(high, outside);
}

/** A whole number from `low` to `high`. */
export function whole(low: number, high: number) {
  return within(low, high).refine(Number.isInteger, {
    error: ({ input }) => `${quote(input)} is not a whole number; give ${low} to ${high}`,
  });
}

/** One of a few words. */
export function oneOf<const T extends readonly [string, ...string[]]>(words: T) {
  return z.enum(words, {
    error: ({ input }) =>
      input === undefined
        ? `is missing; give one of ${words.join(', ')}`
        : `${quote(input)} is not one of ${words.join(', ')}`,
  });
}

/** A text of at most `most` characters. */
export function words(most: number, least = 0) {
  const range = `give a text of ${least} to ${most} characters`;
  const outside = { error: `is too ${least > 0 ? 'short or too ' : ''}long; ${range}` };
  return z
    .string({
      error: ({ input }) =>
        input === undefined ? `is missing; ${range}` : `${quote(input)} is not a text; ${range}`,
    })
    .min(least, outside)
    .max(most, outside);
}

/** `{ front, rear }` of one thing. */
export function perAxle<T extends z.ZodType>(item: T) {
  return z.strictObject({ front: item, rear: item });
}

/** A copy of a document without the `x-…` keys, which belong to whoever wrote them and are not checked. */
export function withoutExtensions(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(withoutExtensions);
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([key]) => !key.startsWith('x-'))
      .map(([key, inner]) => [key, withoutExtensions(inner)]),
  );
}

/** Edits (insert, drop, replace) between two words: enough to guess at a misspelt key. */
function edits(a: string, b: string): number {
  let row = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const next = [i];
    for (let j = 1; j <= b.length; j++)
      next[j] = Math.min(
        (row[j] ?? 0) + 1,
        (next[j - 1] ?? 0) + 1,
        (row[j - 1] ?? 0) + (a[i - 1] === b[j - 1] ? 0 : 1),
      );
    row = next;
  }
  return row[b.length] ?? 0;
}

/** The key of the same object that was probably meant. */
function meant(key: string, known: readonly string[]): string | undefined {
  const [best] = known
    .map((name) => ({ name, away: edits(key.toLowerCase(), name.toLowerCase()) }))
    .sort((a, b) => a.away - b.away);
  return best && best.away <= Math.max(2, key.length / 3) ? best.name : undefined;
}

/** The keys that the schema knows at a path, to guess at a misspelt one. */
function keysAt(schema: z.ZodType, path: readonly PropertyKey[]): string[] {
  let at: unknown = schema;
  const open = (type: unknown): unknown => {
    let inner = type as z.ZodType & { def: { innerType?: unknown } };
    while (inner instanceof z.ZodType && inner.def.innerType !== undefined)
      inner = inner.def.innerType as typeof inner;
    return inner;
  };
  for (const step of path) {
    at = open(at);
    if (at instanceof z.ZodObject) at = (at.shape as Record<string, unknown>)[String(step)];
    else if (at instanceof z.ZodArray) at = at.element;
    else return [];
  }
  at = open(at);
  return at instanceof z.ZodObject ? Object.keys(at.shape) : [];
}

/** Zod's issues as faults, one a line, in the order they stand in. */
export function faultsOf(schema: z.ZodType, issues: readonly z.core.$ZodIssue[]): Fault[] {
  return issues.flatMap((issue): Fault[] => {
    if (issue.code === 'unrecognized_keys')
      return issue.keys.map((key) => {
        const guess = meant(key, keysAt(schema, issue.path));
        return {
          path: [...issue.path, key].join('.'),
          message: `is not a key of this format${guess ? `; did you mean "${guess}"?` : ''} (notes of your own go under "x-…" keys)`,
        };
      });
    const message =
      issue.code === 'invalid_type' && issue.message.startsWith('Invalid input')
        ? `is missing or of the wrong kind; ${issue.expected} is expected here`
        : issue.message;
    return [{ path: issue.path.join('.') || '(document)', message }];
  });
}
