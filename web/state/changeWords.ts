import type { Change } from '../../core/history/diff';

const WORDS: Record<string, string> = {
  code: 'tire code',
  overallDiameterMm: 'tire diameter',
  sectionWidthMm: 'section width',
  treadWidthMm: 'tread width',
  offsetMm: 'wheel offset',
  backspacingMm: 'backspacing',
  spacerMm: 'spacer',
  diameterIn: 'wheel diameter',
  widthIn: 'wheel width',
  springMm: 'spring lift',
  bracketMm: 'bracket lift',
  bodyMm: 'body lift',
  bumpStopMm: 'bump stop',
  droopGainMm: 'droop gain',
  foreAftMm: 'fore-aft shift',
  outboardMm: 'outboard shift',
  casterDeltaDeg: 'caster change',
  zone: 'zone',
  marginMm: 'margin',
  label: 'label',
  points: 'measured points',
  cuts: 'cuts',
  cutMm: 'how much may be cut',
  axleRatio: 'axle ratio',
  lockInsideDeg: 'inside lock',
  lockOutsideDeg: 'outside lock',
  bumpMm: 'bump travel',
  droopMm: 'droop travel',
};

/** The place of a change in words: `front spring lift`, `wheel offset`, else its last key. */
export function placeWords(path: string): string {
  const keys = path.split('/').filter(Boolean);
  const axle = keys.find((key) => key === 'front' || key === 'rear');
  const named = [...keys].reverse().find((key) => WORDS[key] !== undefined);
  const last = [...keys].reverse().find((key) => !/^\d+$/.test(key)) ?? 'everything';
  return [axle, named ? WORDS[named] : last].filter(Boolean).join(' ');
}

/** Some changes in words, each place once, at most three. */
export function changeWords(changes: readonly Change[]): string {
  const places = [...new Set(changes.map(({ path }) => placeWords(path)))];
  const shown = places.slice(0, 3).join(', ');
  return places.length > 3 ? `${shown} and ${places.length - 3} more` : shown;
}
