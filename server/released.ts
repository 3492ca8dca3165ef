import { readBuild } from '../core/format/read';
import type { JobWork } from '../core/format/jobWork';
import { checksOf, type WorkCheck } from '../core/work/checks';
import { factsOf } from '../core/work/triggers';
import type { Queryable } from '../data/client';
import { stageById } from '../data/documents';
import { buildFileOf, vehicleOfStage } from './stageFile';

/** The checks of the stage that a job was taken into work with. */
export async function checksOfWork(db: Queryable, { stageId }: JobWork): Promise<WorkCheck[]> {
  const stage = stageId === null ? undefined : await stageById(db, stageId);
  const vehicle = stage && (await vehicleOfStage(db, stage));
  const read = stage && vehicle && readBuild(buildFileOf(vehicle, stage.document));
  return read?.ok ? checksOf(factsOf(read.value)) : [];
}
