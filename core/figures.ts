import type { AxleName } from './format/names';
import type { Build } from './format/build';
import { profileOf, type Profile } from './clearance/profile';
import { axleLoadsKg } from './load/masses';
import { grownSize } from './tire/grown';
import { tireSize, type TireSize } from './tire/size';
import { wheelPlanes, type WheelPlanes } from './wheel/geometry';

/** A tire as it stands on its wheel: its size there, where its planes lie from the hub face, and its half section. */
export type Mounted = { size: TireSize; planes: WheelPlanes; profile: Profile };

/**
 * What several judgements of one build start from, worked out once and passed down: whoever needs one of these takes
 * it from here and works none out again.
 */
export type Figures = {
  stock: Mounted;
  package: Mounted;
  /** The package's half section with its tire grown as far as it may in service. */
  grown: Profile;
  /** By how much the package's tires are larger over all, mm and per cent of the stock tire. */
  growthMm: number;
  growthPct: number;
  /** What stands on each axle with the package, kg. */
  axleKg: Record<AxleName, number>;
};

function mounted({ tire, wheel }: Pick<Build['package'], 'tire' | 'wheel'>, spacerMm: number): Mounted {
  const size = tireSize(tire, wheel.widthIn);
  return { size, planes: wheelPlanes(wheel, spacerMm, size), profile: profileOf(size, wheel, spacerMm) };
}

/** The figures of a build. Costs two tire sizes; `assess` asks for it once. */
export function deriveFigures(build: Build): Figures {
  const stock = mounted(build.vehicle.stock, 0);
  const pack = mounted(build.package, build.package.spacerMm);
  const growthMm = pack.size.overallDiameterMm - stock.size.overallDiameterMm;
  const { tire, wheel, spacerMm } = build.package;
  return {
    stock,
    package: pack,
    grown: profileOf(grownSize(pack.size, tire, wheel.diameterIn), wheel, spacerMm),
    growthMm,
    growthPct: (growthMm / stock.size.overallDiameterMm) * 100,
    axleKg: axleLoadsKg(build),
  };
}
