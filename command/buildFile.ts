import { readFileSync } from 'node:fs';
import type { Build } from '../core/format/build';
import type { Fault } from '../core/format/fields';
import type { Result } from '../core/result';
import { faultLines, readBuildText } from '../formats/buildJson';

/** A file from the disk as `read` reads it; what is wrong with it as lines for standard error, the file's own name or its faults. */
export function readFile<T>(
  file: string,
  read: (text: string) => Result<T, { faults: Fault[] }>,
): Result<T, { words: string }> {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    return {
      ok: false,
      words: `${file}: cannot be read; ${error instanceof Error ? error.message : String(error)}`,
    };
  }
  const known = read(text);
  return known.ok ? known : { ok: false, words: faultLines(known.faults) };
}

/** The build of a build file. */
export function readBuildFile(file: string): Result<Build, { words: string }> {
  const read = readFile(file, readBuildText);
  return read.ok ? { ok: true, value: read.value.build } : read;
}

/** Says on standard error why nothing was done; the answer of a command that was asked wrongly. */
export function refuse(words: string): number {
  console.error(words);
  return 2;
}

/** Writes to standard output. A reader that has seen enough, such as head, closes the pipe: that is no fault. */
export function writeOut(what: string | Uint8Array): void {
  process.stdout.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error;
  });
  process.stdout.write(what);
}
