/** What a package can fall to, in the order in which it is looked at. */
export const STOPS = [
  'wheel',
  'load',
  'reserve',
  'hardware',
  'budget',
  'days',
  'clearance',
  'cutting',
  'lock',
  'rpm',
  'speedometer',
  'axle',
  'rules',
] as const;
export type Stop = (typeof STOPS)[number];
/** What a package fell to, and by how much it missed it, in the unit of `STOP_UNITS`. */
export type Fall = { stop: Stop; by: number };

export const STOP_WORDS: Record<Stop, string> = {
  wheel: 'the wheel does not go onto this hub, over its brakes or under this tire',
  load: 'it does not carry the load',
  reserve: 'it carries the load, without the reserve asked for',
  hardware: 'studs, nuts or spacer do not go together',
  budget: 'over the budget, or a price is not known',
  days: 'not there in time, or nobody said when',
  clearance: 'it meets something, or comes nearer than the margin',
  cutting: 'it asks for a kind of cutting that is not wanted',
  lock: 'it keeps too little lock',
  rpm: 'the engine turns too fast or too slow',
  speedometer: 'the speedometer is no longer lawful',
  axle: 'the axle has too little in hand',
  rules: 'a rule of the place is not kept',
};
/** What the amounts are in by which a stop was missed; empty where there is no amount. */
export const STOP_UNITS: Record<Stop, 'mm' | 'money' | 'days' | 'share' | 'rpm' | ''> = {
  wheel: '',
  load: '',
  reserve: 'share',
  hardware: '',
  budget: 'money',
  days: 'days',
  clearance: 'mm',
  cutting: 'mm',
  lock: 'share',
  rpm: 'rpm',
  speedometer: '',
  axle: 'share',
  rules: '',
};
