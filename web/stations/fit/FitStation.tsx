import { useStore } from '@nanostores/react';
import type { Build } from '../../../core/format/build';
import { showRounded, showWithUnit } from '../../../core/units/quantity';
import { GradeMark } from '../../drawings/GradeMark';
import { $assessment, $axle, $locked, $units } from '../../state/store';
import type { Fit } from '../../../core/clearance/fit';
import { labelOf } from '../../../core/verdict';
import { BenchPane } from './BenchPane';
import { CurePane } from './CurePane';
import { CutList } from './CutList';
import { FitControls } from './FitControls';
import { LoadTable } from './LoadTable';
import { MapPane } from './MapPane';
import { RUB_WORDS } from './policies';
import { SectionPane } from './SectionPane';
import { TouchTable } from './TouchTable';
import { useSettled } from '../../state/useSettled';
import { useCorner } from './useCorner';

/** The three drawings with one shared pose, and beside them what touches and what it takes. */
export function FitStation({ build }: { build: Build }) {
  const axle = useStore($axle);
  const locked = useStore($locked);
  const { corner, profile, stock, named } = useCorner(build, axle);
  const still = useSettled(build);
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
      <CurePane build={still} axle={axle} locked={locked} />
    </section>
  );
}

function Touches({ build, steers, locked }: { build: Build; steers: boolean; locked: boolean }) {
  const units = useStore($units);
  const axle = useStore($axle);
  const judged = useStore($assessment);
  const still = useSettled(build);
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
      <TouchTable build={build} axle={axle} fit={fit} />
      <Sureness build={build} fit={fit} />
      <CutList build={build} axle={axle} locked={locked} />
      <LoadTable build={still} />
    </div>
  );
}

/** The rub policy, turning circle, and the two ways that bushings give, beside the grade that they are part of. */
function Sureness({ build, fit }: { build: Build; fit: Fit }) {
  const units = useStore($units);
  const axle = useStore($axle);
  const say = (mm: number): string => showRounded(mm, 'length', units);
  const circle = (m: number): string =>
    units === 'metric' ? `${m.toFixed(1)} m` : `${(m / 0.3048).toFixed(1)} ft`;
  const { turningCircleM: turn, direction } = fit;
  return (
    <ul className="mt-1 flex flex-wrap gap-x-5 text-[0.92rem]" data-testid="fit-facts">
      <li>
        Rub policy: <b className="font-semibold">{RUB_WORDS[build.use.rub]}</b>
      </li>
      {turn && (
        <li data-testid="turning-circle">
          Turning circle, kerb to kerb: {circle(turn.asDelivered)} as delivered,{' '}
          <b className="font-semibold">{circle(turn.package)}</b> now
          {turn.usable !== undefined &&
            turn.usable > turn.package + 0.05 &&
            `, ${circle(turn.usable)} with the lock that is free`}
        </li>
      )}
      {direction && (
        <li data-testid="directions">
          {(['driving', 'braking'] as const).map((way) => (
            <span key={way} className="mr-4">
              {way === 'driving' ? 'Driving forward' : 'Braking, reversing'}:{' '}
              <b className="font-semibold">{say(direction[way].leastClearanceMm)}</b>{' '}
              {labelOf(build, axle, direction[way].obstacle)}
            </span>
          ))}
        </li>
      )}
    </ul>
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
