import type { Obstacle } from '../format/build';
import { materialOf, roleOf } from '../format/materials';

/** Kinds of trimming from the lightest to the heaviest, each with what it takes: minutes to begin and per 100 mm of edge. */
export const CUT_KINDS = {
  tuck: { words: 'tuck or re-tie the liner', verb: 'tuck', startMin: 10, per100Min: 2 },
  plastic: { words: 'trim the plastic', verb: 'trim', startMin: 15, per100Min: 4 },
  bumper: { words: 'move or space the bumper', verb: 'move', startMin: 60, per100Min: 4 },
  fold: { words: 'fold the seam', verb: 'fold', startMin: 30, per100Min: 10 },
  metal: { words: 'cut sheet metal', verb: 'cut', startMin: 45, per100Min: 15 },
} as const;
export type CutKind = keyof typeof CUT_KINDS;

/** How an obstacle gives; undefined for what is never cut. A plastic bumper is moved before it is trimmed. */
export function cutKindOf(obstacle: Pick<Obstacle, 'id' | 'material' | 'role'>): CutKind | undefined {
  const kind = materialOf(obstacle.material).cut?.kind;
  return kind === 'plastic' && roleOf(obstacle) === 'bumper' ? 'bumper' : kind;
}

/** Minutes of work on an edge, drying not counted. An estimate. */
export function cutMinutes(kind: CutKind, lengthMm: number): number {
  const { startMin, per100Min } = CUT_KINDS[kind];
  return startMin + (per100Min * lengthMm) / 100;
}
