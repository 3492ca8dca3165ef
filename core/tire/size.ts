import type { Tire } from '../format/build';
import { MM_PER_INCH } from '../units/length';
import { readTireCode, type TireCode } from './code';
import {
  FLOTATION_RIM_SHARE,
  LOAD_INDEX_KG,
  MEASURING_RIM_SHARE,
  ROLLING_FACTOR,
  SECTION_GROWTH_PER_RIM,
  SPEED_SYMBOL_KMH,
  TREAD_SHARE,
} from './tables';

export type TireSize = {
  overallDiameterMm: number;
  /** On the rim it is mounted on. */
  sectionWidthMm: number;
  sectionHeightMm: number;
  treadWidthMm: number;
  rollingCircumferenceMm: number;
  revsPerKm: number;
  /** null where the code carries none. */
  loadIndex: { single: number; dual?: number } | null;
  maxLoadKg: { single: number; dual?: number } | null;
  speedSymbol: string | null;
  maxSpeedKmh: number | null;
  source: {
    diameter: 'maker' | 'code';
    width: 'maker' | 'code';
    circumference: 'measured' | 'maker' | 'code';
  };
};

/** Diameter and nominal section width in mm that a code alone implies; undefined where it carries none. */
export function nominalSize(code: TireCode): { diameterMm?: number; sectionMm: number } {
  if (code.form === 'metric')
    return {
      diameterMm: MM_PER_INCH * code.rimIn + (2 * code.widthMm * code.aspectPct) / 100,
      sectionMm: code.widthMm,
    };
  if (code.form === 'flotation')
    return { diameterMm: MM_PER_INCH * code.diameterIn, sectionMm: MM_PER_INCH * code.sectionIn };
  return { sectionMm: MM_PER_INCH * code.sectionIn };
}

/** Rim width in inches on which the section width is stated, to the half inch, where the maker gives none. */
export function defaultMeasuringRimIn(code: TireCode, sectionMm: number): number {
  const share =
    code.form === 'metric'
      ? (MEASURING_RIM_SHARE.find(([from]) => code.aspectPct >= from)?.[1] ?? FLOTATION_RIM_SHARE)
      : FLOTATION_RIM_SHARE;
  return Math.round(((share * sectionMm) / MM_PER_INCH) * 2) / 2;
}

function loadIn(index: { single: number; dual?: number }): { single: number; dual?: number } {
  const single = LOAD_INDEX_KG[index.single] ?? NaN;
  return index.dual === undefined ? { single } : { single, dual: LOAD_INDEX_KG[index.dual] ?? NaN };
}

/** Codes that were read before: a search asks for the same few hundred very many times. Nobody writes into them. */
const CODES = new Map<string, TireCode>();
const MOST_CODES = 4096;

/** The code of a tire that passed the schema. Throws where it did not: that is a fault in the caller. */
export function codeOf(tire: Tire): TireCode {
  const known = CODES.get(tire.code);
  if (known) return known;
  const read = readTireCode(tire.code);
  if (!read.ok) throw new Error(`tire code ${read.message} reached the core unchecked`);
  if (CODES.size >= MOST_CODES) CODES.clear();
  CODES.set(tire.code, read.value);
  return read.value;
}

/** The tire without turns per km that were measured: what it is calculated to roll. */
export function calculatedTire(tire: Tire): Tire {
  if (tire.revsSource !== 'measured') return tire;
  const { revsPerKm, revsSource, ...rest } = tire;
  return rest;
}

/**
 * A tire as it stands on a rim of `rimWidthIn`: what its maker's sheet says, else what its code implies
 * (section growth, tread share and rolling circumference after UN Regulation 30). All lengths in mm.
 */
export function tireSize(tire: Tire, rimWidthIn: number): TireSize {
  const code = codeOf(tire);
  const nominal = nominalSize(code);
  const overallDiameterMm = tire.overallDiameterMm ?? nominal.diameterMm;
  if (overallDiameterMm === undefined) throw new Error(`${tire.code} reached the core without a diameter`);
  const statedMm = tire.sectionWidthMm ?? nominal.sectionMm;
  const measuringRimIn = tire.measuringRimIn ?? defaultMeasuringRimIn(code, nominal.sectionMm);
  const sectionWidthMm = statedMm + SECTION_GROWTH_PER_RIM * MM_PER_INCH * (rimWidthIn - measuringRimIn);
  const factor = code.construction === 'radial' ? ROLLING_FACTOR.radial : ROLLING_FACTOR.bias;
  const rollingCircumferenceMm =
    tire.revsPerKm === undefined ? factor * overallDiameterMm : 1e6 / tire.revsPerKm;
  return {
    overallDiameterMm,
    sectionWidthMm,
    sectionHeightMm: (overallDiameterMm - MM_PER_INCH * code.rimIn) / 2,
    treadWidthMm: tire.treadWidthMm ?? TREAD_SHARE[tire.pattern] * sectionWidthMm,
    rollingCircumferenceMm,
    revsPerKm: 1e6 / rollingCircumferenceMm,
    loadIndex: code.loadIndex ?? null,
    maxLoadKg: code.loadIndex ? loadIn(code.loadIndex) : null,
    speedSymbol: code.speedSymbol ?? null,
    maxSpeedKmh: code.speedSymbol === undefined ? null : (SPEED_SYMBOL_KMH[code.speedSymbol] ?? null),
    source: {
      diameter: tire.overallDiameterMm === undefined ? 'code' : 'maker',
      width: tire.sectionWidthMm === undefined ? 'code' : 'maker',
      circumference: tire.revsPerKm === undefined ? 'code' : (tire.revsSource ?? 'maker'),
    },
  };
}
