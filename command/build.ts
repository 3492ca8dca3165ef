import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildSync } from 'esbuild';
import { ROOT } from './paths';

const SOURCES = [
  'core',
  'formats',
  'data',
  'server',
  'web',
  join('command', 'http'),
  join('command', 'chunks.ts'),
  join('command', 'squeeze.ts'),
  'astro.config.ts',
  'package-lock.json',
];
const STAMP = join(ROOT, 'dist', '.sources');
/** Programs beside the application itself: what listens for it, and what computes for it in threads of its own. */
const PROGRAMS = { http: join('command', 'http', 'main.ts'), judge: join('server', 'judge', 'worker.ts') };

function* filesUnder(path: string): Generator<string> {
  if (!statSync(path).isDirectory()) yield path;
  else for (const name of readdirSync(path).sort()) yield* filesUnder(join(path, name));
}

function sourcesDigest(): string {
  const digest = createHash('sha256');
  for (const source of SOURCES)
    for (const file of filesUnder(join(ROOT, source)))
      // A test is no part of what is served.
      if (!/\.test\.tsx?$/.test(file)) digest.update(file.slice(ROOT.length)).update(readFileSync(file));
  return digest.digest('hex');
}

/** Builds the application where its sources are not those of the last build. */
export function buildIfStale(): void {
  const digest = sourcesDigest();
  if (existsSync(STAMP) && readFileSync(STAMP, 'utf8') === digest) return;
  console.error('vexlo: building (about half a minute)');
  const done = spawnSync(process.execPath, [join(ROOT, 'node_modules', 'astro', 'astro.js'), 'build'], {
    cwd: ROOT,
    stdio: ['ignore', 'pipe', 'pipe'],
    encoding: 'utf8',
    env: { ...process.env, ASTRO_TELEMETRY_DISABLED: '1', NODE_ENV: 'production' },
  });
  if (done.status !== 0) throw new Error(`the build failed:\n${done.stdout}\n${done.stderr}`);
  buildSync({
    absWorkingDir: ROOT,
    entryPoints: PROGRAMS,
    outdir: join(ROOT, 'dist'),
    outExtension: { '.js': '.mjs' },
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    logLevel: 'error',
  });
  writeFileSync(STAMP, digest);
}
