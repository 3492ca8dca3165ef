import { useStore } from '@nanostores/react';
import type { Build } from '../../../core/format/build';
import { showRounded, showWithUnit } from '../../../core/units/quantity';
import { GradeMark } from '../../drawings/GradeMark';
import { usePhotographed } from '../../state/photographed';
import { $assessment, $axle, $units } from '../../state/store';
import { useLocked } from '../../state/useLocked';
import { decidingLeast } from '../../../core/clearance/decidingLeast';
import type { Fit } from '../../../core/clearance/fit';
import { grownDecides } from '../../../core/tire/grown';
import { labelOf } from '../../../core/verdict';
import { useKept } from '../../state/kept';
import { BelowFold } from '../../ui/BelowFold';
import { Segments } from '../../ui/choices';
import { fetched, later } from '../../ui/later';
import { BenchPane } from './BenchPane';
import { CutList } from './CutList';
import { FitControls } from './FitControls';
import { MapPane } from './MapPane';
import { RUB_WORDS } from './policies';
import { SectionPane } from './SectionPane';
import { FitTable } from './FitTable';
import { useSettled } from '../../state/useSettled';
import { useCorner } from './useCorner';

/** Asked for with the first look: nobody waits for it who draws on the bench. */
const Space = later('the corner in space', async () => (await import('./SpacePane')).SpacePane, '31rem');

const Photograph = later(
  'the photograph',
  async () => (await import('./PhotographPane')).PhotographPane,
  '31rem',
);

type Drawing = 'bench' | 'corner' | 'photo';

/** Asked for when somebody looks for it, below the answer. */
const LoadTable = fetched(
  'Under load',
  async () => (await import('./LoadTable')).LoadTable,
  <div className="min-h-[14rem]" />,
);
const CurePane = fetched('What would free it', async () => (await import('./CurePane')).CurePane);
const Together = later('changes together', async () => (await import('./TogetherPane')).TogetherPane, '6rem');

/** The three drawings with one shared pose, and beside them what touches and what it takes. */
export function FitStation({ build }: { build: Build }) {
  const axle = useStore($axle);
  const locked = useLocked();
  const { corner, profile, stock, named } = useCorner(build, axle);
  const still = useSettled(build);
  const [kept, setDrawing] = useKept<Drawing>('fit.drawing', 'bench');
  const photographed = usePhotographed(axle);
  const drawing = kept === 'photo' && !photographed ? 'bench' : kept;
  const shared = { build, corner, profile, stock, named, locked };
  return (
    <section id="fit" aria-labelledby="fit-title" className="station">
      <FitControls build={build} corner={corner} />
      <div className="grid gap-x-4 gap-y-2 md:grid-cols-2 xl:grid-cols-[minmax(0,0.72fr)_minmax(0,1fr)] print:grid-cols-2">
        <div className="min-w-0">
          <Segments
            label="Drawing"
            value={drawing}
            options={[
              ['bench', 'Bench'],
              ['corner', 'In space'],
              ...(photographed ? ([['photo', 'Photograph']] as const) : []),
            ]}
            choose={setDrawing}
          />
          {drawing === 'bench' && <BenchPane {...shared} />}
          {drawing === 'corner' && <Space {...shared} />}
          {drawing === 'photo' && <Photograph {...shared} />}
        </div>
        <div className="flex min-w-0 flex-col gap-1">
          <div className="grid gap-x-4 xl:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
            <div>
              <h3 className="caption">Wheel’s-eye section, {axle} · dash-dot: as delivered</h3>
              <SectionPane {...shared} />
            </div>
            <Answer build={build} steers={corner.corner.steering !== undefined} />
          </div>
          <h3 className="caption">
            Lock and travel map · hard line: contact, dashed: margin, dash-dot: zone
          </h3>
          <MapPane corner={corner} named={named} marginMm={build.use.marginMm} />
        </div>
      </div>
      <Touches build={build} locked={locked} />
      <BelowFold>
        <Together build={build} locked={locked} />
        <LoadTable build={still} />
        <CurePane build={still} axle={axle} />
      </BelowFold>
    </section>
  );
}

/** The grade, the least gap and what goes with it. */
function Answer({ build, steers }: { build: Build; steers: boolean }) {
  const units = useStore($units);
  const axle = useStore($axle);
  const fit = useStore($assessment)?.assessment.fit[axle];
  if (!fit) return null;
  return (
    <div className="flex flex-col gap-1 pt-4">
      <p
        className="font-tight flex flex-wrap items-baseline gap-x-3 text-lg font-semibold"
        data-testid="fit-grade"
      >
        <GradeMark grade={fit.grade} />
        <span className="text-graphite text-base font-medium">
          {axle}, least {showWithUnit(decidingLeast(fit, build.use).leastClearanceMm, 'length', units)}
          {grownDecides(build.use) && ' with the tire grown'}
          {steers &&
            ` · usable lock at ride height ${fit.usableLockDeg.inside.toFixed(1)}° inside, ${fit.usableLockDeg.outside.toFixed(1)}° outside`}
        </span>
      </p>
      {grownDecides(build.use) && (
        <p className="text-graphite text-[0.9rem]">
          The gaps below are those of the tire as it is sold; what would free it is for the tire grown in
          service.
        </p>
      )}
      <Sureness build={build} fit={fit} />
      <Legend />
    </div>
  );
}

function Touches({ build, locked }: { build: Build; locked: boolean }) {
  const axle = useStore($axle);
  const fit = useStore($assessment)?.assessment.fit[axle];
  if (!fit) return <div className="mt-1 min-h-[16rem]" aria-hidden />;
  return (
    <div className="mt-1">
      <FitTable build={build} axle={axle} fit={fit} locked={locked} />
      <CutList build={build} axle={axle} locked={locked} />
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
    <ul className="flex flex-col gap-y-0.5 text-[0.9rem] leading-tight" data-testid="fit-facts">
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
      <li data-testid="grown">
        Grown in service as UN R30 allows (4 % wider and taller):{' '}
        <b className="font-semibold">{fit.grown.grade}</b>, least {say(fit.grown.leastClearanceMm)}{' '}
        {labelOf(build, axle, fit.grown.at.obstacle)}
      </li>
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
    <p className="text-graphite flex flex-wrap gap-x-4 text-[0.85rem]">
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
      <span>empty: free in every pose of the zone</span>
    </p>
  );
}
