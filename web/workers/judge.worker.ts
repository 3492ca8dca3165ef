import { expose } from 'comlink';
import { assess, type Assessment } from '../../core/assess';
import type { AxleName, Build } from '../../core/build';
import { curesFor, type Cure } from '../../core/clearance/cures';
import { sweepCorner } from '../../core/clearance/fit';
import { foldCorner, type Fold, type FoldWindow } from '../../core/clearance/fold';
import { MATERIALS } from '../../core/vehicle/schema';

/** What the page asks of its workers. Builds go in checked; everything that comes back is plain data. */
const api = {
  judge(build: Build): Assessment {
    return assess(build);
  },
  cures(build: Build): Cure[] {
    return [...curesFor(build, 'front'), ...curesFor(build, 'rear')];
  },
  /** The wheel's-eye section; what is least movable stays on top. */
  fold(build: Build, axle: AxleName, window: FoldWindow): Fold {
    const corner = sweepCorner(build.vehicle, axle, build.package, build.use);
    const rank = Uint8Array.from([
      0,
      ...corner.corner.obstacles.map(({ material }) => 1 + MATERIALS.indexOf(material)),
    ]);
    return foldCorner(corner, window, rank);
  },
};
export type JudgeApi = typeof api;

expose(api);
