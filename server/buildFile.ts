import { z } from 'zod';
import type { Build, BuildFile } from '../core/format/build';
import { whole } from '../core/format/fields';
import { readBuildText } from '../formats/buildJson';
import { done, faulty } from './errors';
import { MOST_ID, type Reader } from './endpoint';

/** A build file as it was written, and the build that it means. Faults carry paths, or line and column. */
export const buildReader: Reader<{ file: BuildFile; build: Build }> = {
  type: 'json',
  read: (bytes) => {
    const read = readBuildText(bytes.toString('utf8'));
    return read.ok ? done(read.value) : faulty(read.faults);
  },
};

export const copyBody = z.strictObject({ stageId: whole(1, MOST_ID) });

function copyOf(bytes: Buffer): { stageId: number } | undefined {
  try {
    return copyBody.safeParse(JSON.parse(bytes.toString('utf8'))).data;
  } catch {
    return undefined;
  }
}

/** What a new stage is made from: a copy of another, or a build file. */
export const newStageReader: Reader<{ stageId: number } | { file: BuildFile }> = {
  type: 'json',
  schemas: [copyBody],
  read: (bytes) => {
    const copy = copyOf(bytes);
    return copy ? done(copy) : buildReader.read(bytes);
  },
};
