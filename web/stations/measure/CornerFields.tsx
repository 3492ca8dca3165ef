import type { AxleName } from '../../../core/format/names';
import type { Vehicle } from '../../../core/format/build';
import type { Quantity } from '../../../core/units/quantity';
import { Choice } from '../../ui/choices';
import { Field } from '../../ui/Field';
import { TrackBarFields } from './PathPanel';
import { Sources } from '../devices/Sources';
import { setVehicle } from '../../state/edits';

/** Where a steered axle begins when it is first said to steer; each is to be measured. */
const FIRST_STEERING = {
  kpiDeg: 10,
  casterDeg: 3,
  kingpinMm: 80,
  kingpinForeAftMm: 0,
  lockInsideDeg: 35,
  lockOutsideDeg: 30,
};

/** Another kind of axle leaves behind what only the other one has: a measured path, a track bar. */
function takeKind(vehicle: Vehicle, axle: AxleName, kind: 'independent' | 'solid'): void {
  const { path, pathEstimated, trackBarMm, trackBarRiseMm, trackBarFrameSide, ...rest } =
    vehicle.corners[axle].suspension;
  const own = kind === 'solid' ? { trackBarMm, trackBarRiseMm, trackBarFrameSide } : { path, pathEstimated };
  const kept = Object.fromEntries(Object.entries(own).filter(([, value]) => value !== undefined));
  void setVehicle(`/corners/${axle}/suspension`, { ...rest, ...kept, kind } as never);
}

/** What rubber bushings give along the vehicle, mm each way: estimates, for want of a measurement. */
const TYPICAL_GIVE = [
  ['stiff', 0],
  ['rubber', 3],
  ['worn', 6],
] as const;

/** Steering and suspension of one corner. An arm that is left empty is taken as endlessly long: a straight path. */
export function CornerFields({ vehicle, axle }: { vehicle: Vehicle; axle: AxleName }) {
  const { steering, suspension } = vehicle.corners[axle];
  const at = `vehicle.corners.${axle}`;
  const travel = (label: string, key: string, value: number | null, empty?: string) => (
    <Field
      label={label}
      path={`${at}.suspension.${key}`}
      value={value}
      quantity="length"
      {...(empty === undefined ? {} : { empty, nullable: true })}
    />
  );
  const steer = (label: string, key: string, value: number, quantity: Quantity) => (
    <Field label={label} path={`${at}.steering.${key}`} value={value} quantity={quantity} />
  );
  return (
    <div>
      <h3 className="mb-1 text-lg font-semibold">{axle === 'front' ? 'Front' : 'Rear'} corner</h3>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        {travel('Bump travel', 'bumpMm', suspension.bumpMm)}
        {travel('Droop travel', 'droopMm', suspension.droopMm)}
        {!suspension.path && (
          <>
            {travel('Arm seen from the front', 'frontArmMm', suspension.frontArmMm, 'straight path')}
            {travel('Arm seen from the side', 'sideArmMm', suspension.sideArmMm, 'straight path')}
          </>
        )}
        {suspension.kind === 'solid' && <TrackBarFields vehicle={vehicle} axle={axle} />}
        <div>
          {travel('Bushing give, each way', 'complianceMm', suspension.complianceMm ?? null, 'not measured')}
          <p className="text-graphite text-[0.8rem]">
            typical, estimates:
            {TYPICAL_GIVE.map(([words, mm]) => (
              <button
                key={words}
                type="button"
                className="ml-1.5 underline decoration-dotted underline-offset-4"
                onClick={() => void setVehicle(`/corners/${axle}/suspension/complianceMm`, mm)}
              >
                {words}
              </button>
            ))}
          </p>
        </div>
        <Field
          label="Wheel rate, N/mm"
          path={`${at}.suspension.rateNPerMm`}
          value={suspension.rateNPerMm}
          quantity="plain"
          empty="not known"
        />
        <Choice
          label="Axle"
          value={suspension.kind}
          options={[
            ['independent', 'independent'],
            ['solid', 'solid axle'],
          ]}
          choose={(kind) => takeKind(vehicle, axle, kind)}
        />
        <Choice
          label="Steers"
          value={steering ? 'yes' : 'no'}
          options={[
            ['yes', 'yes'],
            ['no', 'no'],
          ]}
          choose={(steers) =>
            void setVehicle(`/corners/${axle}/steering`, steers === 'yes' ? FIRST_STEERING : undefined)
          }
        />
        {steering && (
          <>
            {steer('Lock inside', 'lockInsideDeg', steering.lockInsideDeg, 'angle')}
            {steer('Lock outside', 'lockOutsideDeg', steering.lockOutsideDeg, 'angle')}
            {steer('Kingpin inclination', 'kpiDeg', steering.kpiDeg, 'angle')}
            {steer('Caster', 'casterDeg', steering.casterDeg, 'angle')}
            {steer('Kingpin inboard of face', 'kingpinMm', steering.kingpinMm, 'length')}
            {steer('Kingpin forward of hub', 'kingpinForeAftMm', steering.kingpinForeAftMm, 'length')}
          </>
        )}
      </div>
      <Sources vehicle={vehicle} under={`corners.${axle}.steering`} testId="device-sources" />
    </div>
  );
}
