import type { UnitSystem } from '../units/quantity';

/** After how far the wheel nuts are torqued again: what tire and wheel makers commonly say, a round figure in either unit. */
export const RETORQUE: Record<UnitSystem, string> = { metric: '50 to 100 km', inch: '30 to 60 miles' };
