import { STROKES } from '../../../formats/templateSvg';
import type { TemplateSheet } from '../../../formats/template';

/** As high as it is drawn at most. */
const HIGH_PX = 330;

/** The template as it will be printed, made small: thin the edge, thick the cut, dash and dot a fold. */
export function TemplateDrawing({ sheet, chosen }: { sheet: TemplateSheet; chosen: number | null }) {
  const { lines, labels, widthMm, heightMm } = sheet;
  // One pixel of the page, in mm of the template: a long edge that stands upright is bound by its height.
  const [across, up] = [(widthMm + 12) / 690, (heightMm + 12) / HIGH_PX];
  const scale = Math.max(across, up);
  // A long edge is drawn small: its numbers stand so close that a word between them would only cover them, and what the sheet says of
  // its side is said below it.
  const isSmall = scale >= 0.8;
  const shown = labels.filter(({ text }) => !isSmall || /^\d+( mm| in)?$/.test(text));
  return (
    <svg
      className="drawing"
      viewBox={`-6 -6 ${widthMm + 12} ${heightMm + 12}`}
      style={{ maxHeight: HIGH_PX }}
      role="img"
      aria-label={sheet.title.join(', ')}
      data-testid="template"
    >
      {lines.map(({ layer, points }, i) => {
        const { widthMm: stroke, dash } = STROKES[layer];
        return (
          <polyline
            key={i}
            data-layer={layer}
            points={points.map(([u, v]) => `${u.toFixed(2)},${(heightMm - v).toFixed(2)}`).join(' ')}
            fill="none"
            stroke={layer === 'CUT' || layer === 'FOLD' ? 'var(--signal)' : 'var(--ink)'}
            strokeWidth={Math.max(stroke * 4, 1.2) * scale}
            strokeDasharray={dash.map((one) => one * scale).join(' ')}
          />
        );
      })}
      {shown.map(({ at, text, heightMm: high, angleDeg, ofSheet }, i) => (
        <text
          key={i}
          x={at[0]}
          y={heightMm - at[1]}
          // The bars lie close where it is small: one’s words a little above, the other’s below.
          {...(isSmall && ofSheet ? { dy: (text.endsWith('in') ? -3 : 4) * scale } : {})}
          // Beside an edge that stands upright, not on it.
          {...(up > across && isSmall && !ofSheet ? { textAnchor: 'end' as const, dx: -8 * scale } : {})}
          transform={`rotate(${-angleDeg} ${at[0]} ${heightMm - at[1]})`}
          // What belongs to the sheet keeps its place and, where it can be read, its size; numbers are to be read here.
          fontSize={ofSheet ? Math.max(high, 9 * scale) : 14 * scale}
          fontWeight={chosen === Number(text) ? 700 : 400}
          style={{ fill: chosen === Number(text) ? 'var(--signal)' : 'var(--ink)' }}
        >
          {text}
        </text>
      ))}
    </svg>
  );
}
