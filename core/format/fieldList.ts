import type { Quantity } from '../units/quantity';

/** A field of the build file as people know it. */
export type FieldWords = {
  /** What it is called wherever it stands alone: in the history, in a refusal. */
  label: string;
  /** What it is called among its own kind, where that is shorter: `Mass` in the panel of the tire. */
  short?: string;
  quantity: Quantity;
  /** What an empty field means; without it the field may not be empty. */
  empty?: string;
};

const length = (label: string, more: Partial<FieldWords> = {}): FieldWords => ({
  label,
  quantity: 'length',
  ...more,
});
const mass = (label: string, more: Partial<FieldWords> = {}): FieldWords => ({
  label,
  quantity: 'mass',
  ...more,
});
const plain = (label: string, more: Partial<FieldWords> = {}): FieldWords => ({
  label,
  quantity: 'plain',
  ...more,
});
const pressure = (label: string, more: Partial<FieldWords> = {}): FieldWords => ({
  label,
  quantity: 'pressure',
  ...more,
});
const angle = (label: string): FieldWords => ({ label, quantity: 'angle' });
const rim = (label: string, more: Partial<FieldWords> = {}): FieldWords => ({
  label,
  quantity: 'rim',
  ...more,
});
const UNKNOWN = { empty: 'not known' };
const UNMEASURED = { empty: 'not measured' };

const WHEEL: Record<string, FieldWords> = {
  diameterIn: rim('Wheel diameter', { short: 'Diameter' }),
  widthIn: rim('Wheel width', { short: 'Width' }),
  offsetMm: length('Wheel offset', { short: 'Offset' }),
  backspacingMm: length('Backspacing'),
  boreMm: length('Wheel bore', { short: 'Bore' }),
  pcdMm: length('Bolt circle'),
  studs: plain('Wheel studs'),
  seat: plain('Nut seat'),
  loadRatingKg: mass('Wheel load rating', { short: 'Load rating' }),
  massKg: mass('Wheel mass', { short: 'Mass' }),
  material: plain('Wheel material'),
  bead: plain('Bead'),
  centredBy: plain('What centres the wheel'),
  padMm: length('Wheel under the nut', UNMEASURED),
  valve: plain('Valve stem'),
  valveMaxKpa: pressure('Valve takes', UNKNOWN),
};
const TIRE: Record<string, FieldWords> = {
  code: plain('Tire code', { short: 'Sidewall code, as it is written' }),
  pattern: plain('Tread pattern', { short: 'Pattern' }),
  overallDiameterMm: length('Tire diameter', { short: 'Overall diameter' }),
  sectionWidthMm: length('Section width'),
  treadWidthMm: length('Tread width'),
  measuringRimIn: rim('Measuring rim', { empty: 'by the rule' }),
  approvedRimIn: rim('Approved rims'),
  massKg: mass('Tire mass', { short: 'Mass', ...UNKNOWN }),
  maxPressureKpa: pressure('Highest pressure', UNKNOWN),
  loadTable: plain('Load table'),
  revsPerKm: { label: 'Turns', quantity: 'turns', empty: 'from the size' },
  treadDepthMm: length('Tread when new'),
};
const LIFT: Record<string, FieldWords> = {
  springMm: length('Spring lift'),
  bracketMm: length('Bracket lift'),
  bodyMm: length('Body lift'),
  bumpStopMm: length('Bump stop lowered'),
  droopGainMm: length('Droop gain'),
  foreAftMm: length('Axle moved forward'),
  outboardMm: length('Outboard shift'),
  casterDeltaDeg: angle('Caster change'),
};
const CORNER: Record<string, FieldWords> = {
  'suspension.kind': plain('Suspension'),
  'suspension.bumpMm': length('Bump travel'),
  'suspension.droopMm': length('Droop travel'),
  'suspension.frontArmMm': length('Arm seen from the front'),
  'suspension.sideArmMm': length('Arm seen from the side'),
  'suspension.rateNPerMm': plain('Wheel rate, N/mm', UNKNOWN),
  'suspension.complianceMm': length('Bushings give'),
  'steering.kpiDeg': angle('Steering axis inclination'),
  'steering.casterDeg': angle('Caster'),
  'steering.kingpinMm': length('Kingpin inboard of the hub face'),
  'steering.kingpinForeAftMm': length('Kingpin forward'),
  'steering.lockInsideDeg': angle('Inside lock'),
  'steering.lockOutsideDeg': angle('Outside lock'),
  'obstacles.*.label': plain('Name of an obstacle', { short: 'Name' }),
  'obstacles.*.material': plain('Material'),
  'obstacles.*.role': plain('Which part'),
  'obstacles.*.carrier': plain('What carries it'),
  'obstacles.*.carrier.arm': plain('Follows the wheel by'),
  'obstacles.*.cutMm': length('May be cut or tucked'),
  'obstacles.*.tapeErrorMm': length('Tape accuracy ±'),
  'obstacles.*.movableMm': length('May be moved by'),
  'obstacles.*.removable': plain('May be taken off'),
  'obstacles.*.points': length('Measured points'),
  'obstacles.*.estimated': plain('Estimated points'),
  'obstacles.*.side': plain('Side'),
  obstacles: plain('Obstacles'),
  measured: plain('Readings'),
};

const under = (prefix: string, list: Record<string, FieldWords>): [string, FieldWords][] =>
  Object.entries(list).map(([key, words]) => [`${prefix}.${key}`, words]);
/** The same words for a thing of the vehicle as it was delivered. */
const stock = (list: Record<string, FieldWords>): Record<string, FieldWords> =>
  Object.fromEntries(
    Object.entries(list).map(([key, { short: _short, ...words }]) => [
      key,
      { ...words, label: `${words.label} as delivered` },
    ]),
  );

/** Every field that a person changes, by its place in the build file; `*` stands for any one step of the way. */
export const FIELDS: Readonly<Record<string, FieldWords>> = Object.fromEntries([
  ...under('package.tire', TIRE),
  ...under('package.wheel', WHEEL),
  ...under('package.lift.*', LIFT),
  ...under('vehicle.stock.tire', stock(TIRE)),
  ...under('vehicle.stock.wheel', stock(WHEEL)),
  ...under('vehicle.corners.*', CORNER),
  ...under('package', {
    label: plain('Name of this stage'),
    spacerMm: length('Spacer'),
    spacerKind: plain('Kind of spacer'),
    'sagMm.*': length('Sag'),
    cuts: plain('Decided cuts'),
    moves: plain('Moved parts'),
    removed: plain('Parts taken off'),
    'envelopes.*.aboveMm': length('Over the tread'),
    'envelopes.*.besideMm': length('Beside the sidewall'),
    'envelopes.*.lockDeg': { label: 'Lock with it', quantity: 'angle', empty: 'all' },
    'envelopes.*.kmh': { label: 'Speed with it', quantity: 'speed', empty: 'not said' },
    envelopes: plain('Chains and mud'),
    'cuts.*.depthMm': length('Cut depth'),
    lockStopDeg: { label: 'Lock stop, inside wheel', quantity: 'angle', empty: 'as delivered' },
    axleRatio: plain('Axle ratio', { short: 'Axle ratio of this stage' }),
    'pressureKpa.*': pressure('Pressure'),
    addedMass: plain('Added loads'),
    'addedMass.*.label': plain('Name of an added load'),
    'addedMass.*.massKg': mass('Added mass'),
    'addedMass.*.behindFrontAxleMm': length('Place of an added load'),
    'addedMass.*.heightMm': length('Height of an added load'),
    chalk: plain('Chalk tests'),
    pressureSensor: plain('Pressure sensor'),
    centringRing: plain('Centring ring'),
  }),
  ...under('use', {
    zone: plain('Zone'),
    zoneLimits: plain('Zone of the shop'),
    rub: plain('Rub policy'),
    marginMm: length('Margin'),
    tire: plain('Tire that decides'),
    rideSpreadMm: length('Ride height sure to ±'),
    cruiseKmh: { label: 'Cruising speed', quantity: 'speed', ...UNKNOWN },
    topKmh: { label: 'Top speed', quantity: 'speed', ...UNKNOWN },
    comfortRpm: plain('Comfortable rpm', { empty: 'not set' }),
    style: plain('Driving style'),
    fuse: plain('The part that gives first'),
    rules: plain('Rules of the place'),
  }),
  ...under('vehicle', {
    label: plain('Name of the vehicle', { short: 'Name' }),
    kind: plain('Kind of vehicle'),
    wheelbaseMm: length('Wheelbase'),
    'trackMm.*': length('Track'),
    'massKg.*': mass('Axle load'),
    'ratingsKg.front': mass('Axle rating', UNKNOWN),
    'ratingsKg.rear': mass('Axle rating', UNKNOWN),
    'ratingsKg.gross': mass('Gross rating', UNKNOWN),
    cgHeightMm: length('Centre of gravity height', UNKNOWN),
    'hub.pcdMm': length('Hub bolt circle'),
    'hub.boreMm': length('Hub bore'),
    'hub.studs': plain('Hub studs'),
    'hub.thread': plain('Stud thread'),
    'hub.studLengthMm': length('Stud length', UNMEASURED),
    'hub.seat': plain('Hub seat'),
    minRimIn: rim('Smallest rim over brakes'),
    'stock.axleRatio': plain('Axle ratio as delivered', { short: 'Axle ratio' }),
    powertrain: plain('Engine and gears'),
    axles: plain('Axle parts'),
    'placardKpa.*': pressure('Placard pressure', UNKNOWN),
    speedSensor: plain('Where speed is counted'),
    stockOverreadPct: plain('Over-reads as delivered, %', { empty: 'not read' }),
    underside: plain('Low points'),
    'heightsMm.*': length('Height over the ground', UNMEASURED),
    'overhangMm.*': length('Overhang', UNMEASURED),
    readings: plain('Readings of devices'),
    'spare.place': plain('Where the spare is carried'),
    'spare.diameterMm': length('Circle free for the spare', UNMEASURED),
    'spare.depthMm': length('Depth free for the spare', UNMEASURED),
    'spare.ratedKg': mass('Rating of the carrier', UNKNOWN),
    'spare.clearMm': length('Height of the spare', UNMEASURED),
    assistance: plain('Driver assistance'),
  }),
  ...under('job', {
    title: plain('Title of the job'),
    status: plain('Where the job is'),
    placedBy: plain('What its place follows from'),
    waitsFor: plain('What the job waits for'),
    platform: plain('Which body it is'),
  }),
]);

const PATTERNS = Object.entries(FIELDS).map(([pattern, words]) => ({ keys: pattern.split('.'), words }));

/**
 * The words for a place of the build file, and the axle that it belongs to. A place inside of a field that is listed whole (a
 * point, a rule) is called as the field; undefined where no field is near.
 */
export function fieldOf(path: string): (FieldWords & { axle?: 'front' | 'rear' }) | undefined {
  const keys = path.split('.');
  const fits = ({ keys: pattern }: (typeof PATTERNS)[number]): boolean =>
    pattern.length <= keys.length && pattern.every((key, i) => key === '*' || key === keys[i]);
  const [best] = PATTERNS.filter(fits).sort((a, b) => b.keys.length - a.keys.length);
  if (!best) return undefined;
  const axle = keys.find((key) => key === 'front' || key === 'rear');
  return { ...best.words, ...(axle ? { axle } : {}) };
}
