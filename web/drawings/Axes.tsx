import { ticks } from 'd3-array';

/** The field of a chart that is drawn here: its size, and what is left for the figures at its left and foot. */
export type ChartFrame = { width: number; height: number; left: number; foot: number };
type Scale = (value: number) => number;
type Axis = { from: number; to: number; steps: number; words?: string };

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
      {ticks(x.from, x.to, x.steps).map((value) => (
        <g key={value}>
          <path className="rule" strokeDasharray="1 4" d={`M${atX(value)} ${TOP}V${low}`} />
          <text x={atX(value)} y={low + 16} fontSize={12} textAnchor="middle" className="quiet">
            {value}
          </text>
        </g>
      ))}
      {ticks(y.from, y.to, y.steps).map((value) => (
        <g key={value}>
          <path className="rule" strokeDasharray="1 4" d={`M${left} ${atY(value)}H${width}`} />
          <text x={left - 6} y={atY(value) + 4} fontSize={12} textAnchor="end" className="quiet">
            {value}
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
