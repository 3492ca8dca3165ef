import { useStore } from '@nanostores/react';
import { useKept } from '../../state/kept';
import { useState } from 'react';
import type { Found } from '../../../core/search/found';
import { unitOf, unitSize } from '../../../core/units/quantity';
import { across, Axes, up } from '../../drawings/Axes';
import { circlePath, markAt } from '../../drawings/marks';
import { Segments } from '../../ui/choices';
import { $shop, $units } from '../../state/store';

type Axis = 'lock' | 'cost' | 'lift' | 'width' | 'load';
/** What can be drawn across: its words, and its figure; lengths are in mm and shown in the unit of the page. */
const AXES: Record<Axis, { words: string; unit: 'length' | '%' | ''; of: (one: Found) => number | null }> = {
  cost: { words: 'cost', unit: '', of: ({ cost }) => cost },
  lock: { words: 'lock kept', unit: '%', of: ({ lockKept }) => lockKept * 100 },
  load: { words: 'load reserve', unit: '%', of: ({ reserve }) => (reserve === null ? null : reserve * 100) },
  lift: { words: 'lift', unit: 'length', of: ({ liftMm }) => liftMm },
  width: { words: 'width', unit: 'length', of: ({ widthMm }) => widthMm },
};
/** How near to a mark a pointer has to be to read it, in units of the drawing. */
const NEAR = 14;
const FRAME = { width: 620, height: 340, left: 58, foot: 40 };

function span(values: readonly number[]): { from: number; to: number; steps: number } {
  const low = Math.min(...values);
  const high = Math.max(...values);
  const room = Math.max((high - low) * 0.06, Math.abs(high) * 0.005, 0.5);
  return { from: low - room, to: high + room, steps: 5 };
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
  const { terms } = useStore($shop);
  const [axis, setAxis] = useKept<Axis>('search.picture', 'cost');
  const [at, setAt] = useState<Found | null>(null);
  const { of, unit, words } = AXES[axis];
  const per = unitSize('length', units);
  const perAcross = unit === 'length' ? per : 1;
  const shown = found.flatMap((one) => {
    const value = of(one);
    return value === null ? [] : [{ one, value: value / perAcross }];
  });
  const xAxis = {
    ...span(shown.map(({ value }) => value)),
    ...(unit === 'length' ? { lengthIn: units } : {}),
  };
  const yAxis = { ...span(shown.map(({ one }) => one.diameterMm / per)), lengthIn: units };
  const [x, y] = [across(FRAME, xAxis), up(FRAME, yAxis)];
  const masses = shown.flatMap(({ one }) => one.massKg ?? []);
  const [light, heavy] = [Math.min(...masses), Math.max(...masses)];
  const radius = ({ massKg }: Found): number =>
    massKg === null || heavy <= light ? 4 : 7 - (4 * (massKg - light)) / (heavy - light);
  const marks = shown.map(({ one, value }) => ({
    one,
    cx: x(value),
    cy: y(one.diameterMm / per),
    r: radius(one),
  }));
  const circles = (front: boolean): string =>
    marks
      .filter(({ one }) => one.onFront === front)
      .map((mark) => circlePath(mark, mark.r))
      .join('');
  const pointed = marks.find(({ one }) => one === at);
  const unitWords = unit === 'length' ? unitOf('length', units) : axis === 'cost' ? terms.currency : unit;
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
          viewBox={`0 0 ${FRAME.width} ${FRAME.height}`}
          role="img"
          aria-label={`Tire diameter against ${words}`}
          onPointerMove={(event) => {
            const mark = markAt(event, FRAME, marks, NEAR);
            if (!mark || mark.one === at) return;
            setAt(mark.one);
            look(mark.one);
          }}
        >
          <Axes
            frame={FRAME}
            x={{ ...xAxis, words: [words, unitWords].filter(Boolean).join(', ') }}
            y={{ ...yAxis, words: `over all, ${unitOf('length', units)}` }}
          />
          <path d={circles(false)} fill="var(--sheet)" stroke="var(--graphite)" strokeWidth={1} />
          <path d={circles(true)} fill="var(--signal)" stroke="var(--sheet)" strokeWidth={0.6} />
          <path
            d={marks
              .filter(({ one }) => one.cutRank > 0)
              .map(({ cx, cy, r }) => `M${cx - r - 2} ${cy + r + 2}L${cx + r + 2} ${cy - r - 2}`)
              .join('')}
            stroke="var(--ink)"
            strokeWidth={1.4}
          />
          {pointed && (
            <circle
              cx={pointed.cx}
              cy={pointed.cy}
              r={pointed.r + 4}
              fill="none"
              stroke="var(--ink)"
              strokeWidth={2}
              data-testid="pointed"
              data-over-all-mm={pointed.one.diameterMm}
            />
          )}
        </svg>
      )}
    </figure>
  );
}
