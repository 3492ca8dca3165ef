import type { AxleName, Vehicle } from '../../../core/build';
import type { Quantity } from '../../../core/units/quantity';
import { NumberField } from '../controls/NumberField';
import { setVehicle } from '../sheet/edits';

/** Steering and suspension of one corner. An arm that is left empty is taken as endlessly long: a straight path. */
export function CornerFields({ vehicle, axle }: { vehicle: Vehicle; axle: AxleName }) {
  const { steering, suspension } = vehicle.corners[axle];
  const number = (
    label: string,
    group: 'steering' | 'suspension',
    key: string,
    value: number | null,
    quantity: Quantity,
    empty?: string,
  ) => (
    <NumberField
      key={`${axle}-${key}`}
      label={label}
      path={`vehicle.corners.${axle}.${group}.${key}`}
      quantity={quantity}
      value={value ?? undefined}
      take={(next) => setVehicle(`/corners/${axle}/${group}/${key}`, next ?? null)}
      {...(empty === undefined ? {} : { empty })}
    />
  );
  return (
    <div>
      <h3 className="mb-1 text-lg font-semibold">
        {axle === 'front' ? 'Front' : 'Rear'} corner{' '}
        <span className="text-graphite text-base font-normal">
          {suspension.kind === 'solid' ? 'solid axle' : 'independent'}
        </span>
      </h3>
      <div className="grid grid-cols-2 gap-x-3 gap-y-1.5">
        {number('Bump travel', 'suspension', 'bumpMm', suspension.bumpMm, 'length')}
        {number('Droop travel', 'suspension', 'droopMm', suspension.droopMm, 'length')}
        {number(
          'Arm seen from the front',
          'suspension',
          'frontArmMm',
          suspension.frontArmMm,
          'length',
          'straight path',
        )}
        {number(
          'Arm seen from the side',
          'suspension',
          'sideArmMm',
          suspension.sideArmMm,
          'length',
          'straight path',
        )}
        {steering && (
          <>
            {number('Lock inside', 'steering', 'lockInsideDeg', steering.lockInsideDeg, 'angle')}
            {number('Lock outside', 'steering', 'lockOutsideDeg', steering.lockOutsideDeg, 'angle')}
            {number('Kingpin inclination', 'steering', 'kpiDeg', steering.kpiDeg, 'angle')}
            {number('Caster', 'steering', 'casterDeg', steering.casterDeg, 'angle')}
            {number('Kingpin inboard of face', 'steering', 'kingpinMm', steering.kingpinMm, 'length')}
            {number(
              'Kingpin forward of hub',
              'steering',
              'kingpinForeAftMm',
              steering.kingpinForeAftMm,
              'length',
            )}
          </>
        )}
      </div>
      {!steering && <p className="text-graphite mt-1">This axle does not steer.</p>}
    </div>
  );
}
