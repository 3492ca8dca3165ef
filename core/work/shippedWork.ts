import type { z } from 'zod';
import type { Per } from '../format/triggers';
import { workRulesSchema, type WorkRule, type workRuleSchema } from '../format/workRules';

type Row = Omit<z.input<typeof workRuleSchema>, 'labour'> & {
  labour?: Omit<z.input<typeof workRuleSchema>['labour'] & object, 'per'> & { per?: Per };
};

const rows: Row[] = [
  {
    id: 'take-in',
    when: 'always',
    label: 'Take in: photos, odometer, marks of what was there',
    labour: { minutes: 30 },
  },
  {
    id: 'raise',
    when: 'always',
    caution:
      'Rated jack, stands on the maker’s points, wheels chocked; never on a differential cover, never under a vehicle on a jack alone.',
    label: 'Raise on the maker’s points, wheels off',
    labour: { minutes: 30, after: ['take-in'] },
  },
  {
    id: 'springs',
    when: 'spring',
    caution: 'Springs store energy: the maker’s compressor and order of work, by somebody qualified.',
    label: 'Springs and dampers',
    part: { label: 'Springs and dampers, pair', per: 'axle', item: 'lift' },
    labour: { minutes: 150, per: 'axle', skill: 'suspension', after: ['raise'] },
  },
  {
    id: 'brackets',
    when: 'bracket',
    caution:
      'Steering, brake and suspension work belongs to qualified people; torque at ride height to the maker’s figures.',
    label: 'Suspension brackets',
    part: { label: 'Bracket kit', per: 'axle', item: 'lift' },
    labour: { minutes: 300, per: 'axle', skill: 'suspension', after: ['raise', 'springs'] },
  },
  {
    id: 'brake-lines',
    when: 'bracket',
    caution: 'Brake work belongs to qualified people; bled and tested before it moves.',
    label: 'Longer brake lines, where full droop pulls them tight',
    perhaps: true,
    part: { label: 'Brake lines, pair', per: 'axle' },
    labour: { minutes: 90, per: 'axle', skill: 'brakes', after: ['brackets'] },
  },
  {
    id: 'shaft-angles',
    when: 'ride-height',
    label: 'Drive shaft angles measured, wedges where they ask for it',
    perhaps: true,
    part: { label: 'Wedges or shaft spacer', per: 'axle' },
    labour: { minutes: 60, per: 'axle', skill: 'axle', after: ['springs', 'brackets'] },
  },
  {
    id: 'body-blocks',
    when: 'body',
    caution:
      'Seat-belt, airbag and steering-shaft mounts are left as the maker made them; ask where one is in the way.',
    label: 'Body blocks and longer bolts; steering shaft, filler and wires looked at',
    part: { label: 'Body block kit', per: 'job', item: 'lift' },
    labour: { minutes: 420, per: 'job', skill: 'suspension', after: ['raise'] },
  },
  {
    id: 'gear-set',
    when: 'ratio',
    label: 'Ring and pinion',
    part: { label: 'Ring and pinion', per: 'axle', item: 'gears' },
  },
  {
    id: 'gear-bearings',
    when: 'ratio',
    label: 'Bearings, seals and break-in oil',
    part: { label: 'Bearing and seal kit, oil', per: 'axle' },
  },
  {
    id: 'carrier',
    when: 'ratio',
    label: 'Another carrier, where the old one does not take the ratio: ask the axle’s maker',
    perhaps: true,
    part: { label: 'Differential carrier', per: 'axle' },
  },
  {
    id: 'ratio',
    when: 'ratio',
    caution: 'Axle work belongs to qualified people; carrier limits are the axle maker’s.',
    label: 'Set up the ratio, pattern checked, in every driven axle',
    labour: {
      minutes: 420,
      per: 'axle',
      skill: 'axle',
      after: ['gear-set', 'gear-bearings', 'carrier', 'raise'],
    },
  },
  { id: 'tires', when: 'tire', label: 'Tires', part: { label: 'Tire', per: 'wheel', item: 'tire' } },
  {
    id: 'spare',
    when: 'tire-size',
    label: 'A spare of the same size, and whether its place holds it',
    part: { label: 'Tire for the spare', per: 'job', item: 'tire' },
  },
  { id: 'wheels', when: 'wheel', label: 'Wheels', part: { label: 'Wheel', per: 'wheel', item: 'wheel' } },
  {
    id: 'nuts',
    when: 'wheel',
    label: 'Nuts for the seat of the wheels',
    part: { label: 'Wheel nut', per: 'stud', item: 'nuts' },
  },
  {
    id: 'mount',
    when: 'tire',
    label: 'Mount and balance',
    labour: { minutes: 20, per: 'wheel', inBay: false, after: ['tires', 'spare', 'wheels', 'take-in'] },
  },
  {
    id: 'spacers',
    when: 'spacer',
    label: 'Spacers',
    part: { label: 'Spacer', per: 'wheel', item: 'spacer' },
  },
  {
    id: 'spacer-studs',
    when: 'spacer',
    label: 'Studs and nuts that give the thread its engagement',
    part: { label: 'Stud and nut', per: 'stud' },
    labour: { minutes: 25, per: 'wheel', skill: 'suspension', after: ['spacers', 'raise'] },
  },
  {
    id: 'sensors',
    when: 'sensor',
    label: 'Pressure sensors taught in',
    labour: { minutes: 20, per: 'job', inBay: false, after: ['refit'] },
  },
  {
    id: 'lock-stop',
    when: 'lock-stop',
    label: 'Lock stops set and locked, alike on both sides',
    labour: { minutes: 40, per: 'job', skill: 'suspension', after: ['springs', 'brackets'] },
  },
  {
    id: 'cut-protect',
    when: 'trim',
    caution:
      'Look behind the metal: fuel and brake lines, wires, airbags. Battery off before wiring is moved.',
    label: 'Protect: wiring and lines out of the way, glass and paint covered',
    labour: { minutes: 20, after: ['raise', 'springs', 'brackets', 'body-blocks'] },
  },
  {
    id: 'cut-mark',
    when: 'trim',
    label: 'Mark from the template, both sides',
    labour: { minutes: 20, after: ['cut-protect'] },
  },
  {
    id: 'cut-cut',
    when: 'trim',
    caution:
      'Never cut: frame, suspension, steering and brake parts, seat-belt and airbag mounts, crash structure, fuel and brake lines. Discs burst: eyes, hands, breath and hearing protected; no fuel behind the metal.',
    label: 'Tuck, trim, fold or cut: one side, then its mirror',
    labour: { minutes: 1, per: 'cut minute', skill: 'bodywork', after: ['cut-mark'] },
  },
  {
    id: 'cut-dress',
    when: 'trim',
    caution: 'Fresh edges cut hands, dust goes into eyes and lungs: gloves, glasses, mask.',
    label: 'Dress the edges',
    labour: { minutes: 25, skill: 'bodywork', after: ['cut-cut'] },
  },
  {
    id: 'cut-seal',
    when: 'cut-metal',
    caution:
      'Fumes: mask and fresh air, no flame. The paint maker says how long each coat dries; put that into the rules.',
    label: 'Seal: bare metal primed and painted',
    part: { label: 'Primer, paint, edge sealer', per: 'job' },
    labour: { minutes: 40, skill: 'bodywork', dryMin: 240, after: ['cut-dress'] },
  },
  {
    id: 'bumper',
    when: 'bumper',
    label: 'Bumper spacers or brackets',
    part: { label: 'Bumper bracket set', per: 'axle' },
  },
  {
    id: 'take-off',
    when: 'removed',
    caution:
      'Flaps, tread cover and bumpers may be asked for by the local code: ask the inspector. Battery off before wiring is parted.',
    label: 'Parts taken off, marked and kept for the customer',
    labour: { minutes: 15, per: 'part', skill: 'bodywork', after: ['raise'] },
  },
  {
    id: 'space-away',
    when: 'moved',
    caution:
      'Crash parts, lamps, sensors and airbag sensors may hang on what is moved: ask its maker and the inspector.',
    label: 'Parts spaced away, bolts longer by as much, both sides alike',
    part: { label: 'Bracket or spacer set for a moved part', per: 'part' },
    labour: { minutes: 45, per: 'part', skill: 'bodywork', after: ['raise', 'brackets', 'body-blocks'] },
  },
  {
    id: 'cut-rehang',
    when: 'trim',
    label: 'Re-hang liners, flaps and trim',
    part: { label: 'Clips and screws', per: 'axle' },
    labour: { minutes: 35, after: ['bumper', 'cut-dress', 'cut-seal'] },
  },
  {
    id: 'refit',
    when: 'always',
    label: 'Wheels on, nuts to the stated torque in a star',
    labour: {
      minutes: 30,
      after: [
        'nuts',
        'raise',
        'mount',
        'spacer-studs',
        'ratio',
        'brake-lines',
        'shaft-angles',
        'lock-stop',
        'cut-rehang',
        'take-off',
        'space-away',
      ],
    },
  },
  {
    id: 'alignment',
    when: 'ride-height',
    label: 'Alignment: caster, camber, toe, thrust angle',
    labour: { minutes: 75, per: 'job', skill: 'alignment', after: ['refit'] },
  },
  {
    id: 'lamps',
    when: 'ride-height',
    label: 'Lamps aimed',
    labour: { minutes: 20, per: 'job', after: ['alignment'] },
  },
  {
    id: 'speedometer',
    when: 'tire-size',
    label: 'Speedometer calibrated',
    labour: { minutes: 30, per: 'job', inBay: false, after: ['refit'] },
  },
  {
    id: 'assistance',
    when: 'assistance',
    caution:
      'By somebody qualified for it, with the maker’s targets; until then the driver is told that it may be wrong.',
    label: 'Camera, radar and steering-angle sensor recalibrated, by somebody qualified',
    labour: { minutes: 90, per: 'job', skill: 'recalibration', after: ['alignment', 'speedometer'] },
  },
  {
    id: 'break-in',
    when: 'ratio',
    label: 'Break-in drive, oil looked at warm',
    labour: { minutes: 60, per: 'job', inBay: false, after: ['refit', 'alignment'] },
  },
  {
    id: 'prove',
    when: 'always',
    label: 'Test: both locks, forward and reverse, ramp, loaded; then release',
    labour: {
      minutes: 60,
      inBay: false,
      after: ['refit', 'alignment', 'lamps', 'speedometer', 'assistance', 'sensors', 'break-in'],
    },
  },
];

/** What ships: believable minutes, to be put right by the shop, and no price at all. */
export const SHIPPED_WORK: WorkRule[] = workRulesSchema.parse(
  rows.map(({ labour, ...row }) => ({ ...row, ...(labour ? { labour: { per: 'job', ...labour } } : {}) })),
);
