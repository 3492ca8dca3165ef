/** Load index 0–150 to kg, single fitment (ISO 4000-1, the load index table). */
export const LOAD_INDEX_KG: readonly number[] = [
  45, 46.2, 47.5, 48.7, 50, 51.5, 53, 54.5, 56, 58, 60, 61.5, 63, 65, 67, 69, 71, 73, 75, 77.5, 80, 82.5, 85,
  87.5, 90, 92.5, 95, 97.5, 100, 103, 106, 109, 112, 115, 118, 121, 125, 128, 132, 136, 140, 145, 150, 155,
  160, 165, 170, 175, 180, 185, 190, 195, 200, 206, 212, 218, 224, 230, 236, 243, 250, 257, 265, 272, 280,
  290, 300, 307, 315, 325, 335, 345, 355, 365, 375, 387, 400, 412, 425, 437, 450, 462, 475, 487, 500, 515,
  530, 545, 560, 580, 600, 615, 630, 650, 670, 690, 710, 730, 750, 775, 800, 825, 850, 875, 900, 925, 950,
  975, 1000, 1030, 1060, 1090, 1120, 1150, 1180, 1215, 1250, 1285, 1320, 1360, 1400, 1450, 1500, 1550, 1600,
  1650, 1700, 1750, 1800, 1850, 1900, 1950, 2000, 2060, 2120, 2180, 2240, 2300, 2360, 2430, 2500, 2575, 2650,
  2725, 2800, 2900, 3000, 3075, 3150, 3250, 3350,
];

/** Speed symbol to km/h (ISO 4000-1). The letters do not run in plain order: H stands between U and V. */
export const SPEED_SYMBOL_KMH: Readonly<Record<string, number>> = {
  J: 100,
  K: 110,
  L: 120,
  M: 130,
  N: 140,
  P: 150,
  Q: 160,
  R: 170,
  S: 180,
  T: 190,
  U: 200,
  H: 210,
  V: 240,
  W: 270,
  Y: 300,
};

/** Ply rating that each load range letter stands for (light-truck practice). */
export const LOAD_RANGE_PLY: Readonly<Record<string, number>> = {
  B: 4,
  C: 6,
  D: 8,
  E: 10,
  F: 12,
  G: 14,
};

/** Tread width as a share of section width where the maker gives none, by pattern. */
export const TREAD_SHARE = { road: 0.76, 'all-terrain': 0.8, mud: 0.84 } as const;

/**
 * Measuring rim width as a share of nominal section width, by the least aspect ratio it holds for
 * (UN Regulation 30, annex on measuring rims); flotation sizes 0.80.
 */
export const MEASURING_RIM_SHARE: readonly (readonly [aspectFrom: number, share: number])[] = [
  [75, 0.7],
  [60, 0.75],
  [50, 0.8],
  [45, 0.85],
  [0, 0.9],
];
export const FLOTATION_RIM_SHARE = 0.8;

/** A section grows by 0.4 of what the rim is wider than the measuring rim (UN Regulation 30). */
export const SECTION_GROWTH_PER_RIM = 0.4;
/** Rolling circumference as a multiple of overall diameter: radial (UN Regulation 30), and bias or belted. */
export const ROLLING_FACTOR = { radial: 3.05, bias: Math.PI * 0.955 } as const;
