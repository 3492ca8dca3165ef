import { atom } from 'nanostores';
import type { UnitSystem } from '../../core/units/quantity';

/** In which units the person reads; what is stored is metric. */
export const $units = atom<UnitSystem>('metric');
