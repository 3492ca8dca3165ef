import { AXLES, type AxleName } from '../format/names';
import type { Build, Vehicle } from '../format/build';
import { deriveFigures } from '../figures';
import { MM_PER_INCH } from '../units/length';
import { riseMm } from './rise';
import { archesOf, bodyOf, type Place, type Sizes } from './bodyShape';

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
  const hubAt: Record<AxleName, number> = { front: 0, rear: vehicle.wheelbaseMm };
  const arches = archesOf(vehicle, stockMm, sizes.step);
  const whole: Pick<Standing, 'body' | 'lines' | 'lips' | 'bumpers'> = {
    ...bodyOf(vehicle, sizes, arches),
    lips: AXLES.map((axle) => arches[axle]).flatMap(({ measured, edge }) => (measured ? [edge] : [])),
    bumpers: [
      [
        [-sizes.front - 20, sizes.bumpers.front + 190],
        [-sizes.front - 40, sizes.bumpers.front + 150],
        [-sizes.front - 30, sizes.bumpers.front],
        [-arches.front.reachMm - 20, sizes.bumpers.front],
      ],
      [
        [vehicle.wheelbaseMm + arches.rear.reachMm + 20, sizes.bumpers.rear],
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
