import { show, type UnitSystem } from '../../core/units/quantity';
import { useRunner } from './slider';

export type Runner = {
  id: string;
  label: string;
  /** Where the tape itself says what the number is, only the number is written beside the runner. */
  bare?: boolean;
  /** mm on the tape; what is read out may be another number (an offset runs against its place). */
  atMm: number;
  readMm: number;
  min: number;
  max: number;
  move: (atMm: number) => void;
  /** Which side of the tape the runner and its words stand on. */
  side: 1 | -1;
};

type Props = {
  upright: boolean;
  x: number;
  y: number;
  lengthPx: number;
  fromMm: number;
  toMm: number;
  units: UnitSystem;
  runners: readonly Runner[];
  scale: () => number;
  disabled: boolean;
};

/** Beside an upright tape there is room for so many letters in a line: longer words stand in two, the number below. */
const ONE_LINE = 11;
const standsInTwo = ({ side, bare, label, readMm }: Runner, units: UnitSystem): boolean =>
  side < 0 && !bare && `${label} ${show(readMm, 'length', units)}`.length > ONE_LINE;

function TapeRunner({
  runner,
  place,
  upright,
  perPx,
  units,
  scale,
  disabled,
}: {
  runner: Runner;
  place: number;
  upright: boolean;
  perPx: number;
  units: UnitSystem;
  scale: () => number;
  disabled: boolean;
}) {
  const { side, label, readMm, id } = runner;
  const value = show(readMm, 'length', units);
  const words = runner.bare ? value : `${label} ${value}`;
  const isTwoLines = upright && standsInTwo(runner, units);
  const slider = useRunner({
    label,
    value: runner.atMm,
    min: runner.min,
    max: runner.max,
    step: 1,
    text: `${label} ${value}`,
    ...(upright ? { perY: -perPx } : { perX: perPx }),
    scale,
    move: runner.move,
    disabled,
  });
  // The runner's tip touches the tape's edge, its words stand beyond its base.
  const tip = side * (side > 0 && upright ? 16 : 14);
  const base = tip + side * 13;
  const points = upright ? `${tip},0 ${base},-9 ${base},9` : `0,${tip} -9,${base} 9,${base}`;
  return (
    <g
      {...slider}
      data-testid={`runner-${id}`}
      transform={upright ? `translate(0 ${place})` : `translate(${place} 0)`}
    >
      <rect
        x={upright ? (side > 0 ? 10 : -92) : -34}
        y={upright ? -13 : side > 0 ? 8 : -46}
        width={upright ? 82 : 68}
        height={upright ? 26 : 38}
        fill="transparent"
      />
      <polygon className="runner" points={points} />
      <text
        className="runner-text"
        fontSize={15}
        x={upright ? base + side * 3 : 0}
        y={upright ? 4.5 : base + (side > 0 ? 13 : -4)}
        textAnchor={upright ? (side > 0 ? 'start' : 'end') : 'middle'}
      >
        {isTwoLines ? (
          <>
            <tspan x={base + side * 3} dy={-6}>
              {label}
            </tspan>
            <tspan x={base + side * 3} dy={14}>
              {value}
            </tspan>
          </>
        ) : (
          words
        )}
      </text>
    </g>
  );
}

/** Spreads labels that would lie on one another along the tape, keeping their order. */
function spread(places: readonly number[], least: number): number[] {
  const order = places.map((place, i) => ({ place, i })).sort((a, b) => a.place - b.place);
  const out = [...places];
  order.forEach(({ place, i }, k) => {
    const before = order[k - 1];
    out[i] = before ? Math.max(place, (out[before.i] ?? 0) + least) : place;
  });
  return out;
}

/** A tape with runners on it: ticks every 5 mm (or quarter inch), numbers every 20 mm (or inch). */
export function Tape({ upright, x, y, lengthPx, fromMm, toMm, units, runners, scale, disabled }: Props) {
  const px = lengthPx / (toMm - fromMm);
  const at = (mm: number): number => (upright ? lengthPx - (mm - fromMm) * px : (mm - fromMm) * px);
  const [small, large] = units === 'metric' ? [5, 20] : [6.35, 25.4];
  const ticks: number[] = [];
  for (let k = Math.ceil(fromMm / small); k * small <= toMm; k++) ticks.push(k * small);
  const isLarge = (mm: number): boolean => Math.abs(mm / large - Math.round(mm / large)) < 1e-6;
  const tick = (mm: number): string => {
    const long = isLarge(mm) ? 8 : 4;
    return upright ? `M-14 ${at(mm)}h${long}` : `M${at(mm)} -14v${long}`;
  };
  const sides = [1, -1].flatMap((side) => {
    const mine = runners.filter((runner) => runner.side === side);
    const places = spread(
      mine.map(({ atMm }) => at(atMm)),
      upright ? (mine.some((runner) => standsInTwo(runner, units)) ? 30 : 17) : 62,
    );
    return mine.map((runner, i) => ({ runner, place: upright ? (places[i] ?? 0) : at(runner.atMm) }));
  });
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect
        className="rule"
        fill="var(--sheet)"
        x={upright ? -14 : 0}
        y={upright ? 0 : -14}
        width={upright ? 30 : lengthPx}
        height={upright ? lengthPx : 28}
      />
      <path d={ticks.map(tick).join('')} className="thin" />
      {ticks.filter(isLarge).map((mm) => (
        <text
          key={mm}
          fontSize={12}
          className="quiet"
          textAnchor={upright ? 'end' : 'middle'}
          x={upright ? 15 : at(mm)}
          y={upright ? at(mm) + 3.5 : 11}
        >
          {units === 'metric' ? Math.round(mm) : Math.round(mm / 25.4)}
        </text>
      ))}
      {sides.map(({ runner, place }) => (
        <TapeRunner
          key={runner.id}
          runner={runner}
          place={place}
          upright={upright}
          perPx={1 / px}
          units={units}
          scale={scale}
          disabled={disabled}
        />
      ))}
    </g>
  );
}
