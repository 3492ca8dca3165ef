import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { MUTANTS } from './mutantList';
import { ROOT } from './paths';

/**
 * Makes small wrong changes to the core, one after the other, and sees whether its tests notice: `npm run mutants`, or with some
 * numbers only those. Each is put back before the next. Answers with 1 where one lives.
 */
const asked = process.argv.slice(2).map(Number);
const lived: string[] = [];
let tried = 0;
for (const [i, { file, from, to, tests }] of MUTANTS.entries()) {
  if (asked.length > 0 && !asked.includes(i + 1)) continue;
  const path = join(ROOT, file);
  const text = readFileSync(path, 'utf8');
  const name = `${i + 1}. ${file}: ${from.trim()} → ${to.trim()}`;
  if (text.split(from).length !== 2) {
    lived.push(`${name} (it stands there ${text.split(from).length - 1} times; put the list right)`);
    continue;
  }
  tried++;
  writeFileSync(
    path,
    text.replace(from, () => to),
  );
  try {
    const where = tests.filter((one) => existsSync(join(ROOT, one)));
    const run = spawnSync(
      join(ROOT, 'node_modules', '.bin', 'vitest'),
      ['run', '--project', 'unit', '--bail', '1', ...where],
      { cwd: ROOT, encoding: 'utf8' },
    );
    console.log(`${run.status === 0 ? 'LIVES' : 'dies '} ${name}`);
    if (run.status === 0) lived.push(name);
  } finally {
    writeFileSync(path, text);
  }
}
console.log(`\n${tried - lived.length} of ${tried} died.`);
for (const name of lived) console.log(`lives: ${name}`);
process.exitCode = lived.length > 0 ? 1 : 0;
