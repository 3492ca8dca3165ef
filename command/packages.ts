import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, writeFileSync } from 'node:fs';

export const isRoot = (): boolean => process.getuid?.() === 0;

const NO_CLUSTER = '/etc/postgresql-common/createcluster.conf';

/**
 * Installs Debian packages whose `proof` files are absent: as root by itself, as anyone else by saying the
 * one command to type.
 */
export function ensureDebian(wanted: { name: string; present: () => boolean }[]): void {
  const absent = wanted.filter(({ present }) => !present()).map(({ name }) => name);
  if (absent.length === 0) return;
  const line = `apt-get install -y --no-install-recommends ${absent.join(' ')}`;
  if (!isRoot()) throw new Error(`${absent.join(', ')} must be installed first; type: sudo ${line}`);
  console.error(`vexlo: installing ${absent.join(', ')}`);
  if (absent.includes('postgresql') && !existsSync(NO_CLUSTER)) {
    // The package would make and start a cluster of its own; Vexlo keeps its own in its folder.
    mkdirSync('/etc/postgresql-common', { recursive: true });
    writeFileSync(NO_CLUSTER, 'create_main_cluster = false\n');
  }
  for (const args of [['update'], line.split(' ').slice(1)]) {
    const run = spawnSync('apt-get', args, {
      stdio: ['ignore', 2, 2],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
    if (run.status !== 0 && args[0] !== 'update') throw new Error(`could not install; type: ${line}`);
  }
}
