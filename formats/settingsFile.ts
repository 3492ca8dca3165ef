import type { Result } from '../core/result';
import stringify from 'json-stringify-pretty-compact';
import { z } from 'zod';
import { faultsOf, type Fault } from '../core/format/fields';
import { documentReader, parseJson } from './json';

/** A file of one of the shop's settings: `{ format, version: 1, …keys }`, read with a fault for each key that is wrong. */
export function settingsFile<T extends z.ZodRawShape>(format: string, shape: T) {
  const inner = z.strictObject(shape);
  const document = documentReader(inner);
  const schema = z.looseObject({
    format: z.literal(format, { error: `is missing or another; write "${format}"` }),
    version: z.literal(1, { error: 'is not read here; write 1' }),
  });
  return {
    write: (value: z.output<typeof inner>): string =>
      `${stringify({ format, version: 1, ...(value as object) })}\n`,
    /** Faults name the key; a file that is no JSON says line and column. */
    read: (text: string): Result<z.output<typeof inner>, { faults: Fault[] }> => {
      const parsed = parseJson(text);
      if (!parsed.ok) return parsed;
      const head = schema.safeParse(parsed.value);
      if (!head.success) return { ok: false, faults: faultsOf(schema, head.error.issues) };
      const { format: _format, version: _version, ...rest } = head.data;
      return document.of(rest);
    },
  };
}
