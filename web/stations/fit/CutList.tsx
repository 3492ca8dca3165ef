import { Trash2 } from 'lucide-react';
import type { AxleName } from '../../../core/format/names';
import type { Build } from '../../../core/format/build';
import { labelOf } from '../../../core/verdict';
import { NumberField } from '../../ui/NumberField';
import { setStage } from '../../state/edits';

type Props = { build: Build; axle: AxleName; locked: boolean };

/** The trimming of this stage that is decided, each depth to be changed or taken back. */
export function CutList({ build, axle, locked }: Props) {
  const { cuts } = build.package;
  const here = cuts.filter(({ obstacle }) =>
    build.vehicle.corners[axle].obstacles.some(({ id }) => id === obstacle),
  );
  if (here.length === 0) return null;
  return (
    <div className="mt-2" data-testid="cuts">
      <h4 className="caption">
        Trimming decided at the {axle}: eyes, hands and lungs protected; no fuel or wiring behind the metal
      </h4>
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {here.map((cut) => {
          const index = cuts.indexOf(cut);
          const name = labelOf(build, axle, cut.obstacle);
          return (
            <li key={cut.obstacle} className="flex items-start gap-2">
              <span className="pt-1.5">{name}</span>
              <span className="w-28">
                <NumberField
                  hideLabel
                  label={`Cut depth, ${name}`}
                  quantity="length"
                  path={`package.cuts.${index}.depthMm`}
                  value={cut.depthMm}
                  take={(mm) => setStage(`/package/cuts/${index}/depthMm`, mm)}
                  disabled={locked}
                />
              </span>
              <button
                type="button"
                className="px-1 py-1.5"
                aria-label={`Take back the cut of the ${name}`}
                disabled={locked}
                onClick={() =>
                  setStage(
                    '/package/cuts',
                    cuts.filter((one) => one !== cut),
                  )
                }
              >
                <Trash2 size={15} aria-hidden />
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
