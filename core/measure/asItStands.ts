import { NO_LIFT } from '../vehicle/asDelivered';

/** A corner swept in one pose only: as delivered, without a stop, whatever the zone. */
export const AS_IT_STANDS = {
  lift: { front: NO_LIFT, rear: NO_LIFT },
  sagMm: { front: 0, rear: 0 },
  moves: [],
  removed: [],
  lockStopDeg: undefined,
  grid: { lock: 1, travel: 2 },
  zone: 'all' as const,
  zoneLimits: undefined,
};
