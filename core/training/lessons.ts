import { CARRYING } from './carrying';
import { FITTING } from './fitting';
import type { Lesson } from './lesson';
import { READING } from './reading';

/** The ten lessons, in the order of the work. */
export const LESSONS: readonly Lesson[] = [...READING, ...FITTING, ...CARRYING];

export const lessonById = (id: string): Lesson | undefined => LESSONS.find((one) => one.id === id);
