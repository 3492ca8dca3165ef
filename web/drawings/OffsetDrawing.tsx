import { showWithUnit, type UnitSystem } from '../../core/units/quantity';

type Props = {
  widthIn: number;
  offsetMm: number;
  spacerMm: number;
  backspacingMm: number;
  units: UnitSystem;
};

const SCALE = 0.95;

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
        x={Math.min(290, Math.max(60, (from + to) / 2))}
        y={y - 6}
        fontSize={13}
        textAnchor="middle"
        fontWeight={600}
        paintOrder="stroke"
        stroke="var(--paper)"
        strokeWidth={4}
      >
        {words}
      </text>
    </g>
  );
  return (
    <svg
      className="drawing max-w-96"
      viewBox="0 0 330 186"
      role="img"
      aria-label={`Offset ${say(offsetMm)}: the wheel's centre plane stands ${say(Math.abs(centre))} ${centre < 0 ? 'inboard' : 'outboard'} of the hub face`}
    >
      <text x={2} y={12} fontSize={12} className="quiet">
        ← inboard (frame)
      </text>
      <text x={328} y={12} fontSize={12} textAnchor="end" className="quiet">
        outboard (fender) →
      </text>
      <path
        className="rim"
        d={`M${inner} 20V36L${inner + 14} 44H${outer - 14}L${outer} 36V20H${outer - 5}V32L${outer - 16} 39H${inner + 16}L${inner + 5} 32V20Z`}
      />
      <path d={`M${face} 44V118H${face + 7}V44`} className="rim" />
      <rect x={x(0) - 44} y={88} width={44} height={30} fill="var(--soft)" stroke="var(--ink)" />
      <text
        x={x(0) - 22}
        y={107}
        fontSize={12}
        textAnchor="middle"
        paintOrder="stroke"
        stroke="var(--soft)"
        strokeWidth={3}
      >
        hub
      </text>
      {spacerMm > 0 && <rect x={x(0)} y={88} width={face - x(0)} height={30} fill="var(--metal)" />}
      <path className="stock" d={`M${x(centre)} 18V144`} />
      <path className="thin" strokeDasharray="3 3" d={`M${inner} 36V176M${face} 118V176`} />
      {dim(
        Math.min(face, x(centre)),
        Math.max(face, x(centre)),
        142,
        `offset ${offsetMm > 0 ? '+' : ''}${say(offsetMm)}`,
        'gap',
      )}
      {dim(inner, face, 174, `backspacing ${say(backspacingMm)}`)}
    </svg>
  );
}
