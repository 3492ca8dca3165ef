/** Shear strength in MPa by steel. */
export const STEEL_MPA = { '1040': 620, '1541H': 720, '4340': 900, '300M': 1150 } as const;
