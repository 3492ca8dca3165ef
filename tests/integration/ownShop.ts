import { basename } from 'node:path';
import { expect } from 'vitest';
import { demoDatabase } from './setup';

/** The demo shop of the test file that asks: in which order files run decides nothing. */
export const ownShop = (): Promise<string> =>
  demoDatabase(`of_${basename(expect.getState().testPath ?? '', '.test.ts')}`);
