import { told } from '../core/wording';
import { assess } from '../core/assess';
import { readBuildFile, refuse, writeOut } from './buildFile';

/**
 * Prints the assessment of one build file as JSON and answers 0. A faulty file prints one line per fault to
 * standard error, nothing to standard output, and answers 2.
 */
export function assessFile([file, ...more]: string[]): number {
  if (file === undefined || more.length > 0) return refuse('usage: ./vexlo assess FILE.json');
  const read = readBuildFile(file);
  if (!read.ok) return refuse(read.words);
  writeOut(`${JSON.stringify(told(assess(read.value)), null, 1)}\n`);
  return 0;
}
