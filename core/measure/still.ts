import { AXLES, type AxleName } from '../format/names';

/** Of a vehicle what is asked here, checked or as its document has it. */
type Wells = {
  corners: Record<
    AxleName,
    {
      obstacles: readonly {
        id: string;
        label?: string | undefined;
        points: readonly unknown[];
        estimated?: readonly number[] | undefined;
      }[];
    }
  >;
};

/** What of a corner is still an estimate: how many of its places, and of which parts. */
export type StillToRead = {
  places: number;
  of: number;
  parts: { id: string; label: string; places: number }[];
};

/** The places of a corner that nobody measured, by part, those with most first. */
export function stillToRead({ corners }: Wells, axle: AxleName): StillToRead {
  const parts = corners[axle].obstacles
    .map(({ id, label, estimated }) => ({ id, label: label || id, places: estimated?.length ?? 0 }))
    .filter(({ places }) => places > 0)
    .sort((one, other) => other.places - one.places);
  return {
    places: parts.reduce((sum, { places }) => sum + places, 0),
    of: corners[axle].obstacles.reduce((sum, { points }) => sum + points.length, 0),
    parts,
  };
}

/** Whether nobody has measured any place of a vehicle's wells. */
export function isUnmeasured(vehicle: Wells): boolean {
  return AXLES.every((axle) => {
    const { places, of } = stillToRead(vehicle, axle);
    return places === of;
  });
}
