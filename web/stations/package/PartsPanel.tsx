import { AXLES } from '../../../core/format/names';
import type { Build, Obstacle } from '../../../core/format/build';
import { setStage } from '../../state/edits';
import { NumberField } from '../../ui/NumberField';

const WAYS = ['forward', 'out', 'up'] as const;

/** Parts that may be set elsewhere or taken off, each once: a part that both corners name is one part. */
function partsThatGive({ vehicle }: Build): Obstacle[] {
  const all = AXLES.flatMap((axle) => vehicle.corners[axle].obstacles);
  return all.filter(
    (part, i) =>
      ((part.movableMm ?? 0) > 0 || part.removable === true) &&
      all.findIndex(({ id }) => id === part.id) === i,
  );
}

/** What the package moves and takes off: a bumper spaced forward, a flap left out. What may be is said where it is measured. */
export function PartsPanel({ build, locked }: { build: Build; locked: boolean }) {
  const parts = partsThatGive(build);
  const { moves, removed } = build.package;
  const move = (id: string, axis: number, mm: number) => {
    const before = moves.find(({ obstacle }) => obstacle === id)?.byMm ?? [0, 0, 0];
    const byMm = before.map((old, i) => (i === axis ? mm : old));
    const others = moves.filter(({ obstacle }) => obstacle !== id);
    const next = byMm.some((one) => one !== 0) ? [...others, { obstacle: id, byMm }] : others;
    return setStage('/package/moves', next.length > 0 ? next : undefined);
  };
  const takeOff = (id: string, off: boolean): void => {
    const next = off ? [...removed, id] : removed.filter((one) => one !== id);
    // What is taken off stands nowhere else.
    if (off && moves.some(({ obstacle }) => obstacle === id)) for (const axis of [0, 1, 2]) move(id, axis, 0);
    void setStage('/package/removed', next.length > 0 ? next : undefined);
  };
  return (
    <div className="mt-4" data-testid="parts">
      <h3 className="mb-1 text-lg font-semibold">Parts moved or taken off</h3>
      {parts.length === 0 ? (
        <p className="text-graphite text-[0.92rem]">
          Nothing of this vehicle is said to be movable or removable. Which parts are, and how far, stands
          with each obstacle on Measure.
        </p>
      ) : (
        <table className="w-full max-w-[52rem] text-[0.92rem]">
          <thead>
            <tr className="caption border-ink border-b text-left">
              <th className="py-1">Part</th>
              {WAYS.map((way) => (
                <th key={way}>{way}</th>
              ))}
              <th>Taken off</th>
            </tr>
          </thead>
          <tbody>
            {parts.map(({ id, label, movableMm = 0, removable }) => {
              const name = label || id;
              const off = removed.includes(id);
              const by = moves.find(({ obstacle }) => obstacle === id)?.byMm ?? [0, 0, 0];
              return (
                <tr key={id} className="border-line border-b align-top" data-part={id}>
                  <th scope="row" className="py-1 pr-3 text-left font-semibold">
                    {name}
                  </th>
                  {WAYS.map((way, axis) => (
                    <td key={way} className="w-36 pr-2">
                      {movableMm > 0 && (
                        <NumberField
                          hideLabel
                          label={`${name}, ${way}`}
                          quantity="length"
                          path={`package.moves.${moves.findIndex(({ obstacle }) => obstacle === id)}.byMm`}
                          value={by[axis]}
                          take={(mm) => move(id, axis, mm ?? 0)}
                          disabled={locked || off}
                        />
                      )}
                    </td>
                  ))}
                  <td className="py-1">
                    {removable && (
                      <label className="flex min-h-6 items-center gap-2">
                        <input
                          type="checkbox"
                          checked={off}
                          disabled={locked}
                          onChange={(event) => takeOff(id, event.currentTarget.checked)}
                        />
                        off
                      </label>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
    </div>
  );
}
