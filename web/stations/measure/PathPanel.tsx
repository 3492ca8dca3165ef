import { useStore } from '@nanostores/react';
import { linkageOf, pathAt } from '../../../core/clearance/linkage';
import type { AxleName } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import type { PathRow } from '../../../core/format/vehicle';
import { usualPath } from '../../../core/vehicle/starter';
import { showRounded, withUnit } from '../../../core/units/quantity';
import { setVehicle } from '../../state/edits';
import { $units } from '../../state/store';
import { Button } from '../../ui/Button';
import { Choice } from '../../ui/choices';
import { NumberField } from '../../ui/NumberField';

type Props = { vehicle: Vehicle; axle: AxleName };

const COLUMNS = [
  ['hMm', 'height', 'length'],
  ['xMm', 'forward', 'length'],
  ['yMm', 'out', 'length'],
  ['camberDeg', 'camber', 'angle'],
  ['casterDeg', 'caster', 'angle'],
  ['toeDeg', 'toe', 'angle'],
] as const;

/** A bar that leads a solid axle sideways; without it the axle goes straight up and down. */
export function TrackBarFields({ vehicle, axle }: Props) {
  const { trackBarMm, trackBarRiseMm, trackBarFrameSide = 'left' } = vehicle.corners[axle].suspension;
  const at = `/corners/${axle}/suspension`;
  const path = `vehicle.corners.${axle}.suspension`;
  return (
    <>
      <NumberField
        label="Track bar, length"
        quantity="length"
        path={`${path}.trackBarMm`}
        value={trackBarMm}
        empty="none"
        take={(mm) => setVehicle(`${at}/trackBarMm`, mm)}
      />
      {trackBarMm !== undefined && (
        <>
          <NumberField
            label="Frame end over axle end"
            quantity="length"
            path={`${path}.trackBarRiseMm`}
            value={trackBarRiseMm ?? 0}
            take={(mm) => setVehicle(`${at}/trackBarRiseMm`, mm)}
          />
          <Choice
            label="Its frame end is"
            value={trackBarFrameSide}
            options={[
              ['left', 'on the left'],
              ['right', 'on the right'],
            ]}
            choose={(side) => void setVehicle(`${at}/trackBarFrameSide`, side)}
          />
        </>
      )}
    </>
  );
}

/** The wheel's path by camber gauge and rule, at three to five heights, and what it comes to over the travel. */
export function PathPanel({ vehicle, axle }: Props) {
  const units = useStore($units);
  const { suspension } = vehicle.corners[axle];
  const at = `/corners/${axle}/suspension`;
  const { path, pathEstimated, bumpMm, droopMm } = suspension;
  const put = (rows: PathRow[] | undefined, estimated = false): ReturnType<typeof setVehicle> => {
    const { path: _rows, pathEstimated: _mark, ...rest } = suspension;
    const next = rows ? { ...rest, path: rows, ...(estimated ? { pathEstimated: true } : {}) } : rest;
    return setVehicle(at, next as never);
  };
  if (!path)
    return (
      <p className="text-graphite mt-2 text-[0.9rem]">
        <Button
          needs="bench"
          onClick={() => void put(usualPath(Math.max(20, Math.min(bumpMm, droopMm))), true)}
        >
          Measure the wheel’s path
        </Button>{' '}
        with a camber gauge and a rule at three to five heights; an arm is only for a true swing axle.
      </p>
    );
  const change = (row: number, key: (typeof COLUMNS)[number][0], value: number | undefined) =>
    put(path.map((one, i) => (i === row ? { ...one, [key]: value ?? 0 } : one)));
  const add = (): void => {
    const last = path.at(-1)?.hMm ?? 0;
    void put([...path, { hMm: last + 20, xMm: 0, yMm: 0, camberDeg: path.at(-1)?.camberDeg ?? 0 }]);
  };
  return (
    <div className="mt-2" data-testid="wheel-path">
      <h4 className="font-semibold">
        The wheel’s path{' '}
        {pathEstimated && (
          <span className="text-graphite font-normal">an estimate, until it is measured</span>
        )}
      </h4>
      <p className="text-graphite text-[0.8rem]">
        Against ride height as delivered. Camber minus: the top leans in. Toe plus: the front edge points in.
      </p>
      <table className="w-full text-[0.9rem]">
        <thead>
          <tr className="caption text-left">
            {COLUMNS.map(([key, words, quantity]) => (
              <th key={key}>{withUnit(words, quantity, units)}</th>
            ))}
            <th>
              <span className="sr-only">Remove</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {path.map((row, i) => (
            <tr key={i} className="align-top">
              {COLUMNS.map(([key, words, quantity]) => (
                <td key={key} className="pr-1">
                  <NumberField
                    hideLabel
                    label={`Row ${i + 1}, ${words}`}
                    quantity={quantity}
                    path={`vehicle.corners.${axle}.suspension.path.${i}.${key}`}
                    value={row[key] ?? 0}
                    take={(value) => change(i, key, value)}
                    disabled={row.hMm === 0}
                    whenLeft
                    bare
                  />
                </td>
              ))}
              <td>
                <button
                  type="button"
                  className="min-h-6 min-w-6"
                  aria-label={`Remove row ${i + 1}`}
                  disabled={row.hMm === 0 || path.length <= 2}
                  onClick={() => void put(path.filter((_, k) => k !== i))}
                >
                  ×
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <div className="my-1 flex gap-2">
        <Button needs="bench" onClick={add}>
          Add a height
        </Button>
        <Button needs="bench" onClick={() => void put(undefined)}>
          Go by arms instead
        </Button>
      </div>
      <PathDrawing suspension={suspension} />
    </div>
  );
}

const HEIGHT = 120;
const WIDTH = 230;

/** Two small drawings over the travel: where the hub goes sideways, and how far the wheel leans. */
function PathDrawing({ suspension }: { suspension: Vehicle['corners']['front']['suspension'] }) {
  const units = useStore($units);
  const { path } = linkageOf(suspension);
  if (!path) return null;
  const { bumpMm, droopMm } = suspension;
  const heights = Array.from({ length: 41 }, (_, i) => -droopMm + ((bumpMm + droopMm) * i) / 40);
  const rows = heights.map((h) => ({ h, ...pathAt(path, h) }));
  const y = (h: number): number => HEIGHT - ((h + droopMm) / (bumpMm + droopMm || 1)) * HEIGHT;
  const line = (of: (row: (typeof rows)[number]) => number) => {
    const most = Math.max(0.5, ...rows.map((row) => Math.abs(of(row))));
    const x = (value: number): number => WIDTH / 2 + (value / most) * (WIDTH / 2 - 14);
    return { most, points: rows.map((row) => `${x(of(row)).toFixed(1)},${y(row.h).toFixed(1)}`).join(' ') };
  };
  const across = line(({ yMm }) => yMm);
  const camber = line(({ camberDeg }) => camberDeg);
  const ends = (value: string) => `± ${value}, from full droop to full bump`;
  return (
    <div className="flex flex-wrap gap-4">
      {[
        { words: 'in and out', drawn: across, most: showRounded(across.most, 'length', units), name: 'path' },
        { words: 'camber change', drawn: camber, most: `${camber.most.toFixed(1)}°`, name: 'camber' },
      ].map(({ words, drawn, most, name }) => (
        <figure key={name} className="w-[230px]">
          <svg
            width={WIDTH}
            height={HEIGHT + 2}
            viewBox={`0 -1 ${WIDTH} ${HEIGHT + 2}`}
            role="img"
            aria-label={`${words}, ${ends(most)}`}
            data-testid={`drawing-${name}`}
          >
            <path d={`M${WIDTH / 2} 0V${HEIGHT}M0 ${y(0)}H${WIDTH}`} stroke="var(--line)" strokeWidth={1} />
            <polyline points={drawn.points} fill="none" stroke="var(--ink)" strokeWidth={1.8} />
          </svg>
          <figcaption className="text-graphite text-[0.8rem]">
            {words}, {ends(most)}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}
