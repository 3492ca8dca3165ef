import type { AxleName } from '../../core/format/names';
import type { Build, Corner, Vehicle } from '../../core/format/build';
import type { Side } from '../../core/format/names';
import { withReadings } from '../../core/log/deviceReading';
import type { TakenPhotos } from '../../core/measure/takePhotos';
import { changesBetween, withChanges, type Change, type Json } from '../../core/history/diff';
import { offsetFromBackspacingMm } from '../../core/wheel/geometry';
import { editStage, editVehicle, type Edited, type stageFileOf, type vehicleFileOf } from './store';
import type { Package } from '../../core/format/package';

type StageFile = ReturnType<typeof stageFileOf>;
type VehicleFile = ReturnType<typeof vehicleFileOf>;

/** Makes some changes to the stage on the page; paths are JSON pointers from its document's top. */
export function changeStage(changes: readonly Change[]): Edited {
  return editStage((stage) => withChanges(stage, changes) as unknown as StageFile);
}

/** Sets one place of the stage; undefined takes the key away. */
export function setStage(path: string, to: Json | undefined): Edited {
  return changeStage([to === undefined ? { path } : { path, to }]);
}

export function setVehicle(path: string, to: Json | undefined): Edited {
  return editVehicle(
    (vehicle) => withChanges(vehicle, [to === undefined ? { path } : { path, to }]) as unknown as VehicleFile,
  );
}

/** A stage whose lift is not written yet gets the places that the change needs. */
export function setLift(axle: AxleName, key: keyof Package['lift']['front'], to: number): Edited {
  // A body sits on one frame: it is raised at both ends.
  const axles: AxleName[] = key === 'bodyMm' ? ['front', 'rear'] : [axle];
  return editStage((stage) => {
    const lift = { front: stage.package.lift?.front ?? {}, rear: stage.package.lift?.rear ?? {} };
    for (const one of axles) lift[one] = { ...lift[one], [key]: to };
    return { ...stage, package: { ...stage.package, lift } };
  });
}

/** Offset is what is kept. A measured backspacing moves with it, since the rim did not change. */
export function setOffset(build: Build, offsetMm: number): Edited {
  const { wheel } = build.package;
  const changes: Change[] = [{ path: '/package/wheel/offsetMm', to: offsetMm }];
  if (wheel.backspacingMm !== undefined)
    changes.push({
      path: '/package/wheel/backspacingMm',
      to: wheel.backspacingMm + offsetMm - wheel.offsetMm,
    });
  return changeStage(changes);
}

/** A typed backspacing sets the offset that it means, to 0.1 mm. */
export function setBackspacing(build: Build, backspacingMm: number): Edited {
  const offsetMm = Math.round(offsetFromBackspacingMm(build.package.wheel.widthIn, backspacingMm) * 10) / 10;
  return changeStage([
    { path: '/package/wheel/offsetMm', to: offsetMm },
    { path: '/package/wheel/backspacingMm' },
  ]);
}

/** Takes over another package in place of the one on the page, key by key, so that the history says what changed. */
export function takePackage(from: Package, to: Package): Edited {
  const changes = changesBetween(from, to, '/package');
  return editStage((stage) => {
    // Places that the file leaves to their defaults have to exist before a change can be put into them.
    const full = {
      ...stage,
      package: { ...stage.package, lift: stage.package.lift ?? { front: {}, rear: {} } },
    };
    return withChanges(full, changes) as unknown as StageFile;
  });
}

/** Moves one point of an obstacle; one that was estimated is measured from then on, since a hand put it there. */
export function moveBy(
  axle: AxleName,
  index: number,
  point: number,
  by: readonly [number, number, number],
): Edited {
  return editVehicle((vehicle) => {
    const at = `/corners/${axle}/obstacles/${index}`;
    const obstacle = vehicle.corners[axle].obstacles[index];
    const from = obstacle?.points[point];
    if (!obstacle || !from) return vehicle;
    const estimated = obstacle.estimated?.filter((one) => one !== point) ?? [];
    return withChanges(vehicle, [
      { path: `${at}/points/${point}`, to: from.map((mm, axis) => mm + (by[axis] ?? 0)) },
      estimated.length > 0 ? { path: `${at}/estimated`, to: estimated } : { path: `${at}/estimated` },
    ]) as unknown as VehicleFile;
  });
}

/** What measuring changes of an obstacle; everything else of it stays as its file has it. */
const MEASURED_KEYS = ['points', 'estimated', 'side', 'tapeErrorMm'] as const;

/** The obstacles of a corner as they were measured: what did not change stays as the file has it, `x-…` keys and all. */
function withMeasured(
  file: VehicleFile['corners']['front']['obstacles'],
  before: Corner,
  after: Corner,
): typeof file {
  return after.obstacles.map((obstacle) => {
    const own = file.find(({ id }) => id === obstacle.id);
    const was = before.obstacles.find(({ id }) => id === obstacle.id);
    if (!own || !was) return obstacle;
    const changes = MEASURED_KEYS.flatMap((key): Change[] => {
      if (JSON.stringify(was[key]) === JSON.stringify(obstacle[key])) return [];
      const to = obstacle[key] as Json | undefined;
      return [to === undefined ? { path: `/${key}` } : { path: `/${key}`, to }];
    });
    return changes.length === 0 ? own : (withChanges(own, changes) as unknown as typeof own);
  });
}

/** Takes over a corner as it was measured. */
export function takeCorner(axle: AxleName, before: Corner, after: Corner): Edited {
  return editVehicle((vehicle) => {
    const corner = vehicle.corners[axle];
    const obstacles = withMeasured(corner.obstacles, before, after);
    const measured = after.measured === undefined ? {} : { measured: after.measured };
    return { ...vehicle, corners: { ...vehicle.corners, [axle]: { ...corner, obstacles, ...measured } } };
  });
}

/** Takes a photo round over: its parts, the steering axis and the path where it has them, and where all of it came from. */
export function takePhotoRound(
  axle: AxleName,
  side: Side,
  before: Vehicle,
  taken: TakenPhotos,
  simulated: boolean,
  at: string,
): Edited {
  const { corner: after, things, steering, path } = taken;
  return editVehicle((vehicle) => {
    const corner = vehicle.corners[axle];
    const from = `corners.${axle}`;
    const places = [
      ...things.map(({ id }) => `${from}.obstacles.${id}`),
      ...(steering ? [`${from}.steering`] : []),
      ...(path ? [`${from}.suspension.path`] : []),
    ];
    const sources = places.map((place) => ({
      path: place,
      device: `photographs, ${side}`,
      simulated,
      at,
    }));
    return {
      ...vehicle,
      readings: withReadings(vehicle.readings, sources),
      corners: {
        ...vehicle.corners,
        [axle]: {
          ...corner,
          obstacles: withMeasured(corner.obstacles, before.corners[axle], after),
          ...(after.measured === undefined ? {} : { measured: after.measured }),
          ...(steering ? { steering: after.steering } : {}),
          ...(path ? { suspension: after.suspension } : {}),
        },
      },
    };
  });
}
