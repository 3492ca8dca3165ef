import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildSchemaText } from '../formats/buildSchema';
import { ROOT } from './paths';

// npm run schema: writes docs/build.schema.json anew after a change to the build format.
writeFileSync(join(ROOT, 'docs', 'build.schema.json'), buildSchemaText());
