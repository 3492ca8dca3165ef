import type { Json } from '../../core/history/diff';
import { fieldOf } from '../../core/format/fieldList';
import type { Quantity } from '../../core/units/quantity';
import { setStage, setVehicle } from '../state/edits';
import { useWhyNot } from '../state/person';
import type { Edited } from '../state/store';
import { NumberField } from './NumberField';

type Props = {
  /** Dots from the top of the build file: `package.tire.massKg`. What it is called, its quantity and what it means when it is empty stand in the list of fields. */
  path: string;
  value: number | null | undefined;
  /** Where a panel calls it otherwise than the list does. */
  label?: string;
  quantity?: Quantity;
  /** What an empty field means here; it is then left out of the file, or written as null where `nullable`. */
  empty?: string;
  nullable?: boolean;
  disabled?: boolean;
  step?: number;
  hideLabel?: boolean;
  /** Puts the value elsewhere than at its path: for what stands in an object that may not be there yet. */
  put?: (value: number | undefined) => Edited;
};

/** A number that stands at one place of the build file, in the vehicle or in the stage. */
export function Field({ path, value, nullable, put: own, label, quantity, empty, disabled, ...rest }: Props) {
  const field = fieldOf(path);
  const name = field?.short ?? field?.label ?? path;
  const [top = '', ...keys] = path.split('.');
  const why = useWhyNot(top === 'vehicle' ? 'bench' : 'plan');
  const put = (next: number | undefined) => {
    const to: Json | undefined = next ?? (nullable ? null : undefined);
    return top === 'vehicle'
      ? setVehicle(`/${keys.join('/')}`, to)
      : setStage(`/${[top, ...keys].join('/')}`, to);
  };
  const said = empty ?? field?.empty;
  return (
    <NumberField
      disabled={why !== null || disabled === true}
      path={path}
      value={value ?? undefined}
      take={own ?? put}
      label={label ?? (field?.axle ? `${name}, ${field.axle}` : name)}
      quantity={quantity ?? field?.quantity ?? 'plain'}
      {...(said === undefined ? {} : { empty: said })}
      {...rest}
    />
  );
}
