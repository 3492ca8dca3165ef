import { AXLES, type AxleName } from '../core/format/names';
import type { Build } from '../core/format/build';
import { sweepCorner, sweepInputOf } from '../core/clearance/corner';
import { mountedProfile } from '../core/clearance/profile';
import type { Block } from '../core/paper/paper';
import { packageInPhoto, squarest } from '../core/photogrammetry/packageInPhoto';
import type { Queryable } from '../data/client';
import { heldPictures, roundById, roundPictureBytes, roundsOfVehicle, type RoundRow } from '../data/rounds';
import { drawnPhotograph } from '../formats/photo/drawnPhotograph';

/** The picture of a round that shows its wheel most squarely, straight ahead at ride height, of those that are here. */
async function faceOn(db: Queryable, { id, document, measured }: RoundRow) {
  const { round, pictures } = document;
  const held = new Set((await heldPictures(db, id)).map((one) => one.id));
  const straight = round.states?.[0]?.photos;
  const here = pictures.filter(
    (one) => held.has(one.id) && (straight === undefined || straight.includes(one.name)),
  );
  const view = squarest(measured.views.filter(({ name }) => here.some((one) => one.name === name)));
  const picture = here.find(({ name }) => name === view?.name);
  const jpeg = picture && (await roundPictureBytes(db, id, picture.id, false));
  return view && picture && jpeg ? { view, picture, jpeg } : undefined;
}

async function drawnAt(
  db: Queryable,
  build: Build,
  axle: AxleName,
  row: RoundRow,
): Promise<Block | undefined> {
  const found = await faceOn(db, row);
  if (!found) return undefined;
  const { view, picture, jpeg } = found;
  const { vehicle, package: pack } = build;
  const drawn = packageInPhoto({
    measured: row.measured,
    view,
    widthPx: picture.width,
    // One pose is drawn: the poses that a sweep would look at are not laid out for it.
    corner: sweepCorner({ ...sweepInputOf(build, axle), grid: { lock: 1, travel: 2 } }),
    profile: mountedProfile(pack, pack.spacerMm),
    stock: mountedProfile(vehicle.stock, 0),
    cuts: pack.cuts,
    lockDeg: 0,
    travelMm: 0,
  });
  if (!drawn) return undefined;
  const [before, after] = await Promise.all([
    drawnPhotograph(jpeg, picture),
    drawnPhotograph(jpeg, picture, drawn),
  ]);
  const what = row.document.simulated ? ' (simulated: a drawn picture)' : '';
  return {
    kind: 'pictures',
    items: [
      { caption: `As photographed, ${axle} ${row.document.round.side}${what}`, jpeg: before },
      { caption: 'This package drawn in, to scale: the body stays, the wheel moves', jpeg: after },
    ].map((one) => ({ ...one, jpeg: one.jpeg.toString('base64') })),
  };
}

/** A stage's package drawn into a photograph of the vehicle, before and after; undefined where no round is kept. */
export async function photographBlock(
  db: Queryable,
  vehicleId: number,
  build: Build,
): Promise<Block | undefined> {
  const lines = await roundsOfVehicle(db, vehicleId);
  for (const axle of AXLES)
    for (const line of lines.filter((one) => one.axle === axle)) {
      const row = await roundById(db, line.id);
      const block = row && (await drawnAt(db, build, axle, row));
      if (block) return block;
    }
  return undefined;
}
