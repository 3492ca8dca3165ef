import { z } from 'zod';
import type { BuildFile } from '../core/format/build';
import { lessonById } from '../core/training/lessons';
import type { Queryable } from '../data/client';
import { lessonsOf, noteLesson, type LessonDone } from '../data/lessons';
import halyard1 from '../core/training/builds/halyard-1-tall-and-narrow.json';
import halyard2 from '../core/training/builds/halyard-2-full-build.json';
import halyard3 from '../core/training/builds/halyard-3-wide-and-tall.json';
import holloway2 from '../core/training/builds/holloway-2-tires-and-lift.json';
import rook1 from '../core/training/builds/rook-1-long-tour.json';
import type { Actor } from './versioned';
import { done, missing, type Outcome } from './errors';

/** The builds that the lessons are on. They come with the application: a shop that takes its demo jobs out keeps them. */
export const LESSON_BUILDS: Readonly<Record<string, BuildFile>> = {
  'halyard-1-tall-and-narrow': halyard1 as unknown as BuildFile,
  'halyard-2-full-build': halyard2 as unknown as BuildFile,
  'halyard-3-wide-and-tall': halyard3 as unknown as BuildFile,
  'holloway-2-tires-and-lift': holloway2 as unknown as BuildFile,
  'rook-1-long-tour': rook1 as unknown as BuildFile,
};

/** How far a person is. */
export const progressOf = (db: Queryable, person: string): Promise<LessonDone[]> => lessonsOf(db, person);

export const tryBody = z.strictObject({ right: z.boolean({ error: 'is not true/false' }) });

/** Notes one try of a lesson; a lesson that was passed stays passed. */
export async function noteTry(
  { db, person: { name }, now }: Actor,
  lesson: string,
  { right }: z.output<typeof tryBody>,
): Promise<Outcome<LessonDone[]>> {
  if (!lessonById(lesson)) return missing('lesson');
  await noteLesson(db, name, lesson, right ? now : null);
  return done(await lessonsOf(db, name));
}
