type Limit = { label: string; kg: number | undefined; dash: string };
type Props = {
  axle: string;
  weighedKg: number;
  loadKg: number;
  limits: readonly Limit[];
  mostKg: number;
  say: (kg: number) => string;
};

const WIDTH = 560;
const LEFT = 58;
const SCALE_WIDTH = WIDTH - LEFT - 20;

/** One axle's load against what may carry it: a bar, and a line with its name for each limit. */
export function AxleBars({ axle, weighedKg, loadKg, limits, mostKg, say }: Props) {
  const at = (kg: number): number => LEFT + (Math.min(kg, mostKg) / mostKg) * SCALE_WIDTH;
  const least = Math.min(Infinity, ...limits.flatMap(({ kg }) => kg ?? []));
  const over = loadKg > least;
  return (
    <svg
      className="drawing"
      viewBox={`0 0 ${WIDTH} ${52 + limits.length * 17}`}
      role="img"
      aria-label={`${axle} axle: ${say(loadKg)}`}
    >
      <text x={0} y={34} fontSize={16} fontWeight={600}>
        {axle}
      </text>
      <rect x={LEFT} y={16} width={SCALE_WIDTH} height={26} className="rule" />
      <rect
        x={LEFT}
        y={16}
        width={at(loadKg) - LEFT}
        height={26}
        fill={over ? 'var(--signal)' : 'var(--metal)'}
      />
      <path className="thin" d={`M${at(weighedKg)} 12V46`} />
      <text x={LEFT + 6} y={34} fontSize={15} fontWeight={600} style={{ fill: 'var(--sheet)' }}>
        {say(loadKg)}
      </text>
      <text x={at(weighedKg)} y={10} fontSize={11} textAnchor="middle" className="quiet">
        as weighed
      </text>
      {limits.map(({ label, kg, dash }, i) =>
        kg === undefined ? null : (
          <path
            key={label}
            d={`M${at(kg)} 12V${56 + i * 17}`}
            stroke="var(--ink)"
            strokeWidth={1.5}
            strokeDasharray={dash}
          />
        ),
      )}
      {/* Over all lines: none runs through another's words. */}
      {limits.map(({ label, kg }, i) =>
        kg === undefined ? (
          <text key={label} x={LEFT} y={60 + i * 17} fontSize={13} className="quiet">
            {label}: not known
          </text>
        ) : (
          <text
            key={label}
            x={at(kg) - 5}
            y={60 + i * 17}
            fontSize={13}
            textAnchor="end"
            paintOrder="stroke"
            stroke="var(--paper)"
            strokeWidth={4}
          >
            {label} {say(kg)}
          </text>
        ),
      )}
    </svg>
  );
}
