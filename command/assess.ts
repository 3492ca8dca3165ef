import { readFileSync } from 'node:fs';
import { told } from '../core/wording';
import { assess } from '../core/assess';
import { faultLines, readBuildText } from '../formats/buildJson';

/**
 * Prints the assessment of one build file as JSON and answers 0. A faulty file prints one line per fault to
 * standard error, nothing to standard output, and answers 2.
 */
export function assessFile([file, ...more]: string[]): number {
  if (file === undefined || more.length > 0) {
    console.error('usage: ./vexlo assess FILE.json');
    return 2;
  }
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    console.error(`${file}: cannot be read; ${error instanceof Error ? error.message : String(error)}`);
    return 2;
  }
  const read = readBuildText(text);
  if (!read.ok) {
    console.error(faultLines(read.faults));
    return 2;
  }
  process.stdout.write(`${JSON.stringify(told(assess(read.build)), null, 1)}\n`);
  return 0;
}
