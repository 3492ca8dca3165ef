import { useStore } from '@nanostores/react';
import { computed } from 'nanostores';
import type { Build } from '../../../core/build';
import { showWithUnit } from '../../../core/units/quantity';
import { GradeMark } from '../../drawings/GradeMark';
import { $active, $assessment, $axle, $cures, $units } from '../sheet/store';
import { BenchPane } from './BenchPane';
import { CutList } from './CutList';
import { FitControls } from './FitControls';
import { MapPane } from './MapPane';
import { SectionPane } from './SectionPane';
import { TouchTable } from './TouchTable';
import { useCorner } from './useCorner';

const $locked = computed($active, (stage) => stage?.position === 0);

/** The three drawings with one shared pose, and beside them what touches and what it takes. */
export function FitStation({ build }: { build: Build }) {
  const axle = useStore($axle);
  const locked = useStore($locked);
  const { corner, profile, stock, named } = useCorner(build, axle);
  const shared = { build, corner, profile, stock, named, locked };
  return (
    <section id="fit" aria-labelledby="fit-title" className="station">
      <FitControls build={build} corner={corner} />
      <div className="grid grid-cols-[minmax(0,1.06fr)_minmax(0,1fr)] gap-x-4">
        <BenchPane {...shared} />
        <div className="flex flex-col gap-2">
          <h3 className="caption">Wheel’s-eye section, {axle} · dash-dot: as delivered</h3>
          <SectionPane {...shared} />
          <Legend />
        </div>
      </div>
      <div className="mt-3 grid grid-cols-[minmax(0,1fr)_minmax(0,1.35fr)] gap-x-4 print:grid-cols-[minmax(0,1fr)_minmax(0,2fr)]">
        <div>
          <h3 className="caption">
            Lock and travel map · hard line: contact, dashed: margin, dash-dot: zone
          </h3>
          <MapPane corner={corner} named={named} marginMm={build.use.marginMm} />
        </div>
        <Touches build={build} steers={corner.corner.steering !== undefined} locked={locked} />
      </div>
    </section>
  );
}

function Touches({ build, steers, locked }: { build: Build; steers: boolean; locked: boolean }) {
  const units = useStore($units);
  const axle = useStore($axle);
  const judged = useStore($assessment);
  const cures = useStore($cures);
  const fit = judged?.assessment.fit[axle];
  if (!fit) return null;
  return (
    <div>
      <p className="font-tight mb-1 flex items-baseline gap-3 text-lg font-semibold" data-testid="fit-grade">
        <GradeMark grade={fit.grade} />
        <span className="text-graphite text-base font-medium">
          {axle}, least {showWithUnit(fit.leastClearanceMm, 'length', units)}
          {steers &&
            ` · usable lock at ride height ${fit.usableLockDeg.inside.toFixed(1)}° inside, ${fit.usableLockDeg.outside.toFixed(1)}° outside`}
        </span>
      </p>
      <TouchTable
        build={build}
        axle={axle}
        fit={fit}
        cures={cures?.build === build ? cures.cures : null}
        locked={locked}
      />
      <CutList build={build} axle={axle} locked={locked} />
    </div>
  );
}

function Legend() {
  const swatch = 'inline-block h-3.5 w-6 align-[-2px] mr-1.5';
  const hatching = 'repeating-linear-gradient(135deg, var(--hatch) 0 2px, transparent 2px 5px)';
  return (
    <p className="text-graphite flex gap-5 text-[0.85rem]">
      <span>
        <i className={swatch} style={{ background: 'var(--movable)' }} />
        liner, plastic
      </span>
      <span>
        <i className={swatch} style={{ background: 'var(--metal)' }} />
        sheet, seam
      </span>
      <span>
        <i className={swatch} style={{ background: hatching }} />
        never cut
      </span>
      <span>white: free in every pose of the zone</span>
    </p>
  );
}
