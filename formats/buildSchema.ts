import { z } from 'zod';
import { buildSchema } from '../core/format/build';

/**
 * The JSON Schema of the build file, made from the Zod schema that is its only definition. Unknown keys are
 * refused but for `x-…`; what spans several fields (arms, cuts, rims) is checked by Vexlo alone.
 */
export function buildJsonSchema(): object {
  return z.toJSONSchema(buildSchema, {
    io: 'input',
    override: ({ jsonSchema }) => {
      if (jsonSchema.type === 'object' && jsonSchema.additionalProperties === false)
        jsonSchema.patternProperties = { '^x-': {} };
    },
  });
}

/** The schema as it stands in docs/build.schema.json. */
export function buildSchemaText(): string {
  return `${JSON.stringify(buildJsonSchema(), null, 2)}\n`;
}
