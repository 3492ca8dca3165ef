import { useStore } from '@nanostores/react';
import { useState } from 'react';
import type { Found } from '../../../core/search/found';
import { showRounded, type UnitSystem } from '../../../core/units/quantity';
import { Segments } from '../controls/choices';
import { $units } from '../sheet/store';

type Axis = 'lock' | 'cost' | 'lift' | 'width';
const AXES: Record<
  Axis,
  { words: string; of: (one: Found) => number | null; say: (value: number, units: UnitSystem) => string }
> = {
  cost: { words: 'cost', of: ({ cost }) => cost, say: (value) => value.toFixed(0) },
  lock: { words: 'lock kept', of: ({ lockKept }) => lockKept * 100, say: (value) => `${value.toFixed(0)} %` },
  lift: {
    words: 'lift',
    of: ({ liftMm }) => liftMm,
    say: (value, units) => showRounded(value, 'length', units),
  },
  width: {
    words: 'width',
    of: ({ widthMm }) => widthMm,
    say: (value, units) => showRounded(value, 'length', units),
  },
};
const WIDTH = 620;
const HEIGHT = 340;
const LEFT = 62;
const BOTTOM = 300;
const TOP = 14;

function span(values: readonly number[]): [number, number] {
  const low = Math.min(...values);
  const high = Math.max(...values);
  const room = Math.max((high - low) * 0.06, Math.abs(high) * 0.005, 0.5);
  return [low - room, high + room];
}

/** Each package a mark: over all upward, another figure across; the larger, the lighter it is; the front filled. */
export function Picture({
  found,
  look,
}: {
  found: readonly (Found & { onFront: boolean })[];
  look: (one: Found) => void;
}) {
  const units = useStore($units);
  const [axis, setAxis] = useState<Axis>('cost');
  const { of, say, words } = AXES[axis];
  const shown = found.flatMap((one) => {
    const across = of(one);
    return across === null ? [] : [{ one, across }];
  });
  const [x0, x1] = span(shown.map(({ across }) => across));
  const [y0, y1] = span(shown.map(({ one }) => one.diameterMm));
  const x = (value: number): number => LEFT + ((value - x0) / (x1 - x0)) * (WIDTH - LEFT - 12);
  const y = (value: number): number => BOTTOM - ((value - y0) / (y1 - y0)) * (BOTTOM - TOP);
  const masses = shown.flatMap(({ one }) => one.massKg ?? []);
  const [light, heavy] = [Math.min(...masses), Math.max(...masses)];
  const radius = ({ massKg }: Found): number =>
    massKg === null || heavy <= light ? 4 : 7 - (4 * (massKg - light)) / (heavy - light);
  const ticks = [0.1, 0.37, 0.63, 0.9];
  return (
    <figure data-testid="search-picture">
      <figcaption className="mb-1 flex flex-wrap items-center gap-4">
        <Segments
          label="Over all against"
          value={axis}
          options={(Object.keys(AXES) as Axis[]).map((one) => [one, AXES[one].words] as const)}
          choose={setAxis}
        />
        <span className="text-graphite text-[0.9rem]">
          filled: the front; larger: lighter; cut through: asks for cutting
        </span>
      </figcaption>
      {shown.length === 0 ? (
        <p className="text-graphite">Nothing to draw yet.</p>
      ) : (
        <svg
          className="drawing"
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          role="img"
          aria-label={`Tire diameter against ${words}`}
        >
          <path className="rule" d={`M${LEFT} ${TOP}V${BOTTOM}H${WIDTH}`} fill="none" />
          {ticks.map((share) => (
            <g key={share}>
              <text
                x={x(x0 + share * (x1 - x0))}
                y={BOTTOM + 18}
                fontSize={13}
                textAnchor="middle"
                className="quiet"
              >
                {say(x0 + share * (x1 - x0), units)}
              </text>
              <text
                x={LEFT - 6}
                y={y(y0 + share * (y1 - y0)) + 4}
                fontSize={13}
                textAnchor="end"
                className="quiet"
              >
                {showRounded(y0 + share * (y1 - y0), 'length', units)}
              </text>
            </g>
          ))}
          <text x={(LEFT + WIDTH) / 2} y={HEIGHT - 4} fontSize={13} textAnchor="middle">
            {words}
          </text>
          {shown.map(({ one, across }, i) => {
            const [cx, cy, r] = [x(across), y(one.diameterMm), radius(one)];
            return (
              <g
                key={i}
                onMouseEnter={() => look(one)}
                style={{ cursor: 'pointer' }}
                data-front={one.onFront}
              >
                <circle
                  cx={cx}
                  cy={cy}
                  r={r}
                  fill={one.onFront ? 'var(--signal)' : 'var(--sheet)'}
                  stroke={one.onFront ? 'var(--signal)' : 'var(--graphite)'}
                  strokeWidth={1.4}
                />
                {one.cutRank > 0 && (
                  <path
                    d={`M${cx - r - 2} ${cy + r + 2}L${cx + r + 2} ${cy - r - 2}`}
                    stroke="var(--ink)"
                    strokeWidth={1.4}
                  />
                )}
              </g>
            );
          })}
        </svg>
      )}
    </figure>
  );
}
