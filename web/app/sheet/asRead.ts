import { readBuild } from '../../../core/format/read';
import { changesBetween, type Change, type Json } from '../../../core/history/diff';
import type { SheetData } from '../../../server/jobs';
import { fileOf, type Doc } from '../../state/store';

/**
 * What reading fills in where the documents of a vehicle and a stage say nothing, and leaves out of them: with it the page has the
 * build without checking what the server checked. Null where they make none.
 */
export function filledIn({ vehicle, stages }: SheetData, stageId: number): Change[] | null {
  const stage = stages.find(({ id }) => id === stageId);
  if (!stage) return null;
  const file = fileOf(vehicle as Doc, stage as unknown as Doc);
  const read = readBuild(file);
  if (!read.ok) return null;
  return changesBetween(file as unknown as Json, read.value as unknown as Json).map(({ path, to }) => ({
    path,
    ...(to === undefined ? {} : { to }),
  }));
}
