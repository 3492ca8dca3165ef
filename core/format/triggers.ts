/** What about a package asks for parts or work, in the words of the editor. */
export const TRIGGERS = {
  always: 'every job',
  tire: 'another tire',
  'tire-size': 'another tire diameter',
  wheel: 'another wheel',
  spacer: 'a spacer',
  spring: 'springs that raise or lower',
  bracket: 'brackets that drop the suspension',
  body: 'a body lift',
  'ride-height': 'another ride height',
  ratio: 'another axle ratio',
  'lock-stop': 'a lock stop',
  trim: 'anything trimmed or tucked',
  'cut-metal': 'metal folded or cut',
  bumper: 'a bumper cut or moved by its brackets',
  moved: 'a part spaced away from the wheel',
  removed: 'a part taken off',
  sensor: 'pressure sensors in the wheels',
  assistance: 'driver assistance, at another size or height',
} as const;

export type Trigger = keyof typeof TRIGGERS;

export const TRIGGER_NAMES = Object.keys(TRIGGERS) as [Trigger, ...Trigger[]];

/** What a count goes by. */
export const PER = {
  job: 'job',
  axle: 'axle',
  wheel: 'wheel',
  stud: 'stud',
  'cut minute': 'minute of trimming',
  part: 'part moved or taken off',
} as const;

export type Per = keyof typeof PER;

export const PER_NAMES = Object.keys(PER) as [Per, ...Per[]];
