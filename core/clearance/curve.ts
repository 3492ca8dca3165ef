/** A curve through given points that keeps their shape: no hump where they have none. */
export type Curve = { at: Float64Array; value: Float64Array; slope: Float64Array };

/** The slope at an end from the two steps next to it, kept to the shape that the points have. */
function endSlope(h0: number, h1: number, m0: number, m1: number): number {
  const slope = ((2 * h0 + h1) * m0 - h0 * m1) / (h0 + h1);
  if (Math.sign(slope) !== Math.sign(m0)) return 0;
  return Math.sign(m0) !== Math.sign(m1) && Math.abs(slope) > 3 * Math.abs(m0) ? 3 * m0 : slope;
}

/**
 * The shape-preserving cubic through two or more points in ascending order (Fritsch and Carlson 1980, with Fritsch and
 * Butland's weighted harmonic mean of the slopes and three-point ends). Two points make a straight line.
 */
export function curveThrough(at: readonly number[], value: readonly number[]): Curve {
  const steps = at.slice(1).map((x, i) => x - at[i]!);
  const slopes = steps.map((h, i) => (value[i + 1]! - value[i]!) / h);
  const slope = at.map((_, i) => {
    if (slopes.length === 1) return slopes[0]!;
    if (i === 0) return endSlope(steps[0]!, steps[1]!, slopes[0]!, slopes[1]!);
    if (i === slopes.length) return endSlope(steps[i - 1]!, steps[i - 2]!, slopes[i - 1]!, slopes[i - 2]!);
    const [before, after] = [slopes[i - 1]!, slopes[i]!];
    if (before * after <= 0) return 0;
    const w1 = 2 * steps[i]! + steps[i - 1]!;
    const w2 = steps[i]! + 2 * steps[i - 1]!;
    return (w1 + w2) / (w1 / before + w2 / after);
  });
  return { at: Float64Array.from(at), value: Float64Array.from(value), slope: Float64Array.from(slope) };
}

/** The curve at `x`; straight on beyond its ends. */
export function curveAt({ at, value, slope }: Curve, x: number): number {
  const last = at.length - 1;
  if (x <= at[0]!) return value[0]! + slope[0]! * (x - at[0]!);
  if (x >= at[last]!) return value[last]! + slope[last]! * (x - at[last]!);
  let i = 0;
  while (x > at[i + 1]!) i++;
  const h = at[i + 1]! - at[i]!;
  const t = (x - at[i]!) / h;
  const s = 1 - t;
  return (
    s * s * ((1 + 2 * t) * value[i]! + h * t * slope[i]!) +
    t * t * ((1 + 2 * s) * value[i + 1]! - h * s * slope[i + 1]!)
  );
}
