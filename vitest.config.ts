import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      {
        test: {
          name: 'unit',
          include: ['{core,formats,data,server,web,command}/**/*.test.ts'],
          setupFiles: ['tests/properties.ts'],
          testTimeout: 120_000,
          // A quarter of the time went into reading the same modules anew for each file.
          isolate: false,
        },
      },
      {
        test: {
          name: 'integration',
          include: ['tests/integration/**/*.test.ts'],
          globalSetup: ['tests/integration/setup.ts'],
          setupFiles: ['tests/properties.ts'],
          testTimeout: 240_000,
          hookTimeout: 300_000,
          fileParallelism: false,
          isolate: false,
        },
      },
      {
        // npm run pictures: not a test, but taken the same way.
        test: {
          name: 'pictures',
          include: ['tests/browser/**/*.picture.ts'],
          globalSetup: ['tests/browser/setup.ts'],
          testTimeout: 300_000,
          hookTimeout: 300_000,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['tests/browser/**/*.test.ts'],
          globalSetup: ['tests/browser/setup.ts'],
          testTimeout: 300_000,
          hookTimeout: 300_000,
          // One that fails is tried again, the second time in a shop made anew, and then told as such at the end of `./vexlo test`: a real browser beside all else.
          retry: 2,
          // One browser for all files that a worker runs.
          isolate: false,
          maxWorkers: 2,
        },
      },
    ],
  },
});
