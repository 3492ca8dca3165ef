import type { AxleName } from '../format/names';
import type { Build } from '../format/build';
import { decidedCuts } from '../work/triggers';
import { tireSize } from '../tire/size';
import { MM_PER_INCH } from '../units/length';
import { showRounded, type UnitSystem } from '../units/quantity';
import { isThere, placedParts } from '../vehicle/parts';
import { riseMm } from '../vehicle/rise';
import { isNeverCut, roleOf } from '../format/materials';
import { circle, type Sketch, type Stroke } from './paper';

/**
 * A well from the side at ride height, as delivered and as built, on one scale: x along the vehicle, forward to the
 * right, and height above the ground, mm. What the body carries stands where it was measured, higher by what it rises;
 * what is to be trimmed is drawn bold.
 */
export function beforeAfter(build: Build, axle: AxleName, units: UnitSystem): [Sketch, Sketch] {
  const { vehicle, package: pack } = build;
  const radius = (which: typeof pack | typeof vehicle.stock): number =>
    tireSize(which.tire, which.wheel.widthIn).overallDiameterMm / 2;
  const stockMm = radius(vehicle.stock);
  const trimmed = new Set(decidedCuts(build).map(({ obstacle }) => obstacle));
  const body = vehicle.corners[axle].obstacles.filter(
    // Panels, liners and seams: what a customer sees. Frame and suspension behind the wheel only confuse.
    ({ carrier, material, points }) =>
      (carrier === 'body' || carrier === 'frame') && !isNeverCut(material) && points.length > 1,
  );
  const mm = (value: number): string => showRounded(value, 'length', units);
  const sketch = (
    caption: string,
    tireMm: number,
    rimIn: number,
    risen: (carrier: 'body' | 'frame') => number,
    cuts: boolean,
  ) => {
    const there = cuts ? placedParts(body, pack).filter(isThere) : body;
    const lines = there.map(({ id, carrier, points }): Stroke => {
      const up = stockMm + risen(carrier === 'frame' ? 'frame' : 'body');
      return {
        weight: cuts && trimmed.has(id) ? 'bold' : 'thin',
        points: points.map(([x, , z]) => [x, z + up] as const),
      };
    });
    const highest = Math.max(tireMm * 2, ...lines.flatMap(({ points }) => points.map(([, z]) => z)));
    const lip = there.find((one) => roleOf(one) === 'lip');
    const lipMm =
      lip &&
      Math.max(...lip.points.map(([, , z]) => z)) +
        stockMm +
        risen(lip.carrier === 'frame' ? 'frame' : 'body');
    return {
      caption,
      highest,
      strokes: [
        ...lines,
        { weight: 'bold' as const, points: circle([0, tireMm], tireMm) },
        { weight: 'thin' as const, points: circle([0, tireMm], (rimIn * MM_PER_INCH) / 2) },
      ],
      labels: [
        { at: [0, tireMm] as const, words: mm(tireMm * 2) },
        ...(lipMm === undefined ? [] : [{ at: [0, lipMm + 45] as const, words: `lip ${mm(lipMm)}` }]),
      ],
    };
  };
  const side = axle === 'front' ? 'Front' : 'Rear';
  const before = sketch(`${side}, as delivered`, stockMm, vehicle.stock.wheel.diameterIn, () => 0, false);
  const after = sketch(
    `${side}, as built`,
    radius(pack),
    pack.wheel.diameterIn,
    (carrier) => riseMm(build, axle, carrier),
    true,
  );
  const wide = Math.max(
    radius(pack),
    stockMm,
    ...body.flatMap(({ points }) => points.map(([x]) => Math.abs(x))),
  );
  const from = [-wide - 30, -40] as const;
  const to = [wide + 30, Math.max(before.highest, after.highest) + 110] as const;
  const ground: Stroke = {
    weight: 'thin',
    points: [
      [from[0], 0],
      [to[0], 0],
    ],
  };
  const whole = ({ caption, strokes, labels }: ReturnType<typeof sketch>): Sketch => ({
    caption,
    from,
    to,
    strokes: [ground, ...strokes],
    labels,
  });
  return [whole(before), whole(after)];
}
