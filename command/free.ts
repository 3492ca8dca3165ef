import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { NO_LIMITS } from '../core/format/freeLimits';
import { SHIPPED_TERMS } from '../core/format/quote';
import { freeTogether } from '../core/together/together';
import { SHIPPED_WORK } from '../core/work/shippedWork';
import { faultLines } from '../formats/buildJson';
import { curesDocument, readLimits } from '../formats/curesJson';
import { readBuildFile, writeOut } from './buildFile';

const USAGE = 'usage: ./vexlo free BUILD.json [--limits LIMITS.json]';

function fail(words: string): number {
  console.error(words);
  return 2;
}

/**
 * Prints what frees a build file as JSON and answers 0: single changes and combinations, each with its patch. Prices and hours
 * are those of the rules that the application comes with. A faulty file prints its faults to standard error and answers 2.
 */
export function free(args: string[]): number {
  let given: { values: { limits?: string }; positionals: string[] };
  try {
    given = parseArgs({ args, options: { limits: { type: 'string' } }, allowPositionals: true });
  } catch {
    return fail(USAGE);
  }
  const [file, ...more] = given.positionals;
  if (file === undefined || more.length > 0) return fail(USAGE);
  const build = readBuildFile(file);
  if (!build.ok) return fail(build.words);
  let limits = NO_LIMITS;
  if (given.values.limits !== undefined) {
    let text: string;
    try {
      text = readFileSync(given.values.limits, 'utf8');
    } catch (error) {
      return fail(
        `${given.values.limits}: cannot be read; ${error instanceof Error ? error.message : String(error)}`,
      );
    }
    const read = readLimits(text);
    if (!read.ok) return fail(faultLines(read.faults));
    limits = read.value;
  }
  const cures = freeTogether(build.value, limits, { rules: SHIPPED_WORK, terms: SHIPPED_TERMS });
  writeOut(`${JSON.stringify(curesDocument(cures), null, 1)}\n`);
  return 0;
}
