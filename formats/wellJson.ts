import stringify from 'json-stringify-pretty-compact';
import { withoutExtensions } from '../core/format/fields';
import { wellSchema, type WellFile } from '../core/format/well';
import { openJsonSchema } from './buildSchema';
import { documentReader } from './json';

/** A well as a document and from a file's text; faults carry paths, a syntax fault line and column. */
export const { of: wellFrom, text: readWell } = documentReader(wellSchema, withoutExtensions);

export const writeWell = (well: WellFile): string => `${stringify(well, { indent: 2, maxLength: 110 })}\n`;

/** The JSON Schema as it stands in docs/well.schema.json. */
export const wellSchemaText = (): string => `${JSON.stringify(openJsonSchema(wellSchema), null, 2)}\n`;
