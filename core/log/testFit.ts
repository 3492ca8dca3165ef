import type { TestReading } from '../format/testFit';

/** Whether a reading says that the wheel touched. */
export const touched = ({ mark }: TestReading): boolean => mark !== undefined;
