const [command = '', ...rest] = process.argv.slice(2);

/** Each command is loaded only when it is asked for: `assess` needs neither a database nor a server. */
const COMMANDS: Record<string, () => Promise<number>> = {
  assess: async () => (await import('./assess')).assessFile(rest),
  backup: async () => (await import('./backup')).backup(rest),
  bench: async () => (await import('./bench/main')).bench(rest),
  /** For `test`, which has other things to do meanwhile; whatever serves the application builds it where that is needed. */
  build: async () => {
    (await import('./build')).buildIfStale();
    return 0;
  },
  free: async () => (await import('./free')).free(rest),
  photos: async () => (await import('./photos')).photos(rest),
  restore: async () => (await import('./backup')).restore(rest),
  shop: async () => (await import('./shop')).shop(rest),
  start: async () => (await import('./start')).start(),
  stop: async () => (await import('./stop')).stop(),
  template: async () => (await import('./template')).writeTemplate(rest),
  test: async () => (await import('./test')).test(rest),
  work: async () => (await import('./work')).work(rest),
};

try {
  // Set, not exited with: what was written must reach a pipe whole.
  process.exitCode = await (COMMANDS[command]?.() ?? Promise.resolve(2));
} catch (error) {
  console.error(`vexlo: ${error instanceof Error ? error.message : String(error)}`);
  process.exitCode = 1;
}

export {};
