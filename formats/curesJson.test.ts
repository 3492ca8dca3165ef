import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { demoBuild } from '../tests/example';
import { NO_LIMITS } from '../core/format/freeLimits';
import { SHIPPED_TERMS } from '../core/format/quote';
import { freeTogether } from '../core/together/together';
import { SHIPPED_WORK } from '../core/work/shippedWork';
import { curesDocument, curesSchema, curesSchemaText, readLimits } from './curesJson';

test('docs/cures.schema.json is what the schema says (npm run schema writes it anew)', () =>
  expect(readFileSync(join(import.meta.dirname, '..', 'docs', 'cures.schema.json'), 'utf8')).toBe(
    curesSchemaText(),
  ));

test.each(['pylon-2-shoreline', 'rook-1-long-tour'])('what frees %s holds what the schema says', (name) => {
  const cures = freeTogether(demoBuild(name), NO_LIMITS, { rules: SHIPPED_WORK, terms: SHIPPED_TERMS });
  const document = curesDocument(cures);
  expect(curesSchema.safeParse(document).error?.issues ?? []).toEqual([]);
  expect(JSON.parse(JSON.stringify(document))).toEqual(document);
});

test('limits may leave out everything; a fault names its path, a text that is none line and column', () => {
  expect(readLimits('{}')).toEqual({ ok: true, value: NO_LIMITS });
  const bad = readLimits('{"most":{"spacer":-1},"grade":"best"}');
  expect(bad.ok ? [] : bad.faults.map(({ path }) => path).sort()).toEqual(['grade', 'most.spacer']);
  const broken = readLimits('{"changes":');
  expect(broken.ok ? '' : broken.faults[0]?.path).toBe('line 1, column 12');
});
