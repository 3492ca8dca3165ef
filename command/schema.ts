import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { assessmentSchemaText } from '../formats/assessmentSchema';
import { buildSchemaText } from '../formats/buildSchema';
import { curesSchemaText } from '../formats/curesJson';
import { measurementSchemaText, roundSchemaText } from '../formats/photo/roundJson';
import { wellSchemaText } from '../formats/wellJson';
import { ROOT } from './paths';

// npm run schema: writes the JSON Schemas in docs/ anew after a change to either format.
writeFileSync(join(ROOT, 'docs', 'build.schema.json'), buildSchemaText());
writeFileSync(join(ROOT, 'docs', 'assessment.schema.json'), assessmentSchemaText());
writeFileSync(join(ROOT, 'docs', 'cures.schema.json'), curesSchemaText());
writeFileSync(join(ROOT, 'docs', 'well.schema.json'), wellSchemaText());
writeFileSync(join(ROOT, 'docs', 'photo-round.schema.json'), roundSchemaText());
writeFileSync(join(ROOT, 'docs', 'photo-measurement.schema.json'), measurementSchemaText());
