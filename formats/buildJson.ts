import stringify from 'json-stringify-pretty-compact';
import type { Build, BuildFile } from '../core/format/build';
import type { Fault } from '../core/format/fields';
import { parseJson } from './json';
import type { Result } from '../core/result';
import { readBuild } from '../core/format/read';

/** A build as the core takes it, and the file as it stood, `x-…` keys and all. */
export type ReadFile = Result<{ build: Build; file: BuildFile }, { faults: Fault[] }>;

/** Reads a build file. A syntax fault names line and column; the others name the path of the field. */
export function readBuildText(text: string): ReadFile {
  const parsed = parseJson(text);
  if (!parsed.ok) return parsed;
  const read = readBuild(parsed.value);
  return read.ok ? { ok: true, value: { build: read.value, file: parsed.value as BuildFile } } : read;
}

/**
 * Writes a build file: keys in the order they were read in, short lists on one line. What this writes and
 * `readBuildText` reads is written again byte for byte, `x-…` keys included.
 */
export function writeBuildText(file: BuildFile): string {
  return `${stringify(file, { indent: 2, maxLength: 110 })}\n`;
}

/** Faults as the command line prints them, one a line. */
export function faultLines(faults: readonly Fault[]): string {
  return faults.map(({ path, message }) => `${path}: ${message}`).join('\n');
}
