import { useStore } from '@nanostores/react';
import type { Vehicle } from '../../../core/format/build';
import { standingProfile } from '../../../core/measure/begin';
import { showWithUnit } from '../../../core/units/quantity';
import { $units } from '../../state/store';

const WIDTH = 420;
const HEIGHT = 132;
/** Where the floor of each picture is drawn. */
const FLOOR = 96;

/** A dimension line between two heights or two places of a picture, with ticks. */
function Span({ from, to, at }: { from: number; to: number; at: number }) {
  return (
    <path
      className="guide"
      d={`M${from} ${at}H${to}M${from} ${at - 5}V${at + 5}M${to} ${at - 5}V${at + 5}`}
    />
  );
}

function Words({ x, lines }: { x: number; lines: readonly string[] }) {
  return lines.map((line, i) => (
    <text key={line} x={x} y={FLOOR + 16 + 14 * i} fontSize={12} textAnchor="middle">
      {line}
    </text>
  ));
}

/** How a vehicle is made ready for the tape: as it stands, with the wheel on, with the wheel off. Not to scale. */
export function Preparation({ vehicle }: { vehicle: Pick<Vehicle, 'stock'> }) {
  const units = useStore($units);
  const { centreMm, tireHalfWidthMm } = standingProfile(vehicle);
  const out = showWithUnit(Math.round(centreMm + tireHalfWidthMm), 'length', units);
  return (
    <svg
      className="drawing"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Level floor, ride height, wheels straight ahead. With the wheel on, a straight edge over the tire stands about ${out} out of the hub’s face. With the wheel off, the hub stands at the height it had.`}
      data-testid="preparation"
    >
      <path className="thin" d={`M4 ${FLOOR}H132M148 ${FLOOR}H272M288 ${FLOOR}H416`} />
      {/* As it stands: body, two wheels, a level on the sill. */}
      <path className="stock" d="M12 66V46L40 44L52 24H104L122 46V66Z" fill="none" />
      <circle className="tire" cx={36} cy={FLOOR - 17} r={17} />
      <circle className="tire" cx={100} cy={FLOOR - 17} r={17} />
      <rect className="rim" x={54} y={67} width={28} height={8} />
      <ellipse cx={68} cy={71} rx={5} ry={2.5} fill="var(--signal)" />
      <Words x={68} lines={['Level, at ride height,', 'wheels straight ahead']} />
      {/* Wheel on, seen from ahead: a straight edge over the sidewall, the hub's face within. */}
      <rect className="tire" x={172} y={20} width={52} height={FLOOR - 20} rx={8} />
      <path className="obstacle" data-layer="metal" d={`M198 34V${FLOOR - 14}`} strokeDasharray="4 3" />
      <rect className="rim" x={224} y={14} width={5} height={FLOOR - 18} />
      <Span from={198} to={224} at={58} />
      <Words x={210} lines={['Wheel on: take off', `≈ ${out} from across`]} />
      {/* Wheel off: the hub on a stand, its face, the tape out to the lip. */}
      <path className="stock" d={`M330 ${FLOOR}L342 66H360L372 ${FLOOR}`} fill="none" />
      <rect className="rim" x={300} y={50} width={50} height={16} />
      <rect className="rim" x={350} y={38} width={6} height={40} />
      <path className="obstacle" data-layer="movable" d="M398 14Q402 40 400 62" fill="none" />
      <Span from={356} to={401} at={58} />
      <Words x={352} lines={['Wheel off: the hub on a', 'stand, as high as it was']} />
    </svg>
  );
}
