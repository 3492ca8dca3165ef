import type { Build } from '../format/build';
import { grownDecides } from '../tire/grown';
import type { Fit } from './fit';

/** The least clearance of the tire that decides the grade, and where it is. */
export const decidingLeast = (fit: Fit, use: Build['use']): Pick<Fit, 'leastClearanceMm' | 'at'> =>
  grownDecides(use) ? fit.grown : fit;
