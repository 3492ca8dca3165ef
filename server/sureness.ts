import { createHash } from 'node:crypto';
import { z } from 'zod';
import type { Assessment } from '../core/assess';
import type { GradeChance } from '../core/clearance/sureness';
import type { Build } from '../core/format/build';
import { readBuild } from '../core/format/read';
import { isUnsure } from '../core/verdictTail';
import type { Queryable } from '../data/client';
import { stagesWithVehicles } from '../data/documents';
import { stagesParam } from './endpoint';
import { inBackground, inThread } from './judge/pool';
import { remember } from './remember';
import { buildFileOf } from './stageFile';

/** One name for builds in which the same stands. */
export const nameOf = (build: Build): string =>
  createHash('sha256').update(JSON.stringify(build)).digest('base64');

/** By what stands in a build: it does not change as long as that does not. One is some hundred bytes. */
const sureOnce = remember<GradeChance | null>(2000);

/** How sure the grade of a build is that was judged; null where chance has no say in it. */
export const surenessOf = async (build: Build, judged: Assessment): Promise<GradeChance | null> =>
  isUnsure(judged) ? sureOnce(nameOf(build), () => inThread('sureness', build)) : null;

/** As many are worked out for one request: a list asks again for what comes next. A second's work, or two. */
const MOST_STAGES = 6;

export const surenessQuery = z.strictObject({
  stages: stagesParam().refine((ids) => ids.length <= MOST_STAGES, {
    error: `are more than ${MOST_STAGES}; ask for them in parts`,
  }),
});

/** How sure the grades of some stages are, by stage; null where chance has no say. What is no stage is not answered for. */
export async function stagesSure(
  db: Queryable,
  ids: readonly number[],
): Promise<Record<number, GradeChance | null>> {
  const sure: Record<number, GradeChance | null> = {};
  for (const { stage, vehicle } of await stagesWithVehicles(db, ids)) {
    const read = readBuild(buildFileOf(vehicle.document, stage.document));
    if (!read.ok) continue;
    const { value: build } = read;
    // Behind what people wait for at a page.
    sure[stage.id] = await sureOnce(nameOf(build), () => inBackground('sureOrCertain', build));
  }
  return sure;
}
