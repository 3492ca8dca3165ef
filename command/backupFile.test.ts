import { mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { dumpOf, readBackup, writeBackup } from './backupFile';

let folder = '';
const at = (name: string): string => join(folder, name);
const dump = Buffer.from(Array.from({ length: 3_000_000 }, (_, i) => (i * 31) % 256));
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'backup-'));
  writeFileSync(at('dump'), dump);
  writeBackup(at('one'), at('dump'), { madeAt: '2026-03-02T04:00:00Z', migration: 7, postgres: '15' });
});
afterEach(() => rmSync(folder, { recursive: true }));

test('what goes in comes out, byte for byte', () => {
  const { head, start } = readBackup(at('one'));
  expect(head).toMatchObject({ migration: 7, bytes: dump.length });
  dumpOf(at('one'), start, at('out'));
  expect(readFileSync(at('out')).equals(dump)).toBe(true);
});

test('one that was cut off, changed in one byte, or is none is told', () => {
  const whole = readFileSync(at('one'));
  truncateSync(at('one'), whole.length - 1);
  expect(() => readBackup(at('one'))).toThrow(/cut off/);
  whole[whole.length - 77] = (whole[whole.length - 77] ?? 0) ^ 1;
  writeFileSync(at('one'), whole);
  expect(() => readBackup(at('one'))).toThrow(/damaged/);
  for (const none of ['', 'PGDMP', '{"format":"vexlo/build"}\n']) {
    writeFileSync(at('one'), none);
    expect(() => readBackup(at('one'))).toThrow(/no backup/);
  }
});
