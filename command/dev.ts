import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { ensureDatabase, startCluster } from './cluster';
import { ROOT } from './paths';
import { prepareDatabase } from './prepare';
import { signingSecret } from './secret';

// npm run dev: Astro's own server, which builds what changes as it changes, on the database of `./vexlo start`.
const own = process.env['DATABASE_URL'];
const cluster = own ? undefined : await startCluster('postgres');
const url = own ?? (cluster ? await ensureDatabase(cluster, 'vexlo') : '');
await prepareDatabase(url);
const server = spawn(process.execPath, [join(ROOT, 'node_modules', 'astro', 'astro.js'), 'dev'], {
  cwd: ROOT,
  stdio: 'inherit',
  env: { ...process.env, DATABASE_URL: url, VEXLO_SECRET: signingSecret(), ASTRO_TELEMETRY_DISABLED: '1' },
});
process.on('SIGINT', () => server.kill('SIGINT'));
server.once('exit', (code) => {
  cluster?.stop();
  process.exitCode = code ?? 0;
});

export {};
