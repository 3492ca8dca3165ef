/** Words beside a mark: they run from `x` to the right, or end there. */
export type Label = { x: number; y: number; width: number; toLeft: boolean };

/**
 * Where each label's line is to stand so that none runs over another: its own y where there is room, else the nearest line above
 * or below that is free. They are placed in their order, so that the first keep their places.
 */
export function placeLabels(labels: readonly Label[], linePx: number): number[] {
  const placed: { from: number; to: number; y: number }[] = [];
  return labels.map(({ x, y, width, toLeft }) => {
    const [from, to] = toLeft ? [x - width, x] : [x, x + width];
    const free = (at: number): boolean =>
      placed.every((one) => one.to <= from || to <= one.from || Math.abs(one.y - at) >= linePx);
    let found = y;
    // Steps of a quarter of a line, to either side: as many as there are labels in the way always suffice.
    for (let step = 1; !free(found) && step <= 8 * (labels.length + 1); step++)
      found = y + (step % 2 === 0 ? 1 : -1) * Math.ceil(step / 2) * (linePx / 4);
    placed.push({ from, to, y: found });
    return found;
  });
}
