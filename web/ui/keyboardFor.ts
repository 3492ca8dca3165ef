import type { Quantity, UnitSystem } from '../../core/units/quantity';

/** Which keyboard a phone shows for a quantity: those for numbers have no stroke, and inches are typed as `13/16`. */
export const keyboardFor = (quantity: Quantity, units: UnitSystem): 'text' | 'decimal' =>
  quantity === 'length' && units === 'inch' ? 'text' : 'decimal';
