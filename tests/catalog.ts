import { seeded } from '../core/statistics/seeded';
import type { Build } from '../core/format/build';
import type { Space } from '../core/search/space';
import { NO_LIFT } from '../core/vehicle/asDelivered';
import type { Lift } from '../core/format/package';

const RIMS = [16, 17, 18] as const;
const WIDTHS = [225, 235, 245, 255, 265, 275, 285, 295] as const;
const ASPECTS = [65, 70, 75, 80, 85] as const;

/** An invented catalog around a build, as large as it is asked for: the same from the same seed. */
export function spaceAround(
  base: Build,
  size: { tires: number; wheels: number; spacers: number; lifts: number; ratios: number },
  seed = 7,
): Space {
  const { uniform, pick, whole } = seeded(seed);
  const { hub } = base.vehicle;
  const offer = () => ({ price: whole(80, 400), days: whole(0, 30), supplier: 'Sallow Depot' });
  const lift = (i: number): { front: Lift; rear: Lift } => {
    const one = (): Lift => ({
      ...NO_LIFT,
      springMm: i === 0 ? 0 : 10 * i + whole(0, 8),
      bumpStopMm: i % 3 === 1 ? whole(5, 20) : 0,
      bracketMm: i % 4 === 3 ? whole(10, 30) : 0,
    });
    return { front: one(), rear: one() };
  };
  return {
    base,
    tires: Array.from({ length: size.tires }, (_, i) => {
      const rim = pick(RIMS);
      const [width, aspect] = [pick(WIDTHS), pick(ASPECTS)];
      const nominal = (2 * width * aspect) / 100 + 25.4 * rim;
      return {
        ...offer(),
        id: i + 1,
        words: `tire ${i}`,
        tire: {
          code: `LT${width}/${aspect}R${rim} 121/118Q E`,
          pattern: pick(['road', 'all-terrain', 'mud']),
          overallDiameterMm: Math.round(nominal * (0.985 + 0.03 * uniform())),
          sectionWidthMm: width + whole(-5, 5),
          approvedRimIn: [Math.round(width / 25.4) - 3, Math.round(width / 25.4) - 0.5] as [number, number],
          massKg: whole(12, 32),
          maxPressureKpa: 450,
        },
      };
    }),
    wheels: Array.from({ length: size.wheels }, (_, i) => ({
      ...offer(),
      id: i + 1,
      words: `wheel ${i}`,
      wheel: {
        ...base.package.wheel,
        diameterIn: pick(RIMS),
        widthIn: pick([6.5, 7, 7.5, 8, 8.5, 9]),
        offsetMm: whole(-25, 50),
        studs: uniform() < 0.9 ? hub.studs : hub.studs + 1,
        pcdMm: hub.pcdMm,
        boreMm: hub.boreMm,
        seat: hub.seat,
        loadRatingKg: whole(900, 1600),
        massKg: whole(8, 18),
      },
    })),
    spacers: Array.from({ length: size.spacers }, (_, i) => ({
      ...offer(),
      id: i,
      words: `${i * 10} mm`,
      spacerMm: i * 10,
    })),
    lifts: Array.from({ length: size.lifts }, (_, i) => ({
      ...offer(),
      id: i,
      words: `lift ${i}`,
      lift: lift(i),
    })),
    ratios: Array.from({ length: size.ratios }, (_, i) => ({
      ...offer(),
      id: i,
      words: `ratio ${i}`,
      axleRatio: Number((base.vehicle.stock.axleRatio + 0.2 * i).toFixed(2)),
    })),
  };
}
