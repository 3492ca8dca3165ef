/**
 * Depths along an edge, in equal steps of `stepMm`, deepened until a disc of `radiusMm` can follow the new edge. Never
 * shallower than what was asked: first every depth is widened by the round of the disc (so that no hollow is tighter than
 * it), then what stands up between two cuts more narrowly than the disc is taken away too (a closing by the disc).
 * Depths of 0 are where nothing is cut; the cut runs out onto them.
 */
export function smoothed(depths: readonly number[], stepMm: number, radiusMm: number): number[] {
  const reach = Math.floor(radiusMm / stepMm);
  const cap = Array.from({ length: reach + 1 }, (_, k) => {
    const s = k * stepMm;
    return Math.sqrt(Math.max(0, radiusMm * radiusMm - s * s)) - radiusMm;
  });
  const over = (list: readonly number[], better: (a: number, b: number) => number, sign: 1 | -1): number[] =>
    list.map((_, i) => {
      let best = sign > 0 ? -Infinity : Infinity;
      for (let k = -reach; k <= reach; k++) {
        // Beyond its ends an edge goes on as it is there: what lies past them is not known.
        const value = list[Math.min(list.length - 1, Math.max(0, i + k))] ?? 0;
        best = better(best, value + sign * (cap[Math.abs(k)] ?? 0));
      }
      return best;
    });
  const asked = depths.map((depth) => (depth > 0 ? depth : -radiusMm));
  const widened = over(asked, Math.max, 1);
  const closed = over(over(widened, Math.max, 1), Math.min, -1);
  return closed.map((depth, i) => Math.max(0, depth, depths[i] ?? 0));
}
