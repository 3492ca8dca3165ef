import { AXLES, type AxleName, type Build, type Vehicle } from '../format/build';
import { deriveFigures } from '../figures';
import { MM_PER_INCH } from '../units/length';
import { riseMm } from './rise';
import { roleOf } from '../format/materials';

/** A place seen from the left: mm behind the front hub as delivered (front to the left), and over the ground. */
export type Place = readonly [behindMm: number, heightMm: number];

/** One wheel from the side; `flatMm` is where the ground cuts it. */
export type SideWheel = { at: Place; radiusMm: number; rimMm: number };

/** A vehicle as it stands on level ground, from the side. */
export type Standing = {
  /** The body's outline from the foot of the nose over the roof to the tail and back along the sills, arches left out. */
  body: Place[];
  /** Panes and shut lines, each a line. */
  lines: Place[][];
  bumpers: Place[][];
  /** The lips as they were measured, where they were. */
  lips: Place[][];
  wheels: Record<AxleName, SideWheel>;
};

/** A height before and after. `before` is null where nobody measured it: then only the change is known. */
export type HeightChange = { what: string; before: number | null; byMm: number; at: Place };

export type Elevation = {
  delivered: Standing;
  package: Standing;
  changes: HeightChange[];
  /** Figures that nobody measured and that are drawn at what is usual for such a vehicle. */
  estimated: string[];
  fromMm: number;
  toMm: number;
  topMm: number;
};

type Usual = { front: number; rear: number; roof: number; step: number; lamps: number; bumper: number };
/**
 * What is usual where nothing was measured: overhangs as shares of the wheelbase, heights in mm for a tire of 760 mm. Estimates, for
 * the drawing alone; no check reads them.
 */
const USUAL: Readonly<Record<Vehicle['kind'], Usual>> = {
  truck: { front: 0.26, rear: 0.34, roof: 1880, step: 520, lamps: 1000, bumper: 470 },
  suv: { front: 0.29, rear: 0.35, roof: 1850, step: 470, lamps: 930, bumper: 420 },
  van: { front: 0.27, rear: 0.36, roof: 2480, step: 480, lamps: 940, bumper: 380 },
};

/** Room between tire and arch where no lip was measured, mm. An estimate. */
const ARCH_MM = 70;

type Sizes = {
  front: number;
  rear: number;
  roof: number;
  step: number;
  lamps: number;
  bumpers: Record<AxleName, number>;
};

function sizesOf({ kind, wheelbaseMm, overhangMm, heightsMm, underside = [] }: Vehicle): {
  sizes: Sizes;
  estimated: string[];
} {
  const usual = USUAL[kind];
  const estimated: string[] = [];
  const figure = (words: string, measured: number | undefined, guess: number): number => {
    if (measured === undefined) estimated.push(words);
    return measured ?? guess;
  };
  const behind = underside.map(({ behindFrontAxleMm }) => behindFrontAxleMm);
  return {
    sizes: {
      // A low point that reaches further than usual is on the vehicle too.
      front: figure(
        'front overhang',
        overhangMm?.front,
        Math.max(usual.front * wheelbaseMm, ...behind.map((x) => -x)),
      ),
      rear: figure(
        'rear overhang',
        overhangMm?.rear,
        Math.max(usual.rear * wheelbaseMm, ...behind.map((x) => x - wheelbaseMm)),
      ),
      roof: figure('roof', heightsMm?.roof, usual.roof),
      step: figure('step', heightsMm?.step, usual.step),
      lamps: figure('lamps', heightsMm?.lamps, usual.lamps),
      bumpers: {
        front: figure('front bumper', heightsMm?.bumperFront, usual.bumper),
        rear: figure('rear bumper', heightsMm?.bumperRear, usual.bumper),
      },
    },
    estimated,
  };
}

/** A half circle over a wheel, from its foot ahead to its foot behind, down to a height. */
function arch(at: number, hubMm: number, radiusMm: number, downTo: number): Place[] {
  const low = Math.max(-0.95, Math.min(0.95, (downTo - hubMm) / radiusMm));
  const from = Math.PI - Math.asin(low);
  const to = Math.asin(low);
  return Array.from({ length: 17 }, (_, i): Place => {
    const angle = from + ((to - from) * i) / 16;
    return [at + radiusMm * Math.cos(angle), hubMm + radiusMm * Math.sin(angle)];
  });
}

/** The body as delivered: what was measured, and between it the shape that is typical of such a vehicle. */
function bodyOf(
  vehicle: Vehicle,
  sizes: Sizes,
  hubMm: number,
  archMm: Record<AxleName, number>,
): Pick<Standing, 'body' | 'lines'> {
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
    ...arch(wheelbaseMm, hubMm, archMm.rear, step).reverse(),
    ...arch(0, hubMm, archMm.front, step).reverse(),
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

/**
 * The vehicle from the side, as delivered and with the package, to scale on one ground: from wheelbase, overhangs, heights, tires and
 * lift. The body rises at each axle by what springs, brackets, body lift, tires and sag make of it, and is level between them, so
 * that a different rise front and rear shows as the rake that it is.
 */
export function elevationOf(build: Build): Elevation {
  const { vehicle, package: pack } = build;
  const figures = deriveFigures(build);
  const { sizes, estimated } = sizesOf(vehicle);
  const stockMm = figures.stock.size.overallDiameterMm / 2;
  const radiusMm = figures.package.size.overallDiameterMm / 2;
  const lips = AXLES.map((axle) => ({
    axle,
    points:
      vehicle.corners[axle].obstacles.find((one) => roleOf(one) === 'lip' && one.points.length > 1)?.points ??
      [],
  }));
  const hubAt: Record<AxleName, number> = { front: 0, rear: vehicle.wheelbaseMm };
  const archMm = Object.fromEntries(
    lips.map(({ axle, points }) => [
      axle,
      points.length > 1 ? Math.max(...points.map(([, , z]) => z)) : stockMm + ARCH_MM,
    ]),
  ) as Record<AxleName, number>;
  const whole: Pick<Standing, 'body' | 'lines' | 'lips' | 'bumpers'> = {
    ...bodyOf(vehicle, sizes, stockMm, archMm),
    lips: lips
      .filter(({ points }) => points.length > 1)
      .map(({ axle, points }) => points.map(([x, , z]): Place => [hubAt[axle] - x, stockMm + z])),
    bumpers: [
      [
        [-sizes.front - 20, sizes.bumpers.front + 190],
        [-sizes.front - 40, sizes.bumpers.front + 150],
        [-sizes.front - 30, sizes.bumpers.front],
        [-archMm.front - 20, sizes.bumpers.front],
      ],
      [
        [vehicle.wheelbaseMm + archMm.rear + 20, sizes.bumpers.rear],
        [vehicle.wheelbaseMm + sizes.rear + 30, sizes.bumpers.rear],
        [vehicle.wheelbaseMm + sizes.rear + 30, sizes.bumpers.rear + 160],
      ],
    ],
  };
  const rise = (carrier: 'body' | 'frame', behindMm: number): number => {
    const [front, rear] = AXLES.map((axle) => riseMm(build, axle, carrier, figures)) as [number, number];
    return front + ((rear - front) * behindMm) / vehicle.wheelbaseMm;
  };
  const raised =
    (carrier: 'body' | 'frame') =>
    (line: readonly Place[]): Place[] =>
      line.map(([x, z]): Place => [x, z + rise(carrier, x)]);
  const wheelsOf = (radius: number, rimIn: number, foreAft: (axle: AxleName) => number): Standing['wheels'] =>
    Object.fromEntries(
      AXLES.map((axle) => [
        axle,
        {
          at: [hubAt[axle] - foreAft(axle), radius] as const,
          radiusMm: radius,
          rimMm: (rimIn * MM_PER_INCH) / 2,
        },
      ]),
    ) as Standing['wheels'];
  const delivered: Standing = {
    ...whole,
    wheels: wheelsOf(stockMm, vehicle.stock.wheel.diameterIn, () => 0),
  };
  const now: Standing = {
    body: raised('body')(whole.body),
    lines: whole.lines.map(raised('body')),
    lips: whole.lips.map(raised('body')),
    // Bumpers sit on the frame: a body lift leaves them where they are.
    bumpers: whole.bumpers.map(raised('frame')),
    wheels: wheelsOf(radiusMm, pack.wheel.diameterIn, (axle) => pack.lift[axle].foreAftMm),
  };
  const { heightsMm } = vehicle;
  const highest = now.body.reduce((best, place) => (place[1] > best[1] ? place : best));
  const stepAt = vehicle.wheelbaseMm * 0.36;
  const change = (
    what: string,
    before: number | undefined,
    carrier: 'body' | 'frame',
    x: number,
    z: number,
  ): HeightChange => {
    const byMm = rise(carrier, x);
    return { what, before: before ?? null, byMm, at: [x, z + byMm] };
  };
  return {
    delivered,
    package: now,
    changes: [
      change('lamps', heightsMm?.lamps, 'body', 0, sizes.lamps),
      change('step-in', heightsMm?.step, 'body', stepAt, sizes.step),
      change('roof', heightsMm?.roof, 'body', highest[0], sizes.roof),
      change('front bumper', heightsMm?.bumperFront, 'frame', 0, sizes.bumpers.front),
      change('rear bumper', heightsMm?.bumperRear, 'frame', vehicle.wheelbaseMm, sizes.bumpers.rear),
    ],
    estimated,
    fromMm: -sizes.front - 60,
    toMm: vehicle.wheelbaseMm + sizes.rear + 60,
    topMm: Math.max(sizes.roof, highest[1]),
  };
}
