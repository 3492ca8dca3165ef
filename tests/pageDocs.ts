import { demoTexts } from './example';
import type { Doc, StageDoc } from '../web/state/store';

type File = { vehicle: Record<string, unknown>; package: object; use: object };
const head = { version: 1, base: {} as never, undo: null, redo: null };

/** The documents of a demo build as a page holds them: its vehicle, and stages of one package. */
export function pageDocs(name: string, grade: StageDoc['grade']) {
  const file = JSON.parse(demoTexts[name] ?? '') as File;
  return {
    file,
    vehicleDoc: (document: object): Doc => ({
      ...head,
      subject: 'vehicle',
      id: 1,
      document: document as never,
    }),
    stageDoc: (id: number, position: number): StageDoc => ({
      ...head,
      subject: 'stage',
      id,
      position,
      label: '',
      grade,
      document: { package: file.package, use: file.use } as never,
    }),
  };
}
