import type { Wording } from './wording';

/** One judgement with its reason. What cannot be judged for want of a measurement is `unknown`, never a pass. */
export type Check = {
  id: string;
  status: 'pass' | 'watch' | 'fail' | 'unknown';
  value?: number;
  limit?: number;
  /** The reason, apart from its units: `wordingText` says it in those of whoever reads. */
  message: Wording;
};
