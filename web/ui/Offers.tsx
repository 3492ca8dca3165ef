import { useStore } from '@nanostores/react';
import { show, showWithUnit, unitSize, type Quantity } from '../../core/units/quantity';
import { $units } from '../state/store';

/** What was probably meant by a length, each a press away: in the other unit as it was typed, or with its point elsewhere. */
export function Offers({
  typedMm,
  meantMm,
  quantity = 'length',
  choose,
}: {
  typedMm: number;
  meantMm: readonly number[];
  quantity?: Quantity;
  choose: (mm: number) => void;
}) {
  const units = useStore($units);
  const other = units === 'metric' ? 'inch' : 'metric';
  const words = (mm: number): string => {
    // The same digits in the other unit: 20 typed as millimetres, meant as inches.
    const digits = typedMm / unitSize(quantity, units);
    return Math.abs(mm - digits * unitSize(quantity, other)) < 1e-6 * Math.abs(mm)
      ? `${Number(digits.toFixed(4))} ${other === 'inch' ? 'in' : 'mm'}`
      : showWithUnit(mm, quantity, units);
  };
  return (
    <span className="ml-1 inline-flex flex-wrap gap-1" data-testid="offers">
      {meantMm.map((mm) => (
        <button
          key={mm}
          type="button"
          className="plain-button px-1.5 py-0 text-sm font-semibold"
          title={show(mm, quantity, units)}
          onClick={() => choose(mm)}
        >
          {words(mm)}?
        </button>
      ))}
    </span>
  );
}
