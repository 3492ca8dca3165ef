import type { Json } from '../../core/history/diff';
import type { Quantity } from '../../core/units/quantity';
import { setStage, setVehicle } from '../state/edits';
import type { Edited } from '../state/store';
import { NumberField } from './NumberField';

type Props = {
  label: string;
  /** Dots from the top of the build file: `package.tire.massKg`. */
  path: string;
  value: number | null | undefined;
  quantity: Quantity;
  /** What an empty field means; it is then left out of the file, or written as null where `nullable`. */
  empty?: string;
  nullable?: boolean;
  disabled?: boolean;
  step?: number;
  hideLabel?: boolean;
  /** Puts the value elsewhere than at its path: for what stands in an object that may not be there yet. */
  put?: (value: number | undefined) => Edited;
};

/** A number that stands at one place of the build file, in the vehicle or in the stage. */
export function Field({ path, value, nullable, put: own, ...rest }: Props) {
  const [top = '', ...keys] = path.split('.');
  const put = (next: number | undefined) => {
    const to: Json | undefined = next ?? (nullable ? null : undefined);
    return top === 'vehicle'
      ? setVehicle(`/${keys.join('/')}`, to)
      : setStage(`/${[top, ...keys].join('/')}`, to);
  };
  return <NumberField path={path} value={value ?? undefined} take={own ?? put} {...rest} />;
}
