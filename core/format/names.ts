// What formats are written in words with, apart from what checks them: a page that shows a build needs these long before it has
// anything to check, and the checks are a third of its code.

export const AXLES = ['front', 'rear'] as const;
export type AxleName = (typeof AXLES)[number];

export const SIDES = ['left', 'right'] as const;
export type Side = (typeof SIDES)[number];

export const ZONES = ['street', 'trail', 'all'] as const;
export type Zone = (typeof ZONES)[number];

export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** A part's name as it stands in a sentence. */
export const partWords = (part: string): string => part.replaceAll('-', ' ');

/** What a rule of a place may limit, with the unit of its limit, and the word for it in a list of what fails. */
export const RULE_KINDS = {
  lift: { words: 'body raised by at most', unit: 'mm', short: 'lift' },
  'diameter-change': { words: 'tire diameter changed by at most', unit: '%', short: 'diameter' },
  'tread-cover': { words: 'tread outside the fender lip by at most', unit: 'mm', short: 'tread cover' },
  'lamp-height': { words: 'lamps no higher than', unit: 'mm', short: 'lamps' },
  'bumper-height': { words: 'bumpers no higher than', unit: 'mm', short: 'bumpers' },
  spacer: { words: 'spacer no thicker than', unit: 'mm', short: 'spacer' },
  speedometer: { words: 'speedometer within UN Regulation 39', unit: '', short: 'speedometer' },
  'grown-tire': { words: 'tires judged as grown in service (UN R30)', unit: '', short: 'grown tire' },
  ratings: { words: 'axle, gross and tire ratings kept', unit: '', short: 'ratings' },
} as const;
export type RuleKind = keyof typeof RULE_KINDS;

/** One kind of change at a time that may free what is met; `cut` is of one obstacle, or of all that are met. */
export const CURE_KINDS = [
  'cut',
  'lock-stop',
  'bump-stop',
  'spacer',
  'forward',
  'back',
  'inboard',
  'outboard',
  'width',
  'diameter',
  'spring',
  'body',
  'bracket',
] as const;

/** The figures a work order asks for; each stays open until somebody states it. */
export const STATED_LABELS = [
  'Wheel nuts, torque',
  'Spring and arm bolts, torque',
  'Cold pressure, front',
  'Cold pressure, rear',
  'Caster',
  'Camber',
  'Toe',
] as const;
