import { useMemo } from 'react';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { sweepCorner, type SweepCorner } from '../../../core/clearance/corner';
import { mountedProfile, type Profile } from '../../../core/clearance/profile';
import { materialOf, type Layer } from '../../../core/format/materials';

export type Named = {
  layers: Layer[];
  names: string[];
  layerById: Record<string, Layer>;
  nameById: Record<string, string>;
};

/** What a drawing of one corner is given. */
export type CornerPane = {
  build: Build;
  corner: SweepCorner;
  profile: Profile;
  stock: Profile;
  named: Named;
  locked: boolean;
};

/** What the drawings of one corner share, each part worked out again only when what it depends on is another one. */
export function useCorner(
  build: Build,
  axle: AxleName,
): { corner: SweepCorner; profile: Profile; stock: Profile; named: Named } {
  const { vehicle, use } = build;
  const { tire, wheel, spacerMm, lift, sagMm, lockStopDeg, moves, removed } = build.package;
  const { grid, zone, zoneLimits } = use;
  const corner = useMemo(
    () => sweepCorner({ vehicle, axle, lift, sagMm, lockStopDeg, moves, removed, grid, zone, zoneLimits }),
    [vehicle, axle, lift, sagMm, lockStopDeg, moves, removed, grid, zone, zoneLimits],
  );
  const profile = useMemo(() => mountedProfile({ tire, wheel }, spacerMm), [tire, wheel, spacerMm]);
  const stock = useMemo(() => mountedProfile(vehicle.stock, 0), [vehicle]);
  const { obstacles } = vehicle.corners[axle];
  const named = useMemo(() => {
    const layers = obstacles.map(({ material }) => materialOf(material).layer);
    const names = obstacles.map(({ id, label }) => label || id);
    return {
      layers,
      names,
      layerById: Object.fromEntries(obstacles.map(({ id }, i) => [id, layers[i] ?? 'metal'])),
      nameById: Object.fromEntries(obstacles.map(({ id }, i) => [id, names[i] ?? id])),
    };
  }, [obstacles]);
  return { corner, profile, stock, named };
}

/** The pose on the page as this corner can take it: within its travel, straight where it does not steer. */
export function poseWithin(
  corner: SweepCorner,
  pose: { lockDeg: number; travelMm: number },
): { lockDeg: number; travelMm: number; lowest: number; highest: number } {
  const lowest = corner.grid.travelMm[0] ?? 0;
  const highest = corner.grid.travelMm.at(-1) ?? 0;
  return {
    lockDeg: corner.corner.steering ? pose.lockDeg : 0,
    travelMm: Math.min(highest, Math.max(lowest, pose.travelMm)),
    lowest,
    highest,
  };
}
