import { AXLES, type AxleName } from '../format/names';
import type { Vehicle } from '../format/build';
import { roleOf } from '../format/materials';

/** A place seen from the left: mm behind the front hub as delivered (front to the left), and over the ground. */
export type Place = readonly [behindMm: number, heightMm: number];

/** Figures of a body, mm: overhangs beyond the hubs, and heights over the ground. */
export type Sizes = {
  front: number;
  rear: number;
  roof: number;
  step: number;
  lamps: number;
  bumpers: Record<AxleName, number>;
};

/** Room between tire and arch where no lip was measured, mm. An estimate. */
const ARCH_MM = 70;

/** The open edge over a wheel from behind it to ahead of it: the lip as it was measured, else a half circle. */
export type Arch = { edge: Place[]; measured: boolean; reachMm: number };

export function archesOf(vehicle: Vehicle, hubMm: number, stepMm: number): Record<AxleName, Arch> {
  const over = (axle: AxleName): Arch => {
    const hubAt = axle === 'front' ? 0 : vehicle.wheelbaseMm;
    const lip = vehicle.corners[axle].obstacles.find((one) => roleOf(one) === 'lip' && one.points.length > 2);
    if (lip) {
      const edge = lip.points
        .map(([x, , z]): Place => [hubAt - x, hubMm + z])
        .sort(([one], [other]) => other - one);
      return { edge, measured: true, reachMm: Math.max(...lip.points.map(([x]) => Math.abs(x))) };
    }
    const radiusMm = hubMm + ARCH_MM;
    const from = Math.asin(Math.max(-0.95, Math.min(0.95, (stepMm - hubMm) / radiusMm)));
    const edge = Array.from({ length: 17 }, (_, i): Place => {
      const angle = from + ((Math.PI - 2 * from) * i) / 16;
      return [hubAt + radiusMm * Math.cos(angle), hubMm + radiusMm * Math.sin(angle)];
    });
    return { edge, measured: false, reachMm: radiusMm };
  };
  return Object.fromEntries(AXLES.map((axle) => [axle, over(axle)])) as Record<AxleName, Arch>;
}

/** An arch with its feet at the sills' height. */
function footed({ edge }: Arch, stepMm: number): Place[] {
  const [first, last] = [edge[0], edge.at(-1)];
  return first && last
    ? [[first[0], Math.max(stepMm, first[1])], ...edge, [last[0], Math.max(stepMm, last[1])]]
    : [];
}

/** The body as delivered: what was measured, and between it the shape that is typical of such a vehicle. */
export function bodyOf(
  vehicle: Vehicle,
  sizes: Sizes,
  arches: Record<AxleName, Arch>,
): { body: Place[]; lines: Place[][] } {
  const { kind, wheelbaseMm } = vehicle;
  const nose = -sizes.front;
  const tail = wheelbaseMm + sizes.rear;
  const { roof, step, lamps } = sizes;
  const bonnet = lamps + (roof - lamps) * 0.24;
  const belt = lamps + (roof - lamps) * 0.34;
  const foot: Place[] = [
    [nose + 30, sizes.bumpers.front],
    [nose, sizes.bumpers.front + 60],
    [nose + 15, lamps],
  ];
  const sills: Place[] = [
    [tail - 30, sizes.bumpers.rear],
    ...footed(arches.rear, step),
    ...footed(arches.front, step),
  ];
  const shapes: Record<Vehicle['kind'], { over: Place[]; lines: Place[][] }> = {
    truck: (() => {
      const back = wheelbaseMm * 0.68;
      const bed = lamps + (roof - lamps) * 0.3;
      return {
        over: [
          [nose + 90, bonnet - 50],
          [wheelbaseMm * 0.12, bonnet],
          [wheelbaseMm * 0.27, roof - 25],
          [wheelbaseMm * 0.34, roof],
          [back - 180, roof],
          [back - 40, roof - 70],
          [back, bed],
          [tail - 8, bed],
          [tail, sizes.bumpers.rear + 150],
        ],
        lines: [
          [
            [wheelbaseMm * 0.17, belt],
            [wheelbaseMm * 0.285, roof - 95],
            [back - 150, roof - 95],
            [back - 60, belt],
            [wheelbaseMm * 0.17, belt],
          ],
          [
            [wheelbaseMm * 0.45, roof - 95],
            [wheelbaseMm * 0.45, step + 40],
          ],
        ],
      };
    })(),
    suv: {
      over: [
        [nose + 80, bonnet - 40],
        [wheelbaseMm * 0.14, bonnet],
        [wheelbaseMm * 0.31, roof - 25],
        [wheelbaseMm * 0.4, roof],
        [tail - 200, roof - 20],
        [tail - 60, belt],
        [tail, sizes.bumpers.rear + 150],
      ],
      lines: [
        [
          [wheelbaseMm * 0.2, belt],
          [wheelbaseMm * 0.33, roof - 95],
          [tail - 240, roof - 110],
          [tail - 140, belt],
          [wheelbaseMm * 0.2, belt],
        ],
        [
          [wheelbaseMm * 0.52, roof - 95],
          [wheelbaseMm * 0.52, step + 40],
        ],
      ],
    },
    van: {
      over: [
        [nose + 100, bonnet - 120],
        [-wheelbaseMm * 0.02, bonnet],
        [wheelbaseMm * 0.17, roof - 120],
        [wheelbaseMm * 0.26, roof],
        [tail - 30, roof - 20],
        [tail, sizes.bumpers.rear + 150],
      ],
      lines: [
        [
          [wheelbaseMm * 0.03, belt],
          [wheelbaseMm * 0.17, roof - 320],
          [wheelbaseMm * 0.33, roof - 320],
          [wheelbaseMm * 0.33, belt],
          [wheelbaseMm * 0.03, belt],
        ],
        [
          [wheelbaseMm * 0.36, roof - 120],
          [wheelbaseMm * 0.36, step + 40],
        ],
      ],
    },
  };
  const { over, lines } = shapes[kind];
  return { body: [...foot, ...over, ...sills], lines };
}
