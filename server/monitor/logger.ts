import pino from 'pino';

/**
 * What a server process says of itself, as lines of JSON on its standard error: faults, and with `VEXLO_LOG=info` every request. Routes and
 * numbers stand in it, never names, words, secrets or what was typed.
 */
export const logger = pino(
  {
    level: process.env['VEXLO_LOG'] || 'warn',
    base: { pid: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
    formatters: { level: (label) => ({ level: label }) },
  },
  // At once: what a process says last is why it went.
  pino.destination({ dest: 2, sync: true }),
);

/** What went wrong, in one line. */
export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));
