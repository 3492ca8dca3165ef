import { z } from 'zod';
import { buildSchema } from '../core/format/build';

/**
 * The JSON Schema of the build file, made from the Zod schema that is its only definition. Unknown keys are
 * refused but for `x-…`; what spans several fields (arms, cuts, rims) is checked by Vexlo alone.
 */
export const buildJsonSchema = (): object => openJsonSchema(buildSchema);

/** The JSON Schema of a document whose objects take `x-…` keys beside their own. */
export function openJsonSchema(schema: z.ZodType): object {
  return z.toJSONSchema(schema, {
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
