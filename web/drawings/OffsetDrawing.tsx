import { showWithUnit, type UnitSystem } from '../../core/units/quantity';

type Props = {
  widthIn: number;
  offsetMm: number;
  spacerMm: number;
  backspacingMm: number;
  units: UnitSystem;
};

const SCALE = 0.62;

/** A rim cut through, on the hub face: which way offset and backspacing run, and where the wheel goes. */
export function OffsetDrawing({ widthIn, offsetMm, spacerMm, backspacingMm, units }: Props) {
  const half = (25.4 * (widthIn + 1)) / 2;
  const x = (mm: number): number => 165 + mm * SCALE;
  const centre = spacerMm - offsetMm;
  const [inner, outer] = [x(centre - half), x(centre + half)];
  const face = x(spacerMm);
  const say = (mm: number): string => showWithUnit(mm, 'length', units);
  const dim = (from: number, to: number, y: number, words: string, className = 'thin') => (
    <g>
      <path
        className={className}
        d={`M${from} ${y - 5}V${y + 5}M${to} ${y - 5}V${y + 5}M${from} ${y}H${to}`}
      />
      <text
        x={Math.min(310, Math.max(20, (from + to) / 2))}
        y={y - 6}
        fontSize={13}
        textAnchor="middle"
        fontWeight={600}
      >
        {words}
      </text>
    </g>
  );
  return (
    <svg
      className="drawing"
      viewBox="0 0 330 168"
      role="img"
      aria-label={`Offset ${say(offsetMm)}: the wheel's centre plane stands ${say(Math.abs(centre))} ${centre < 0 ? 'inboard' : 'outboard'} of the hub face`}
    >
      <text x={4} y={13} fontSize={12} className="quiet">
        ← inboard (frame)
      </text>
      <text x={326} y={13} fontSize={12} textAnchor="end" className="quiet">
        outboard (fender) →
      </text>
      <path
        className="rim"
        d={`M${inner} 24V40H${inner + 8}V46H${outer - 8}V40H${outer}V24H${outer - 5}V34H${inner + 5}V24Z`}
      />
      <path d={`M${face} 46V104H${face + 5}V46`} className="rim" />
      {spacerMm > 0 && <rect x={x(0)} y={78} width={face - x(0)} height={26} fill="var(--metal)" />}
      <path d={`M${x(0)} 66V110`} stroke="var(--ink)" strokeWidth={3} />
      <path className="stock" d={`M${x(centre)} 22V128`} />
      <path className="thin" strokeDasharray="3 3" d={`M${inner} 40V152M${face} 104V152`} />
      {dim(
        Math.min(face, x(centre)),
        Math.max(face, x(centre)),
        126,
        `offset ${offsetMm > 0 ? '+' : ''}${say(offsetMm)}`,
        'gap',
      )}
      {dim(inner, face, 152, `backspacing ${say(backspacingMm)}`)}
      <text x={x(0)} y={64} fontSize={11} textAnchor="middle" className="quiet">
        hub
      </text>
    </svg>
  );
}
