import { MM_PER_INCH, type Read } from '../units/length';
import { LOAD_INDEX_KG, LOAD_RANGE_PLY, SPEED_SYMBOL_KMH } from './tables';

export type Construction = 'radial' | 'bias' | 'belted';
export type Service = 'passenger' | 'light-truck' | 'commercial' | 'camper' | 'temporary' | 'unmarked';

type Common = {
  /** The code as this house writes it: `LT245/75R16 120/116S E`. */
  canonical: string;
  service: Service;
  construction: Construction;
  rimIn: number;
  loadRange?: string;
  loadIndex?: { single: number; dual?: number };
  speedSymbol?: string;
  /** Markings that say nothing about size or load, upper case: `XL`, `M+S`. */
  markings: string[];
};
export type TireCode = Common &
  (
    | { form: 'metric'; widthMm: number; aspectPct: number }
    | { form: 'flotation'; diameterIn: number; sectionIn: number }
    | { form: 'numeric'; sectionIn: number }
  );

const SIZES = {
  metric: /^(P|LT|C|T|HL)?(\d{3})\/(\d{2,3})(Z?R|B|D|-)(\d{2}(?:\.5)?)(?!\d)(LT|CP|C)?/,
  flotation: /^(LT)?(\d{2}(?:\.\d{1,2})?)X(\d{1,2}(?:\.\d{1,2})?)(Z?R|B|D|-)(\d{2}(?:\.5)?)(?!\d)(LT)?/,
  numeric: /^(P|LT)?(\d{1,2}\.\d{2}|\d{3}(?=R))(R|B|D|-)(\d{2}(?:\.5)?)(?!\d)(LT|CP|C)?/,
} as const;
const CONSTRUCTION: Record<string, Construction> = {
  R: 'radial',
  ZR: 'radial',
  B: 'belted',
  D: 'bias',
  '-': 'bias',
};
const SERVICE: Record<string, Service> = {
  P: 'passenger',
  LT: 'light-truck',
  C: 'commercial',
  CP: 'camper',
  T: 'temporary',
};
const MARKINGS = new Set([
  'XL',
  'RF',
  'SL',
  'HL',
  'TL',
  'TT',
  'M+S',
  'MS',
  'POR',
  '3PMSF',
  'WL',
  'OWL',
  'BSW',
]);

/** One line per fault in a code, each with its cure. */
const cure = (text: string, why = 'is not a size we can read; write 245/75R16'): Read<never> => ({
  ok: false,
  message: `"${text}" ${why}`,
});

/** Typed text to one spelling: upper case, × and * to X, spaces out of the size, 10,50 to 10.50. */
function tidy(text: string): string {
  return text
    .trim()
    .toUpperCase()
    .replace(/[×*✕✖╳Х]/g, 'X')
    .replace(/[／⁄∕]/g, '/')
    .replace(/[–—−]/g, '-')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/\s+/g, ' ')
    .replace(/^(P|LT|C|T|HL) (?=\d)/, '$1')
    .replace(/(\d)\s*([/X])\s*(?=\d)/g, '$1$2')
    .replace(/([/X.]\d+(?:\.\d+)?)\s*(Z?R|B|D)\s*(?=\d{2}(?:\D|$))/, '$1$2')
    .replace(/(\d) ?- ?(?=\d{2}(?:\D|$))/, '$1-');
}

/** No tire of a road vehicle on four wheels carries less; whoever types less has left a figure out. */
const LEAST_INDEX = 60;

type Rest = Pick<Common, 'loadRange' | 'loadIndex' | 'speedSymbol' | 'markings'> & { service?: Service };

/** What follows the size: load range, index or pair of indices, speed symbol and plain markings. */
function readRest(rest: string, text: string): Read<Rest> {
  const value: Rest = { markings: [] };
  const words = rest
    .replace(/LOAD RANGE\s*|\bLR\s*(?=[A-H]\b)/g, '')
    .replace(/\bEXTRA LOAD\b|\bREINFORCED\b|\bREINF\b/g, 'XL')
    .replace(/\bTUBELESS\b/g, 'TL')
    .replace(/\bTUBE TYPE\b/g, 'TT')
    // A range behind a slash of its own, `LT245/75R16/E`.
    .replace(/(?<!\d)\/\s*(?=[A-H]\b)/g, ' ')
    .replace(/\b(\d{1,2}) ?PR\b/g, '$1PR')
    .replace(/(\d)\s*\/\s*(?=\d)/g, '$1/')
    .replace(/(\d)\s+(?=[JKLMNPQRSTUHVWY](?:\s|$|\)))/g, '$1')
    .replace(/[()]/g, ' ')
    .split(' ')
    .filter(Boolean);
  for (const word of words) {
    const load = /^(\d{1,3})(?:\/(\d{1,3}))?([A-Z])?$/.exec(word);
    if (load) {
      const single = Number(load[1]);
      const dual = load[2] === undefined ? undefined : Number(load[2]);
      for (const index of dual === undefined ? [single] : [single, dual])
        if (index >= LOAD_INDEX_KG.length)
          return cure(text, `has the load index ${index}, which is not in the table of 0 to 150`);
        else if (index < LEAST_INDEX)
          return cure(
            text,
            `has the load index ${index}, which is that of a motorcycle’s tire; is a figure missing, as in ${index}1 or 1${index}?`,
          );
      if (dual !== undefined && dual > single)
        return cure(text, `has a dual load index above the single one; write ${dual}/${single}`);
      value.loadIndex = dual === undefined ? { single } : { single, dual };
      if (load[3] !== undefined) {
        if (SPEED_SYMBOL_KMH[load[3]] === undefined)
          return cure(text, `has the speed symbol ${load[3]}, which is none of J to Y`);
        value.speedSymbol = load[3];
      }
    } else if (LOAD_RANGE_PLY[word] !== undefined) value.loadRange = word;
    else if (/^(4|6|8|10|12|14)PR$/.test(word)) value.markings.push(word);
    else if (/^(LT|CP|C)$/.test(word)) {
      const service = SERVICE[word];
      if (service) value.service = service;
    } else if (/^[JKLMNPQRSTUHVWY]$/.test(word) && value.speedSymbol === undefined) value.speedSymbol = word;
    else if (MARKINGS.has(word)) value.markings.push(word);
    else return cure(text, `ends in "${word}", which we cannot read; leave it out or write it as 111S`);
  }
  return { ok: true, value };
}

function match(tidied: string): { form: TireCode['form']; found: RegExpExecArray } | undefined {
  for (const form of ['metric', 'flotation', 'numeric'] as const) {
    const found = SIZES[form].exec(tidied);
    if (found) return { form, found };
  }
  return undefined;
}

function writeCode(code: Omit<Common, 'canonical'>, size: string): string {
  const { service, loadRange, loadIndex, speedSymbol, markings } = code;
  const prefix = {
    passenger: 'P',
    'light-truck': 'LT',
    temporary: 'T',
    commercial: '',
    camper: '',
    unmarked: '',
  }[service];
  const suffix = service === 'commercial' ? 'C' : service === 'camper' ? 'CP' : '';
  const flotation = size.includes('x');
  const name = flotation ? `${size}${prefix === 'LT' ? 'LT' : ''}` : `${prefix}${size}${suffix}`;
  const load = loadIndex
    ? `${loadIndex.single}${loadIndex.dual === undefined ? '' : `/${loadIndex.dual}`}`
    : '';
  return [name, `${load}${speedSymbol ?? ''}`, loadRange ?? '', ...markings].filter(Boolean).join(' ');
}

/**
 * Reads a sidewall code in any of the forms people type: metric `P|LT|(none) width/aspect R|B|D rim
 * [C|CP] [load range] [single[/dual]][speed]`, flotation `35x12.50R17LT`, bare numeric `7.50R16`.
 * Errors are values whose message names the code and how to write it.
 */
export function readTireCode(text: string): Read<TireCode> {
  const tidied = tidy(text);
  const hit = match(tidied);
  if (!hit) return cure(text);
  const { form, found } = hit;
  // A range letter may be glued to the rim (`R16E`, `R16/E`); anything else glued there is a slip.
  const rest = readRest(tidied.slice(found[0].length).trim(), text);
  if (!rest.ok) return rest;
  const numeric = form === 'numeric';
  const [, prefix] = found;
  const builder = found[numeric ? 3 : 4] ?? 'R';
  const rimIn = Number(found[numeric ? 4 : 5]);
  let suffix = found[numeric ? 5 : 6];
  // Glued behind a light-truck size the letter is a load range, not the commercial mark.
  if (prefix === 'LT' && suffix === 'C') {
    suffix = undefined;
    rest.value.loadRange ??= 'C';
  }
  // Apart from the rim it is a load range or the commercial mark: two indices are of commercial and light-truck tires.
  if (rest.value.loadRange === 'C' && form !== 'flotation' && prefix === undefined && suffix === undefined) {
    if (rest.value.loadIndex?.dual === undefined)
      return cure(
        text,
        `ends in a C of its own: write ${found[0]}C for a commercial tire, or LT${found[0]} C for load range C`,
      );
    delete rest.value.loadRange;
    suffix = 'C';
  }
  if (rimIn < 10 || rimIn > 30) return cure(text, `has a ${rimIn} in rim; rims run from 10 to 30 in`);
  const { service: after, ...marks } = rest.value;
  if (prefix === 'HL') rest.value.markings.unshift('HL');
  const service = SERVICE[suffix ?? ''] ?? after ?? SERVICE[prefix ?? ''] ?? 'unmarked';
  const common = { service, construction: CONSTRUCTION[builder] ?? 'radial', rimIn, ...marks };
  const builderMark = { radial: 'R', bias: 'D', belted: 'B' }[common.construction];
  if (form === 'metric') {
    const widthMm = Number(found[2]);
    const aspectPct = Number(found[3]);
    if (widthMm < 105 || widthMm > 455)
      return cure(text, `is ${widthMm} mm wide; sections run from 105 to 455 mm`);
    if (aspectPct < 20 || aspectPct > 110)
      return cure(text, `has an aspect of ${aspectPct} %; it runs from 20 to 110`);
    const canonical = writeCode(common, `${widthMm}/${aspectPct}${builderMark}${rimIn}`);
    return { ok: true, value: { ...common, form, widthMm, aspectPct, canonical } };
  }
  if (form === 'flotation') {
    const diameterIn = Number(found[2]);
    const sectionIn = Number(found[3]);
    if (diameterIn <= rimIn + 2)
      return cure(text, `is ${diameterIn} in tall on a ${rimIn} in rim, which leaves no sidewall`);
    if (sectionIn < 4 || sectionIn > 20)
      return cure(text, `is ${sectionIn} in wide; flotation sections run from 4 to 20 in`);
    const canonical = writeCode(common, `${found[2] ?? ''}x${found[3] ?? ''}${builderMark}${rimIn}`);
    return { ok: true, value: { ...common, form, diameterIn, sectionIn, canonical } };
  }
  const canonical = writeCode(common, `${found[2] ?? ''}${builderMark}${rimIn}`);
  const width = Number(found[2]);
  // Three figures are millimetres: `205R16C`, a full section whose height is asked for.
  const sectionIn = width > 99 ? width / MM_PER_INCH : width;
  return { ok: true, value: { ...common, form, sectionIn, canonical } };
}
