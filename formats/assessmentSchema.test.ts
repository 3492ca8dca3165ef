import { told } from '../core/wording';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { demoBuild, demoTexts, example } from '../tests/example';
import { drivenBuild } from '../tests/driven';
import { assess } from '../core/assess';
import { assessmentSchema, assessmentSchemaText } from './assessmentSchema';

test('docs/assessment.schema.json is what the schema says (npm run schema writes it anew)', () =>
  expect(readFileSync(join(import.meta.dirname, '..', 'docs', 'assessment.schema.json'), 'utf8')).toBe(
    assessmentSchemaText(),
  ));

test.each([
  ...Object.keys(demoTexts).map((name) => [name, demoBuild(name)] as const),
  ['an example that knows little', example()] as const,
  ['an example that is driven', drivenBuild()] as const,
])('the assessment of %s holds what the schema says and nothing else', (_, build) => {
  const answer = told(assess(build));
  expect(assessmentSchema.safeParse(answer).error?.issues ?? []).toEqual([]);
  // Through JSON and back it is the same: no NaN, no Infinity, nothing undefined.
  expect(JSON.parse(JSON.stringify(answer))).toEqual(answer);
});
