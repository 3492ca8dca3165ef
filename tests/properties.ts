import fc from 'fast-check';

/**
 * A law that fails ends with the example that it failed on. To look for a smaller one can take longer than all tests together, and
 * nothing interrupts it: `SHRINK=yes npx vitest run FILE` asks for it.
 */
fc.configureGlobal({ endOnFailure: process.env.SHRINK !== 'yes' });
