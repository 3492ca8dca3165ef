import type { Starter } from '../core/format/starter';

/** What a person enters to begin a vehicle that is not measured yet. */
export const START: Starter = {
  label: 'Corvane Tull',
  kind: 'suv',
  tireCode: '245/75R16 111S',
  rimWidthIn: 7,
  offsetMm: 30,
  studs: 6,
  pcdMm: 139.7,
  boreMm: 106.1,
  wheelbaseMm: 2750,
  trackMm: 1600,
  massFrontKg: 1050,
  massRearKg: 950,
  axle: 'independent',
  shape: 'round',
};
