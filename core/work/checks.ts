import type { Facts } from './triggers';
import type { Trigger } from '../format/triggers';

export const CHECK_LISTS = {
  before: 'Before the work',
  during: 'During the work',
  release: 'Before release',
} as const;
export type CheckList = keyof typeof CHECK_LISTS;

export type WorkCheck = { id: string; list: CheckList; words: string };

/** Checks of the trade. `when` leaves out those that a package gives no reason for. */
const CHECKS: readonly (WorkCheck & { when?: readonly Trigger[] })[] = [
  {
    id: 'before-photos',
    list: 'before',
    words: 'Photos of every side, the wells, the dash with its lamps, the odometer',
  },
  {
    id: 'before-damage',
    list: 'before',
    words: 'Marks, rust and earlier changes written down with the customer',
  },
  { id: 'before-lamps', list: 'before', words: 'Warning lamps that are on already noted' },
  { id: 'before-pull', list: 'before', words: 'Driven: pulls, noises, steering wheel straight' },
  { id: 'before-key', list: 'before', words: 'Lock-nut key and code card there' },
  {
    id: 'during-stands',
    list: 'during',
    words: 'On stands at the maker’s points, wheels chocked; never on a jack alone',
  },
  {
    id: 'during-clips',
    list: 'during',
    words: 'Retaining clips off the studs, faces clean',
    when: ['wheel', 'spacer'],
  },
  {
    id: 'during-bolts',
    list: 'during',
    words: 'Suspension bolts torqued at ride height, and marked',
    when: ['spring', 'bracket'],
  },
  {
    id: 'during-lines',
    list: 'during',
    words: 'Brake lines and wires with slack at full droop',
    when: ['ride-height'],
  },
  {
    id: 'during-behind',
    list: 'during',
    words: 'Looked behind the metal: no fuel, line, wire or airbag',
    when: ['trim'],
  },
  {
    id: 'during-mirror',
    list: 'during',
    words: 'Second side marked as the mirror of the first, measured',
    when: ['trim'],
  },
  {
    id: 'during-dry',
    list: 'during',
    words: 'Every coat dry before anything hangs on it',
    when: ['cut-metal'],
  },
  {
    id: 'during-pattern',
    list: 'during',
    words: 'Gear pattern and backlash written down for each axle',
    when: ['ratio'],
  },
  {
    id: 'release-nuts',
    list: 'release',
    words: 'Wheel nuts torqued in a star to the stated torque, and marked',
  },
  { id: 'release-clips', list: 'release', words: 'No retaining clip between hub and wheel' },
  {
    id: 'release-engagement',
    list: 'release',
    words: 'Thread engagement at least one diameter, counted in turns',
  },
  { id: 'release-lines', list: 'release', words: 'Lines and wires clear at full droop and at both locks' },
  {
    id: 'release-locks',
    list: 'release',
    words: 'Lock to lock, forward: nothing touches that was not predicted',
  },
  { id: 'release-reverse', list: 'release', words: 'Both locks in reverse, the same' },
  { id: 'release-ramp', list: 'release', words: 'Over a ramp, each wheel up in turn' },
  { id: 'release-loaded', list: 'release', words: 'Loaded as it travels: ride height and clearance again' },
  { id: 'release-alignment', list: 'release', words: 'Alignment sheet in the file', when: ['ride-height'] },
  { id: 'release-lamps', list: 'release', words: 'Lamps aimed' },
  {
    id: 'release-assistance',
    list: 'release',
    words: 'Driver assistance recalibrated, no warning lamp',
    when: ['assistance'],
  },
  { id: 'release-speedometer', list: 'release', words: 'Speedometer checked against satellite speed' },
  { id: 'release-pressures', list: 'release', words: 'Pressures set to what is stated, sensors read' },
  {
    id: 'release-label',
    list: 'release',
    words: 'Label with tire size, pressures and re-torque distance in the door',
  },
  {
    id: 'release-told',
    list: 'release',
    words: 'Customer told: when the nuts are torqued again, stands higher, brakes longer',
  },
];

/** The checks that apply to what a package changes, in the order of the work. */
export function checksOf(facts: Facts): WorkCheck[] {
  return CHECKS.filter(({ when }) => !when || when.some((trigger) => facts.has(trigger))).map(
    ({ id, list, words }) => ({ id, list, words }),
  );
}
