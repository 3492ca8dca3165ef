import type { AxleName } from '../format/names';
import type { Obstacle } from '../format/build';

/** What the tape is held to for one coordinate of a thing: which of its points carries the reading. */
type Reach = 'least' | 'most' | 'middle';

/** One reading of a thing: along which axis, which way it is counted, and which of its points it is taken to. */
export type ThingReading = {
  id: string;
  axis: 0 | 1 | 2;
  /** 1 where the number typed grows with the axis, -1 where it is counted the other way (behind, below, inboard). */
  sign: 1 | -1;
  reach: Reach;
  words: string;
};

/** Something in the well that a tape is held to, with a typical shape to begin from until it is read. */
export type Thing = {
  id: string;
  label: string;
  carrier: Obstacle['carrier'];
  material: Obstacle['material'];
  cutMm: number;
  errorMm: number;
  /** Typical place, mm from the hub face as delivered. An estimate. */
  typical: Obstacle['points'];
  readings: readonly ThingReading[];
};

/** A kind of reading: the tail of its id, along which axis and which way, to which point, and its words. */
const reading =
  (tail: string, axis: 0 | 1 | 2, sign: 1 | -1, reach: Reach, usual: string) =>
  (id: string, words = usual): ThingReading => ({ id: `${id}-${tail}`, axis, sign, reach, words });
const ahead = reading('ahead', 0, 1, 'least', 'hub centre forward to it');
const behind = reading('behind', 0, -1, 'most', 'hub centre back to it');
const below = reading('below', 2, -1, 'least', 'hub centre down to its lower end');
const above = reading('above', 2, 1, 'least', 'hub centre up to its lowest point');
const out = reading('across', 1, 1, 'most', 'hub face out to its outer edge (minus: it lies further in)');
const inward = reading('inboard', 1, -1, 'most', 'hub face in to its nearest side');

const rail = (id: string, label: string): Thing => ({
  id,
  label,
  carrier: 'frame',
  material: 'structure',
  cutMm: 0,
  errorMm: 5,
  typical: [
    [-420, -375, 60],
    [0, -375, 90],
    [420, -375, 60],
  ],
  readings: [inward(id), { ...above(id, 'hub centre up to its lower edge'), reach: 'least' }],
});

const FRONT: readonly Thing[] = [
  {
    id: 'bumper-corner',
    label: 'bumper corner',
    carrier: 'body',
    material: 'plastic',
    cutMm: 0,
    errorMm: 4,
    typical: [
      [455, 55, -60],
      [450, 50, -160],
      [438, 30, -240],
    ],
    readings: [ahead('bumper-corner'), below('bumper-corner'), out('bumper-corner')],
  },
  {
    id: 'valance',
    label: 'valance below the bumper',
    carrier: 'body',
    material: 'plastic',
    cutMm: 0,
    errorMm: 5,
    typical: [
      [445, 0, -262],
      [450, -90, -268],
      [455, -180, -270],
    ],
    readings: [ahead('valance'), below('valance')],
  },
  {
    id: 'seam',
    label: 'seam behind the wheel',
    carrier: 'body',
    material: 'seam',
    cutMm: 0,
    errorMm: 3,
    typical: [
      [-470, 0, 60],
      [-462, -2, -60],
      [-456, -4, -170],
      [-462, -8, -240],
    ],
    readings: [behind('seam', 'hub centre back to its nearest point'), below('seam'), out('seam')],
  },
  {
    id: 'running-board',
    label: 'running board end',
    carrier: 'body',
    material: 'plastic',
    cutMm: 0,
    errorMm: 4,
    typical: [
      [-500, 60, -300],
      [-494, 10, -306],
    ],
    readings: [behind('running-board'), below('running-board'), out('running-board')],
  },
  {
    id: 'flap-bracket',
    label: 'mud flap bracket',
    carrier: 'body',
    material: 'plastic',
    cutMm: 0,
    errorMm: 4,
    typical: [
      [-485, 20, -230],
      [-485, -120, -230],
    ],
    readings: [behind('flap-bracket'), below('flap-bracket')],
  },
  {
    id: 'strut',
    label: 'strut or spring seat',
    carrier: 'upright',
    material: 'suspension',
    cutMm: 0,
    errorMm: 4,
    typical: [
      [-40, -172, 300],
      [0, -167, 290],
      [40, -172, 300],
    ],
    readings: [inward('strut'), above('strut')],
  },
  {
    id: 'upper-arm',
    label: 'upper arm',
    carrier: 'upright',
    material: 'suspension',
    cutMm: 0,
    errorMm: 4,
    typical: [
      [-60, -175, 250],
      [0, -165, 265],
      [60, -175, 250],
    ],
    readings: [inward('upper-arm'), above('upper-arm')],
  },
  rail('rail', 'frame rail'),
  {
    id: 'sway-link',
    label: 'sway bar link',
    carrier: { arm: 0.6 },
    material: 'suspension',
    cutMm: 0,
    errorMm: 4,
    typical: [
      [150, -275, 140],
      [150, -275, -20],
    ],
    readings: [ahead('sway-link'), inward('sway-link'), below('sway-link')],
  },
  {
    id: 'tie-rod-end',
    label: 'tie rod end',
    carrier: 'upright',
    material: 'steering',
    cutMm: 0,
    errorMm: 3,
    typical: [
      [-140, -140, -60],
      [-140, -180, -60],
    ],
    readings: [inward('tie-rod-end'), { ...behind('tie-rod-end'), reach: 'least' }],
  },
  {
    id: 'caliper',
    label: 'brake caliper',
    carrier: 'upright',
    material: 'brake',
    cutMm: 0,
    errorMm: 2,
    typical: [
      [-164, -30, 58],
      [-174, -30, 0],
      [-174, -95, 0],
      [-164, -95, 58],
    ],
    readings: [
      { ...behind('caliper', 'hub centre to its outermost point'), reach: 'least' },
      out('caliper', 'hub face out to its outer side (minus: inboard)'),
    ],
  },
];

const REAR: readonly Thing[] = [
  {
    id: 'rear-front-edge',
    label: 'sill in front of the rear wheel',
    carrier: 'body',
    material: 'seam',
    cutMm: 0,
    errorMm: 3,
    typical: [
      [470, 0, 60],
      [462, -4, -100],
      [466, -8, -230],
    ],
    readings: [
      ahead('rear-front-edge', 'hub centre forward to its nearest point'),
      below('rear-front-edge'),
      out('rear-front-edge'),
    ],
  },
  {
    id: 'rear-flap',
    label: 'mud flap bracket',
    carrier: 'body',
    material: 'plastic',
    cutMm: 0,
    errorMm: 4,
    typical: [
      [-480, 20, -230],
      [-480, -140, -230],
    ],
    readings: [behind('rear-flap'), below('rear-flap')],
  },
  rail('rear-rail', 'frame rail'),
  {
    id: 'rear-spring',
    label: 'spring and shackle',
    carrier: { arm: 0.5 },
    material: 'suspension',
    cutMm: 0,
    errorMm: 4,
    typical: [
      [-200, -240, -20],
      [0, -240, -60],
      [200, -240, -20],
    ],
    readings: [inward('rear-spring'), below('rear-spring', 'hub centre down to its lower side')],
  },
  {
    id: 'rear-damper',
    label: 'damper',
    carrier: { arm: 0.5 },
    material: 'suspension',
    cutMm: 0,
    errorMm: 4,
    typical: [
      [-120, -210, -80],
      [-150, -230, 200],
    ],
    readings: [inward('rear-damper'), behind('rear-damper')],
  },
];

/** What is read beside the lip and the liner, in the order of the round. */
export function thingsOf(axle: AxleName): readonly Thing[] {
  return axle === 'front' ? FRONT : REAR;
}

/** Ids of lip and liner at an axle. */
export function outlineIds(axle: AxleName): { lip: string; liner: string } {
  return axle === 'front' ? { lip: 'fender-lip', liner: 'liner' } : { lip: 'rear-lip', liner: 'rear-liner' };
}
