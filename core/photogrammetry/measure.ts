import type { Check } from '../check';
import { LOCK_STATES, LEAST_PHOTOS, type PhotoRound } from '../format/photoRound';
import type { Fault } from '../format/fields';
import type { Result } from '../result';
import { INSET } from './camera';
import { kindOfCard, measuredPoint } from './cards';
import { spreadOf, type Spread } from './covariance';
import { inFrame, groundOf, motionInFrame, pointInFrame, pointOf, sceneFrame, type Mount } from './frame';
import { cardBody, plateBody } from './layout';
import { pathRowOf, steeringOf, type PathRow, type SteeringAxis } from './motion';
import { secondPose, standsElsewhere } from './outliers';
import { missesOf, type Scene, type Sighting } from './scene';
import { fromOnePlace, refusals, statesOf, type RoundPicture } from './roundInput';
import { solveRound, type Solved } from './solve';
import { roundChecks } from './roundChecks';

export type PointFlag = 'one photo' | 'disagrees' | 'two poses';
export type PhotoPoint = {
  id: number;
  obstacle: string;
  xMm: number;
  yMm: number;
  zMm: number;
  sigmaMm: [x: number, y: number, z: number];
  photos: number;
  flags: PointFlag[];
};

type Sigma<T> = { [K in keyof T]: number };
export type HubState = {
  state: string;
  xMm: number;
  yMm: number;
  zMm: number;
  steerDeg: number;
  camberDeg: number;
};
/** A value and how sure it is (one σ). */
export type Sure = { value: number; sigma: number };

/** A photo round's answer, in the axes of the corner (docs of the build file): lengths in mm, σ one standard deviation. */
export type PhotoMeasurement = {
  camera: { focalPx: number; cx: number; cy: number; k1: number; k2: number };
  photos: { name: string; used: boolean; cards: number; residualPx: number | null; why?: string }[];
  points: PhotoPoint[];
  hub: (HubState & { sigma: Sigma<Omit<HubState, 'state'>> })[];
  steering: (SteeringAxis & { sigma: Sigma<SteeringAxis> }) | null;
  path: (PathRow & { state: string; sigma: Sigma<PathRow> })[];
  residualPx: number;
  hubAboveGroundMm: Sure | null;
  plateCamberDeg: Sure;
  checks: Check[];
  /** Where each used picture was taken from: what draws into it. Not part of what leaves. */
  views: PhotoView[];
};

/** From the axes of the corner to the camera's (x right, y down, z ahead, mm): three rows of a matrix, then what is added. */
export type PhotoView = { name: string; toCamera: number[] };

/** A card is stuck on by hand this far off in each direction, mm (one σ): an estimate. */
export const HAND_MM = 0.15;

const DEG = 180 / Math.PI;

/** Rms of both coordinates of what was kept, pixels; null where nothing was. */
function residualOf({ scene }: Solved, photo?: number): number | null {
  let squares = 0;
  let count = 0;
  for (const one of scene.sightings) {
    if (one.out || (photo !== undefined && one.photo !== photo)) continue;
    const misses = missesOf(scene.camera, scene.photos[one.photo]!, scene.bodies[one.body]!, one);
    for (const d of misses) squares += d * d;
    count += 2 * misses.length;
  }
  return count === 0 ? null : Math.sqrt(squares / count);
}

/** The floor's bodies that say which way is up: those that agree, seen more than once where three of them are. */
function floorBodies({ scene, layout }: Solved): number[] {
  const all = layout.bodies.flatMap((one, body) =>
    'card' in one && kindOfCard(one.card) === 'floor' ? [body] : [],
  );
  const views = (body: number, out: boolean): number =>
    scene.sightings.filter((one) => one.body === body && one.out === out).length;
  const better = all.filter((body) => views(body, false) > 1 && views(body, true) < views(body, false));
  const best = [better, all].find((bodies) => groundOf(bodies.map((body) => scene.bodies[body]!)));
  return best ?? [];
}

/** σ of each of a covariance's rows. */
const sigmas = (covariance: Float64Array, rows: number): number[] =>
  Array.from({ length: rows }, (_, i) => Math.sqrt(Math.max(covariance[i * rows + i]!, 0)));

/** Figures of a scene with the σ of each, under the same names; what is null has a σ of 0. */
function withSigma<T extends object>(
  solved: Solved,
  spread: Spread,
  bodies: readonly number[],
  figures: (scene: Scene) => T,
): T & { sigma: Sigma<T> } {
  const here = figures(solved.scene);
  const names = Object.keys(here) as (keyof T & string)[];
  const values = (scene: Scene): number[] => {
    const now = figures(scene);
    return names.map((name) => Number(now[name] ?? 0));
  };
  const all = sigmas(spread.of(bodies, values), names.length);
  const sigma = Object.fromEntries(names.map((name, i) => [name, all[i] ?? 0])) as Sigma<T>;
  return { ...here, sigma };
}

/** The points of all cards that belong to an obstacle and were seen, in the order of the set-up. */
function pointsOf(
  round: PhotoRound,
  solved: Solved,
  spread: Spread,
  mount: Mount,
  floor: readonly number[],
  elsewhere: ReadonlySet<Sighting>,
): PhotoPoint[] {
  const { scene, layout } = solved;
  return round.obstacles.flatMap(({ obstacle, ids }) =>
    ids.flatMap((id) => {
      const body = cardBody(layout, id);
      if (body < 0) return [];
      const place = (now: Scene): readonly number[] =>
        pointInFrame(sceneFrame(now, mount, floor), pointOf(now.bodies[body]!, measuredPoint(id)));
      const [x = 0, y = 0, z = 0] = place(scene);
      // Of two poses nobody knows which: the point is unsure by what lies between them.
      const other = secondPose(scene, body, spread.sigmaPx);
      const there =
        other && place({ ...scene, bodies: scene.bodies.map((pose, i) => (i === body ? other : pose)) });
      const [sx = 0, sy = 0, sz = 0] = sigmas(spread.of([...floor, body], place), 3).map((sigma, i) =>
        Math.hypot(sigma, HAND_MM, there ? there[i]! - [x, y, z][i]! : 0),
      );
      const own = scene.sightings.filter((one) => one.body === body);
      const kept = own.filter(({ out }) => !out);
      const flags: PointFlag[] = [];
      if (kept.length === 1) flags.push('one photo');
      if (own.some((one) => elsewhere.has(one))) flags.push('disagrees');
      if (other) flags.push('two poses');
      return [{ id, obstacle, xMm: x, yMm: y, zMm: z, sigmaMm: [sx, sy, sz], photos: kept.length, flags }];
    }),
  );
}

/** Where the hub is in a state, and which way its axle points. */
function hubOf(scene: Scene, body: number, mount: Mount, floor: readonly number[]): Omit<HubState, 'state'> {
  const frame = sceneFrame(scene, mount, floor);
  const { shift } = motionInFrame(frame, scene.bodies[body]!);
  const pose = scene.bodies[body]!;
  const [ax, ay, az] = inFrame(frame, [pose[2]!, pose[5]!, pose[8]!]);
  return {
    xMm: shift[0],
    yMm: shift[1],
    zMm: shift[2],
    // Turned inside, the axle's outer end goes back.
    steerDeg: Math.atan2(-ax, ay) * DEG,
    camberDeg: -Math.asin(Math.max(-1, Math.min(1, az))) * DEG,
  };
}

/**
 * Every point of a photo round with its spread, the hub in each state, steering axis and path of the wheel. The cards are found
 * already; what is refused names the picture and the cure.
 */
export function measureRound(
  round: PhotoRound,
  pictures: readonly RoundPicture[],
): Result<PhotoMeasurement, { faults: Fault[] }> {
  const states = statesOf(
    round,
    pictures.map(({ name }) => name),
  );
  if (!states.ok) return states;
  const faults = refusals(pictures);
  if (faults.length > 0) return { ok: false, faults };
  const [first] = pictures;
  const focal = round.focal35Mm ?? pictures.find((one) => one.focal35Mm)?.focal35Mm;
  const solved =
    first &&
    solveRound(
      pictures.map(({ found }, i) => ({ state: states.value[i]!, found })),
      first,
      focal,
    );
  const refuse = (message: string): { ok: false; faults: Fault[] } => ({
    ok: false,
    faults: [{ path: first?.name ?? 'photos', message }],
  });
  if (!solved || solved.scene.photos.length < LEAST_PHOTOS)
    return refuse(
      `only ${solved?.scene.photos.length ?? 0} of ${pictures.length} pictures can be used, this one among those looked at; take at least two that show the plate whole, sharp and not too far away`,
    );
  const { scene, layout, normal } = solved;
  if (fromOnePlace(scene))
    return refuse(
      'was taken from the same place as all the others, so that nothing shows depth; step to the side for each picture',
    );
  const spread = spreadOf(scene, normal);
  if (!spread) return refuse('the pictures leave open where the cards are; take more, from more places');

  const mount: Mount = { side: round.side, outboardMm: round.plate.outboardMm };
  const floor = floorBodies(solved);
  const names = round.states?.map(({ state }) => state) ?? ['straight'];
  const plates = names.map((_, state) => plateBody(layout, state));
  const there = names.map((state, i) => ({ state, body: plates[i]! })).filter(({ body }) => body >= 0);

  const hub = there.map(({ state, body }) => ({
    state,
    ...withSigma(solved, spread, [...floor, body], (now) => hubOf(now, body, mount, floor)),
  }));
  const bodyOf = (state: string): number => there.find((one) => one.state === state)?.body ?? -1;
  const [inside, outside] = LOCK_STATES.map(bodyOf) as [number, number];
  const motion = (now: Scene, body: number): ReturnType<typeof motionInFrame> | undefined =>
    body < 0 ? undefined : motionInFrame(sceneFrame(now, mount, floor), now.bodies[body]!);
  const locks = [inside, outside].filter((body) => body >= 0);
  const axis = (now: Scene): SteeringAxis | undefined =>
    steeringOf(motion(now, inside), motion(now, outside));
  const steering =
    locks.length > 0 && axis(scene)
      ? withSigma(solved, spread, [...floor, ...locks], (now) => axis(now)!)
      : null;
  const path = there
    .filter(({ state, body }) => body > 0 && !(LOCK_STATES as readonly string[]).includes(state))
    .map(({ state, body }) => ({
      state,
      ...withSigma(solved, spread, [...floor, body], (now) => pathRowOf(motion(now, body)!)),
    }));

  const camber = withSigma(solved, spread, floor, (now) => ({
    value: hubOf(now, 0, mount, floor).camberDeg,
  }));
  const height = (now: Scene): { value: number } => {
    const ground = groundOf(floor.map((body) => now.bodies[body]!))!;
    const { origin } = sceneFrame(now, mount, floor);
    return { value: [0, 1, 2].reduce((sum, i) => sum + (origin[i]! - ground.middle[i]!) * ground.up[i]!, 0) };
  };
  const above = floor.length > 0 ? withSigma(solved, spread, floor, height) : undefined;
  const elsewhere = new Set(scene.sightings.filter((one) => one.out && standsElsewhere(scene, one)));
  const points = pointsOf(round, solved, spread, mount, floor, elsewhere);

  const photos = pictures.map(({ name, found }, photo) => {
    const at = layout.photos.indexOf(photo);
    const used = at >= 0;
    const residualPx = used ? residualOf(solved, at) : null;
    const why =
      found.length === 0
        ? 'no card was found in it: nearer, sharper, with more light'
        : 'it does not go with the others: zoomed, cut or of another camera, or it shows too little of what they show';
    return { name, used, cards: found.length, residualPx, ...(used ? {} : { why }) };
  });
  const frame = sceneFrame(scene, mount, floor);
  const views = scene.photos.map((pose, at): PhotoView => ({
    name: pictures[layout.photos[at]!]!.name,
    toCamera: [
      ...[0, 1, 2].flatMap((row) =>
        [frame.x, frame.y, frame.z].map(
          (axis) => pose[row * 3]! * axis[0] + pose[row * 3 + 1]! * axis[1] + pose[row * 3 + 2]! * axis[2],
        ),
      ),
      ...pointOf(pose, frame.origin),
    ],
  }));
  return {
    ok: true,
    value: {
      views,
      camera: {
        focalPx: scene.camera[0]!,
        cx: scene.camera[1]!,
        cy: scene.camera[2]!,
        k1: scene.camera[3]!,
        k2: scene.camera[4]!,
      },
      photos,
      points,
      hub,
      steering,
      path,
      residualPx: residualOf(solved) ?? 0,
      hubAboveGroundMm: above ? { value: above.value, sigma: above.sigma.value } : null,
      plateCamberDeg: { value: camber.value, sigma: camber.sigma.value },
      checks: roundChecks({
        round,
        pictures,
        states: states.value,
        solved,
        elsewhere,
        points,
        photos,
        floor: floor.length > 0,
        names,
        insetMm: scene.camera[INSET]!,
      }),
    },
  };
}
