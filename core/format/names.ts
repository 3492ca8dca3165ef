// What formats are written in words with, apart from what checks them: a page that shows a build needs these long before it has
// anything to check, and the checks are a third of its code.

import type { LogEntry } from './log';

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

/** Those, and two that are done to a part: it is set elsewhere, or it is taken off. */
export const FREE_KINDS = [...CURE_KINDS, 'move', 'remove'] as const;
export type FreeKind = (typeof FREE_KINDS)[number];

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

/** Outlines that a well can be begun from, until its own points are measured. */
export const SHAPES = ['round', 'squared', 'closing', 'flat-topped'] as const;

export type WellShape = (typeof SHAPES)[number];

export const SEATS = ['cone', 'ball', 'flat'] as const;

/** What may be around a tire for a while, in the words of the editor. */
export const ENVELOPE_KINDS = { chain: 'snow chains', mud: 'packed mud' } as const;

export type EnvelopeKind = keyof typeof ENVELOPE_KINDS;

export const ENVELOPE_NAMES = Object.keys(ENVELOPE_KINDS) as [EnvelopeKind, ...EnvelopeKind[]];

/** What a chain and mud commonly take. Estimates to begin with: the chain's maker says his own. */
export const USUAL_ENVELOPE = {
  chain: { aboveMm: 15, besideMm: 12, kmh: 50 },
  mud: { aboveMm: 20, besideMm: 15 },
} as const satisfies Record<EnvelopeKind, { aboveMm: number; besideMm: number; kmh?: number }>;

/** Parts that can be made to give first. */
export const FUSES = ['shaft', 'joint', 'ring-and-pinion'] as const;

/** What a low point hangs on: it follows the body, the frame, or the nearer axle. */
export const UNDERSIDE_CARRIERS = ['body', 'frame', 'axle'] as const;

/** Where a spare is carried, in the words of the editor. */
export const SPARE_PLACES = {
  floor: 'under the floor',
  door: 'on the door',
  bed: 'on the bed',
  well: 'in a well of its own',
} as const;

export type SparePlace = keyof typeof SPARE_PLACES;

export const SPARE_PLACE_NAMES = Object.keys(SPARE_PLACES) as [SparePlace, ...SparePlace[]];

/** A spacer bolts onto the hub and carries studs of its own, or slips over the hub's. */
export const SPACER_KINDS = ['bolt-on', 'slip-on'] as const;

/** Where a pressure sensor sits, if anywhere. */
export const SENSORS = ['none', 'valve', 'band'] as const;

/** What a wheel leaves where it touched, from the lightest to the heaviest. */
export const MARKS = ['shine', 'crumbs', 'scuff', 'cut'] as const;

/** What a catalog lists. */
export const ITEM_KINDS = ['tire', 'wheel', 'spacer', 'lift', 'gears', 'axle', 'nuts'] as const;
export type ItemKind = (typeof ITEM_KINDS)[number];

export const WHEELS = ['front-left', 'front-right', 'rear-left', 'rear-right'] as const;
export type WheelPlace = (typeof WHEELS)[number];

/** Ways of moving tires to other places: by what goes where. A tire that rolls one way only stays on its side. */
export const ROTATIONS = ['front-to-rear', 'crossed-forward', 'crossed-rearward', 'side-to-side'] as const;
export type Rotation = (typeof ROTATIONS)[number];

/** What a log is written with, and how each kind of entry is called. */
export const LOG_KINDS = {
  'test-fit': 'test fit',
  're-torque': 're-torque',
  alignment: 'alignment',
  tread: 'tread',
  pressures: 'pressures',
  chalk: 'chalk test',
  'handed-over': 'handed over',
  photo: 'photo',
  note: 'note',
  reconciled: 'taken over',
  corrected: 'reading corrected',
  struck: 'struck out',
  restored: 'put back',
} as const satisfies Record<LogEntry['kind'], string>;
export type LogKind = keyof typeof LOG_KINDS;

/** A photo as it is taken, bytes. */
export const MOST_PHOTO_BYTES = 15e6;

/** How much each thing matters to who looks for a package, 0 to 1, until somebody says otherwise. */
export const USUAL_WISHES = {
  clearance: 0.5,
  lock: 0.5,
  cost: 0.5,
  mass: 0.2,
  sidewall: 0.2,
  uncut: 0.5,
} as const;
