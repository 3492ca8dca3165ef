import stringify from 'json-stringify-pretty-compact';
import { readBuild, type Build, type BuildFile } from '../core/build';
import type { Fault } from '../core/contract';

export type ReadFile = { ok: true; build: Build; file: BuildFile } | { ok: false; faults: Fault[] };

/** Where in a text a JSON parser stopped, as line and column from 1. */
function placeOf(text: string, message: string): { line: number; column: number } {
  const at = /position (\d+)/.exec(message);
  const position = at ? Number(at[1]) : text.length;
  const before = text.slice(0, position).split('\n');
  return { line: before.length, column: (before.at(-1)?.length ?? 0) + 1 };
}

/** Reads a build file. A syntax fault names line and column; the others name the path of the field. */
export function readBuildText(text: string): ReadFile {
  let parsed: unknown;
  try {
    parsed = JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    const { line, column } = placeOf(text, message);
    const path = `line ${line}, column ${column}`;
    return {
      ok: false,
      faults: [{ path, message: 'is not JSON from here on; look for a missing comma, quote or bracket' }],
    };
  }
  const read = readBuild(parsed);
  return read.ok ? { ok: true, build: read.build, file: parsed as BuildFile } : read;
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
