/** One judgement with its reason. What cannot be judged for want of a measurement is `unknown`, never a pass. */
export type Check = {
  id: string;
  status: 'pass' | 'watch' | 'fail' | 'unknown';
  value?: number;
  limit?: number;
  message: string;
};
