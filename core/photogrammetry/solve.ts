import { adjusted, ON_THE_WAY } from './adjust';
import type { Camera } from './camera';
import { kindOfCard } from './cards';
import type { Normal } from './normal';
import { keptOf, layOut, type Laid, type Seen } from './layout';
import { withoutOutliers } from './outliers';
import { placeAll, placed } from './start';
import type { Scene } from './scene';

/** The diagonal of a picture of 36 × 24 mm, which equivalent focal lengths are by, mm. */
const DIAGONAL_35_MM = Math.hypot(36, 24);
export const focalPx = (focal35Mm: number, width: number, height: number): number =>
  (focal35Mm / DIAGONAL_35_MM) * Math.hypot(width, height);

/** Tried where nobody says: the lenses of phones, and what a hand camera has. */
const FOCALS_35_MM = [26, 14, 35, 50, 80];

const weights = (sigmas: readonly number[]): Float64Array =>
  Float64Array.from(sigmas, (sigma) => 1 / sigma ** 2);

/** The camera before any picture was looked at, and how sure that is; `tight` holds all but its focal length. */
function prior(focal: number, width: number, height: number, tight: boolean): Scene['prior'] {
  return {
    at: Float64Array.of(focal, (width - 1) / 2, (height - 1) / 2, 0, 0, 0),
    weight: tight
      ? weights([focal * 0.2, 1e-2, 1e-2, 1e-5, 1e-5, 1e-4])
      : weights([focal * 0.3, width * 0.03, width * 0.03, 0.2, 0.3, 0.5]),
  };
}

/** A round whose pictures go together: the scene adjusted, its equations, and what of it stands where. */
export type Solved = Laid & { normal: Normal };

const kept = (laid: Laid, photos: boolean[], bodies: boolean[]): Laid =>
  photos.every(Boolean) && bodies.every(Boolean) ? laid : keptOf(laid, photos, bodies);

/** A photo of which less than this share goes with the others is not theirs: zoomed, cut, or of another camera. */
const OWN_SHARE = 0.5;

/** Photos with so few corners left, photos that do not go with the others, and cards that no photo shows any more, are taken out. */
function pruned(laid: Laid): Laid {
  const { scene } = laid;
  const markers = scene.photos.map(() => 0);
  const all = scene.photos.map(() => 0);
  const views = scene.bodies.map(() => 0);
  for (const { photo, body, out } of scene.sightings) {
    all[photo]! += 1;
    if (out) continue;
    markers[photo]! += 1;
    views[body]! += 1;
  }
  const now = kept(
    laid,
    markers.map((count, photo) => count >= 2 && count >= OWN_SHARE * all[photo]!),
    views.map((count) => count > 0),
  );
  return now === laid ? laid : pruned(now);
}

/** Bodies of which pictures were left out are placed anew with the camera as it is known by now: the start may have chosen the wrong of two. */
function replaced(scene: Scene, bound: number): Scene {
  const bodies = scene.bodies.map((pose, body) => {
    const own = scene.sightings.filter((one) => one.body === body);
    if (body === 0 || own.every(({ out }) => !out)) return pose;
    return placed(scene, 'body', own, bound)?.pose ?? pose;
  });
  return withoutOutliers({ ...scene, bodies });
}

/** Huber's bounds, pixels: wide while nothing is known, then as the corners are found. */
const ROUGH_PX = 5;
const FINE_PX = 0.5;

/** Where everything stands as one camera sees it; undefined where no two pictures can be placed. */
function startedWith(
  pictures: readonly Seen[],
  camera: Camera,
  held: Scene['prior'],
  width: number,
): Laid | undefined {
  const laid = layOut(pictures, camera, held);
  const known = placeAll(laid.scene, width);
  const placedOnly = pruned(keptOf(laid, known.photos, known.bodies));
  if (placedOnly.scene.photos.length < 2) return undefined;
  const { scene } = adjusted(placedOnly.scene, ROUGH_PX, { rounds: 15, small: ON_THE_WAY });
  return { ...placedOnly, scene };
}

/** The rough cost a corner, by which focal lengths are told apart. */
const roughness = ({ scene }: Laid): number => {
  const { normal } = adjusted(scene, ROUGH_PX, { rounds: 0 });
  return normal.cost / Math.max(normal.corners, 1) / scene.photos.length;
};

/** A focal length, pixels, by the plates alone: the usual lenses are tried, the one that fits best is adjusted. */
function focalOf(pictures: readonly Seen[], width: number, height: number): number {
  const plates = pictures.map(({ state, found }) => ({
    state,
    found: found.filter(({ id }) => kindOfCard(id) === 'plate'),
  }));
  const [best] = FOCALS_35_MM.map((focal) => started(plates, focalPx(focal, width, height), width, height))
    .filter((one) => one !== undefined)
    .sort((a, b) => roughness(a) - roughness(b));
  return best?.scene.camera[0] ?? focalPx(FOCALS_35_MM[0]!, width, height);
}

/** A start with nothing known of the camera but its focal length. */
function started(pictures: readonly Seen[], focal: number, width: number, height: number): Laid | undefined {
  const tight = prior(focal, width, height, true);
  return startedWith(pictures, tight.at.slice(), tight, width);
}

/**
 * Finds how pictures and cards stand and adjusts all of it: rough start, camera freed, what does not go with the rest left out,
 * placed anew and looked at again. `focal35Mm` undefined tries the usual lenses. Undefined where no two pictures can be placed.
 */
export function solveRound(
  pictures: readonly Seen[],
  size: { width: number; height: number },
  focal35Mm: number | undefined,
): Solved | undefined {
  const { width, height } = size;
  const focal =
    focal35Mm === undefined ? focalOf(pictures, width, height) : focalPx(focal35Mm, width, height);
  const start = started(pictures, focal, width, height);
  if (!start) return undefined;
  const loose = prior(start.scene.camera[0]!, width, height, false);
  let laid: Laid = {
    ...start,
    scene: adjusted({ ...start.scene, prior: loose }, 1.5, { small: ON_THE_WAY }).scene,
  };
  const all = layOut(pictures, laid.scene.camera, loose).layout;
  if (laid.layout.photos.length < all.photos.length || laid.layout.bodies.length < all.bodies.length) {
    // With the camera known, what could not be placed at first is looked for once more.
    const again = startedWith(pictures, laid.scene.camera, loose, width);
    const more = (one: Laid): number => one.layout.photos.length + one.layout.bodies.length;
    if (again && more(again) > more(laid)) laid = again;
  }
  laid = pruned({ ...laid, scene: replaced(withoutOutliers(laid.scene), 4) });
  for (let round = 0; round < 2; round++) {
    const { scene } = adjusted(laid.scene, FINE_PX, { small: ON_THE_WAY });
    laid = pruned({ ...laid, scene: replaced(withoutOutliers(scene), 3) });
  }
  const { scene, normal } = adjusted(laid.scene, FINE_PX);
  return { scene, normal, layout: laid.layout };
}
