/**
 * Largest angle from straight ahead, in degrees, up to which every grid pose has clearance ≥ 0, each way,
 * interpolated linearly to the crossing. `lockDeg` ascends; `clearanceMm` is the row at ride height.
 */
export function usableLock(
  lockDeg: readonly number[],
  clearanceMm: readonly number[],
): { inside: number; outside: number } {
  const walk = (angles: readonly number[], gaps: readonly number[]): number => {
    const first = angles.findIndex((angle) => angle >= 0);
    if (first < 0) return 0;
    for (let i = first; i < angles.length; i++) {
      const gap = gaps[i] ?? NaN;
      if (gap >= 0) continue;
      const before = gaps[i - 1];
      const from = angles[i - 1];
      // Nothing clear on the other side of straight ahead: there is no crossing to interpolate to.
      if (before === undefined || from === undefined || before < 0) return 0;
      const angle = angles[i] ?? NaN;
      return Math.max(0, from + ((angle - from) * before) / (before - gap));
    }
    return angles[angles.length - 1] ?? 0;
  };
  const mirrored = lockDeg.map((angle) => (angle === 0 ? 0 : -angle)).reverse();
  return {
    inside: walk(lockDeg, clearanceMm),
    outside: walk(mirrored, [...clearanceMm].reverse()),
  };
}
