import type { Result } from '../core/result';
import type { z } from 'zod';
import { faultsOf, type Fault } from '../core/format/fields';
import { unkeepable } from '../core/format/plainText';

/** Where in a text a JSON parser stopped, as line and column from 1. */
function placeOf(text: string, message: string): { line: number; column: number } {
  const at = /position (\d+)/.exec(message);
  const position = at ? Number(at[1]) : text.length;
  const before = text.slice(0, position).split('\n');
  return { line: before.length, column: (before.at(-1)?.length ?? 0) + 1 };
}

/** Reads JSON text; a syntax fault names line and column. */
export function parseJson(text: string): Result<unknown, { faults: Fault[] }> {
  try {
    const value: unknown = JSON.parse(text.replace(/^\uFEFF/, ''));
    const faults = unkeepable(value);
    return faults.length > 0 ? { ok: false, faults } : { ok: true, value };
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    const { line, column } = placeOf(text, message);
    return {
      ok: false,
      faults: [
        {
          path: `line ${line}, column ${column}`,
          message: 'is not JSON from here on; look for a missing comma, quote or bracket',
        },
      ],
    };
  }
}

/** Reads documents of one schema, from what was parsed and from text; faults carry paths, a syntax fault line and column. */
export function documentReader<S extends z.ZodType>(
  schema: S,
  prepared: (input: unknown) => unknown = (input) => input,
) {
  const of = (input: unknown): Result<z.output<S>, { faults: Fault[] }> => {
    const read = schema.safeParse(prepared(input));
    return read.success
      ? { ok: true, value: read.data }
      : { ok: false, faults: faultsOf(schema, read.error.issues) };
  };
  const text = (written: string): Result<z.output<S>, { faults: Fault[] }> => {
    const parsed = parseJson(written);
    return parsed.ok ? of(parsed.value) : parsed;
  };
  return { of, text };
}
