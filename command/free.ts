import { parseArgs } from 'node:util';
import { NO_LIMITS } from '../core/format/freeLimits';
import { SHIPPED_TERMS } from '../core/format/quote';
import { freeTogether } from '../core/together/together';
import { SHIPPED_WORK } from '../core/work/shippedWork';
import { curesDocument, readLimits } from '../formats/curesJson';
import { readBuildFile, readFile, refuse, writeOut } from './buildFile';

const USAGE = 'usage: ./vexlo free BUILD.json [--limits LIMITS.json]';

/**
 * Prints what frees a build file as JSON and answers 0: single changes and combinations, each with its patch. Prices and hours
 * are those of the rules that the application comes with. A faulty file prints its faults to standard error and answers 2.
 */
export function free(args: string[]): number {
  let given: { values: { limits?: string }; positionals: string[] };
  try {
    given = parseArgs({ args, options: { limits: { type: 'string' } }, allowPositionals: true });
  } catch {
    return refuse(USAGE);
  }
  const [file, ...more] = given.positionals;
  if (file === undefined || more.length > 0) return refuse(USAGE);
  const build = readBuildFile(file);
  if (!build.ok) return refuse(build.words);
  const asked = given.values.limits;
  const limits =
    asked === undefined ? ({ ok: true, value: NO_LIMITS } as const) : readFile(asked, readLimits);
  if (!limits.ok) return refuse(limits.words);
  const cures = freeTogether(build.value, limits.value, { rules: SHIPPED_WORK, terms: SHIPPED_TERMS });
  writeOut(`${JSON.stringify(curesDocument(cures), null, 1)}\n`);
  return 0;
}
