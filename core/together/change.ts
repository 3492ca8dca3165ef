import { changed, type ScannedKind } from '../clearance/cures/kinds';
import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import type { Package } from '../format/package';

/** One change of a package. `amount` is mm, degrees for the lock stop. What concerns both axles is told with `front`. */
export type Change =
  | { kind: ScannedKind; axle: AxleName; amount: number }
  /** From the edge as measured, in all. */
  | { kind: 'cut'; axle: AxleName; obstacle: string; amount: number }
  /** From where it was measured, in all. */
  | { kind: 'move'; axle: AxleName; obstacle: string; byMm: [number, number, number] }
  | { kind: 'remove'; axle: AxleName; obstacle: string };

/** Kinds that concern both axles at once: the same wheels and tires stand on both, and one body on both. */
export const SHARED: ReadonlySet<ScannedKind> = new Set([
  'spacer',
  'inboard',
  'outboard',
  'width',
  'diameter',
  'body',
] as const);

/** What a change is done to, apart from how much of it: two changes of one key are one. */
export const keyOf = (change: Change): string =>
  'obstacle' in change
    ? `${change.kind} ${change.axle} ${change.obstacle}`
    : `${change.kind} ${SHARED.has(change.kind) ? '' : change.axle}`;

function packageWith(build: Build, change: Change): Package {
  const { package: pack } = build;
  const without = <T extends { obstacle: string }>(list: readonly T[], id: string): T[] =>
    list.filter(({ obstacle }) => obstacle !== id);
  switch (change.kind) {
    case 'cut': {
      const { obstacle, amount } = change;
      return { ...pack, cuts: [...without(pack.cuts, obstacle), { obstacle, depthMm: amount }] };
    }
    case 'move': {
      const { obstacle, byMm } = change;
      return { ...pack, moves: [...without(pack.moves, obstacle), { obstacle, byMm }] };
    }
    case 'remove': {
      const { obstacle } = change;
      return {
        ...pack,
        cuts: without(pack.cuts, obstacle),
        moves: without(pack.moves, obstacle),
        removed: [...pack.removed.filter((id) => id !== obstacle), obstacle],
      };
    }
    default:
      return changed(build, change.axle, change.kind, change.amount);
  }
}

/** The build with changes made, one after the other. */
export const withChanges = (build: Build, changes: readonly Change[]): Build =>
  changes.reduce<Build>((so, change) => ({ ...so, package: packageWith(so, change) }), build);

/** One operation of RFC 6902: a value put in at a path, whether something stood there or not. */
export type PatchOperation = { op: 'add'; path: string; value: unknown };

/** What `withChanges` did, as a patch of the build file: each part of the package that is another one, whole. */
export function patchOf(before: Build, after: Build): PatchOperation[] {
  return (Object.keys(after.package) as (keyof Package)[]).flatMap((key) =>
    JSON.stringify(before.package[key]) === JSON.stringify(after.package[key])
      ? []
      : [{ op: 'add' as const, path: `/package/${key}`, value: after.package[key] }],
  );
}
