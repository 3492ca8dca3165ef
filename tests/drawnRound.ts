import {
  PHONE,
  seeded,
  sightOf,
  turnRound,
  walkRound,
  wellCards,
  type Rigid,
  type Shot,
  type World,
} from '../demo/photo/world';
import type { Side } from '../core/format/names';
import type { PhotoRound } from '../core/format/photoRound';
import { measureRound, type PhotoMeasurement } from '../core/photogrammetry/measure';
import type { RoundPicture } from '../core/photogrammetry/roundInput';
import { wordingText } from '../core/wording';

const degree = Math.PI / 180;
export const AXIS = {
  kpiDeg: 12,
  casterDeg: 5,
  kingpinMm: 78,
  kingpinForeAftMm: 6,
  lockInsideDeg: 36,
  lockOutsideDeg: 30,
};
const kingpin = [-Math.tan(AXIS.casterDeg * degree), -Math.tan(AXIS.kpiDeg * degree), 1] as const;
const lock = (deg: number): Rigid =>
  turnRound(kingpin, [AXIS.kingpinForeAftMm, -AXIS.kingpinMm, 0], deg * degree);
const raised: Rigid = { ...turnRound([1, 0, 0], [0, 0, 0], 1.4 * degree), shift: [-3, -8, 72] };
export const STATES = { inside: lock(AXIS.lockInsideDeg), outside: lock(-AXIS.lockOutsideDeg), bump: raised };

type Asked = {
  seed: number;
  side?: Side;
  photos?: number;
  noisePx?: number;
  handMm?: number;
  states?: boolean;
};

/** A drawn round: what is told to the computing, and what is true. */
export function drawn({
  seed,
  side = 'left',
  photos = 8,
  noisePx = 0.1,
  handMm = 0.15,
  states = false,
}: Asked) {
  const random = seeded(seed);
  const { cards, truth, obstacles } = wellCards(random, side, handMm);
  const world: World = {
    side,
    outboardMm: 38.5,
    camberDeg: -0.7,
    states: STATES,
    cards,
    camera: PHONE,
    insetMm: 0.06,
    noisePx,
  };
  const shots: Shot[] = walkRound(random, photos);
  if (states) for (const state of Object.keys(STATES)) shots.push(...walkRound(random, 3, state));
  const round: PhotoRound = {
    format: 'vexlo/photo-round',
    version: 1,
    side,
    plate: { outboardMm: 38.5 },
    focal35Mm: 27,
    obstacles,
    ...(states
      ? {
          states: ['straight', ...Object.keys(STATES)].map((state) => ({
            state,
            photos: shots.filter((one) => one.state === state).map(({ name }) => name),
          })),
        }
      : {}),
  };
  const see = (one: Shot, now: World = world): RoundPicture => sightOf(now, one, random);
  return { world, shots, round, truth, random, see, pictures: shots.map((one) => see(one)) };
}

export function measured(round: PhotoRound, pictures: readonly RoundPicture[]): PhotoMeasurement {
  const answer = measureRound(round, pictures);
  if (!answer.ok) throw new Error(JSON.stringify(answer.faults));
  return answer.value;
}
export const refused = (round: PhotoRound, pictures: readonly RoundPicture[]): string => {
  const answer = measureRound(round, pictures);
  return answer.ok ? 'measured' : answer.faults.map(({ path, message }) => `${path}: ${message}`).join('\n');
};
export const words = ({ checks }: PhotoMeasurement): string =>
  checks.map(({ status, message }) => `${status} ${wordingText(message, 'metric')}`).join('\n');
export const away = (
  { points }: PhotoMeasurement,
  truth: ReturnType<typeof wellCards>['truth'],
): number[][] =>
  points.map(({ id, xMm, yMm, zMm }) => {
    const [x, y, z] = truth.get(id) ?? [NaN, NaN, NaN];
    return [xMm - x, yMm - y, zMm - z];
  });
