/** A straight piece of an iso-line, in grid units: column and row of both ends. */
export type Segment = [x0: number, y0: number, x1: number, y1: number];

/**
 * Where a grid of values crosses `level`, interpolated linearly along the grid's edges (marching squares).
 * `values[row][column]`; a saddle is split by the mean of its corners.
 */
export function contour(values: readonly (readonly number[])[], level: number): Segment[] {
  const out: Segment[] = [];
  for (let y = 0; y + 1 < values.length; y++)
    for (let x = 0; x + 1 < (values[y]?.length ?? 0); x++) {
      const corner = [values[y]![x]!, values[y]![x + 1]!, values[y + 1]![x + 1]!, values[y + 1]![x]!].map(
        (v) => v - level,
      );
      const [a, b, c, d] = corner as [number, number, number, number];
      const cut = (from: number, to: number): number => from / (from - to);
      const edge: Record<string, [number, number]> = {};
      if (a < 0 !== b < 0) edge['ab'] = [x + cut(a, b), y];
      if (b < 0 !== c < 0) edge['bc'] = [x + 1, y + cut(b, c)];
      if (d < 0 !== c < 0) edge['dc'] = [x + cut(d, c), y + 1];
      if (a < 0 !== d < 0) edge['ad'] = [x, y + cut(a, d)];
      const ends = Object.values(edge);
      if (ends.length === 2) out.push([...ends[0]!, ...ends[1]!]);
      if (ends.length === 4) {
        const joined = a + b + c + d < 0 === a < 0;
        const pairs = joined
          ? ([
              ['ab', 'bc'],
              ['ad', 'dc'],
            ] as const)
          : ([
              ['ab', 'ad'],
              ['bc', 'dc'],
            ] as const);
        for (const [p, q] of pairs) out.push([...edge[p]!, ...edge[q]!]);
      }
    }
  return out;
}
