import type { Place } from '../vehicle/bodyShape';
import { AXLES } from '../format/names';
import type { Build } from '../format/build';
import { elevationOf, type Standing } from '../vehicle/elevation';
import { estimatedWords, heightWords } from '../vehicle/elevationWords';
import type { UnitSystem } from '../units/quantity';
import { circle, closed, type Block, type Stroke } from './paper';

/** Forward to the right, as the wells beside it are drawn. */
const across = ([behindMm, heightMm]: Place): readonly [number, number] => [-behindMm, heightMm];

function strokesOf(
  { body, lines, bumpers, lips, wheels }: Standing,
  weight: Stroke['weight'],
  whole: boolean,
): Stroke[] {
  return [
    { weight, points: closed(body.map(across)) },
    ...[...bumpers, ...(whole ? lines : [])].map((line): Stroke => ({
      weight: weight === 'bold' ? 'thin' : weight,
      points: line.map(across),
    })),
    ...(whole ? lips.map((line): Stroke => ({ weight: 'thin', points: line.map(across) })) : []),
    ...AXLES.flatMap((axle): Stroke[] => {
      const { at, radiusMm, rimMm } = wheels[axle];
      return [
        { weight, points: circle(across(at), radiusMm) },
        ...(whole ? [{ weight: 'thin' as const, points: circle(across(at), rimMm) }] : []),
      ];
    }),
  ];
}

/** How the vehicle will stand, as delivered dashed and with the package, on one scale; and what changes, in words. */
export function elevationBlocks(build: Build, units: UnitSystem): Block[] {
  const elevation = elevationOf(build);
  const { delivered, package: now, changes, fromMm, toMm, topMm } = elevation;
  return [
    {
      kind: 'sketches',
      items: [
        {
          caption: 'From the side: dashed as delivered, solid as built',
          from: [-toMm, -60],
          to: [-fromMm, topMm + 40],
          strokes: [
            { weight: 'thin', points: [across([fromMm, 0]), across([toMm, 0])] },
            ...strokesOf(delivered, 'dash', false),
            ...strokesOf(now, 'bold', true),
          ],
          labels: [],
        },
      ],
    },
    { kind: 'list', items: changes.map((one) => heightWords(one, units)) },
    { kind: 'text', words: estimatedWords(elevation, build.vehicle.kind) },
  ];
}
