import { readFileSync } from 'node:fs';
import type { Build } from '../core/format/build';
import type { Result } from '../core/result';
import { faultLines, readBuildText } from '../formats/buildJson';

/** A build file from the disk; what is wrong with it as lines for standard error, the file's own name or its faults. */
export function readBuildFile(file: string): Result<Build, { words: string }> {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    return {
      ok: false,
      words: `${file}: cannot be read; ${error instanceof Error ? error.message : String(error)}`,
    };
  }
  const read = readBuildText(text);
  return read.ok ? { ok: true, value: read.value.build } : { ok: false, words: faultLines(read.faults) };
}

/** Writes to standard output. A reader that has seen enough, such as head, closes the pipe: that is no fault. */
export function writeOut(what: string | Uint8Array): void {
  process.stdout.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code !== 'EPIPE') throw error;
  });
  process.stdout.write(what);
}
