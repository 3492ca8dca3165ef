import { ticks } from 'd3-array';
import { lengthTicks, type LengthTick } from '../../core/units/lengthTicks';
import { unitSize, type UnitSystem } from '../../core/units/quantity';

/** The field of a chart that is drawn here: its size, and what is left for the figures at its left and foot. */
export type ChartFrame = { width: number; height: number; left: number; foot: number };
type Scale = (value: number) => number;
type Axis = {
  from: number;
  to: number;
  steps: number;
  words?: string;
  /** In which units its lengths are read; its values are then in that unit, and its marks those of a tape. */
  lengthIn?: UnitSystem;
};

/** The marks of an axis: round decimals, or for lengths what a tape reads. */
function marksOf({ from, to, steps, lengthIn }: Axis): readonly LengthTick[] {
  if (lengthIn === undefined) return ticks(from, to, steps).map((at) => ({ at, words: String(at) }));
  const per = unitSize('length', lengthIn);
  return lengthTicks(from * per, to * per, steps, lengthIn);
}

const TOP = 6;

/** A value's place across or up a frame, for values from `from` to `to`. */
export const across =
  ({ width, left }: ChartFrame, { from, to }: Pick<Axis, 'from' | 'to'>): Scale =>
  (value) =>
    left + ((value - from) / (to - from)) * (width - left - TOP);
export const up =
  ({ height, foot }: ChartFrame, { from, to }: Pick<Axis, 'from' | 'to'>): Scale =>
  (value) =>
    height - foot - ((value - from) / (to - from)) * (height - foot - TOP);

/** Round steps of both axes with their figures, as dotted lines over the whole field. */
export function Axes({ frame, x, y }: { frame: ChartFrame; x: Axis; y: Axis }) {
  const { width, height, left, foot } = frame;
  const [atX, atY] = [across(frame, x), up(frame, y)];
  const low = height - foot;
  return (
    <g>
      {marksOf(x).map(({ at: value, words }) => (
        <g key={value}>
          <path className="rule" strokeDasharray="1 4" d={`M${atX(value)} ${TOP}V${low}`} />
          <text x={atX(value)} y={low + 16} fontSize={12} textAnchor="middle" className="quiet">
            {words}
          </text>
        </g>
      ))}
      {marksOf(y).map(({ at: value, words }) => (
        <g key={value}>
          <path className="rule" strokeDasharray="1 4" d={`M${left} ${atY(value)}H${width}`} />
          <text x={left - 6} y={atY(value) + 4} fontSize={12} textAnchor="end" className="quiet">
            {words}
          </text>
        </g>
      ))}
      {x.words && (
        <text x={(left + width) / 2} y={height - 2} fontSize={12} textAnchor="middle" className="quiet">
          {x.words}
        </text>
      )}
      {y.words && (
        <text
          transform={`translate(11 ${(TOP + low) / 2}) rotate(-90)`}
          fontSize={12}
          textAnchor="middle"
          className="quiet"
        >
          {y.words}
        </text>
      )}
    </g>
  );
}
