/** How movable a part is, which is how it is drawn: light, dark, or hatched. */
export type Layer = 'movable' | 'metal' | 'never';

type MaterialRow = {
  words: string;
  /** In a sentence, after "is". */
  is: string;
  layer: Layer;
  /** How it gives way, about how many hours that takes and how deep it goes as a rule: estimates; null for what is never cut. */
  cut: { kind: 'tuck' | 'plastic' | 'fold' | 'metal'; hours: number; usualMm: number } | null;
  /** Soft: a tire may brush it, and nothing can be measured from it. */
  soft: boolean;
  /** What a typical place of such a part keeps to until it is measured: the tire's tread, its inner edge, or the rim. */
  keepsTo: 'tread' | 'inner-edge' | 'rim';
};

/**
 * What a part in a wheel well is made of, from the most movable to the least: all that the application knows of a material.
 * Another one is another row.
 */
export const MATERIAL_TABLE = {
  liner: {
    words: 'soft liner',
    is: 'a soft liner',
    layer: 'movable',
    cut: { kind: 'tuck', hours: 0.4, usualMm: 25 },
    soft: true,
    keepsTo: 'tread',
  },
  plastic: {
    words: 'plastic trim',
    is: 'plastic',
    layer: 'movable',
    cut: { kind: 'plastic', hours: 0.7, usualMm: 30 },
    soft: false,
    keepsTo: 'tread',
  },
  sheet: {
    words: 'body sheet',
    is: 'body sheet',
    layer: 'metal',
    cut: { kind: 'metal', hours: 3, usualMm: 8 },
    soft: false,
    keepsTo: 'tread',
  },
  seam: {
    words: 'welded seam',
    is: 'a welded seam',
    layer: 'metal',
    cut: { kind: 'fold', hours: 2, usualMm: 12 },
    soft: false,
    keepsTo: 'tread',
  },
  structure: {
    words: 'structure',
    is: 'structure',
    layer: 'never',
    cut: null,
    soft: false,
    keepsTo: 'inner-edge',
  },
  suspension: {
    words: 'suspension part',
    is: 'a suspension part',
    layer: 'never',
    cut: null,
    soft: false,
    keepsTo: 'inner-edge',
  },
  steering: {
    words: 'steering part',
    is: 'a steering part',
    layer: 'never',
    cut: null,
    soft: false,
    keepsTo: 'inner-edge',
  },
  brake: {
    words: 'brake part',
    is: 'a brake part',
    layer: 'never',
    cut: null,
    soft: false,
    keepsTo: 'rim',
  },
} as const satisfies Record<string, MaterialRow>;

export type Material = keyof typeof MATERIAL_TABLE;
export const MATERIALS = Object.keys(MATERIAL_TABLE) as [Material, ...Material[]];
/** What is known of a material. */
export const materialOf = (material: Material): MaterialRow => MATERIAL_TABLE[material];
export const isNeverCut = (material: Material): boolean => materialOf(material).cut === null;
/** Materials that may be cut at all, from the easiest on. */
export const CUTTABLE = MATERIALS.filter((material) => !isNeverCut(material));

/** Parts of a vehicle that are treated as what they are, whatever they are called. */
export const ROLES = ['lip', 'bumper', 'other'] as const;
export type Role = (typeof ROLES)[number];
export const ROLE_WORDS: Readonly<Record<Role, string>> = {
  lip: 'fender lip',
  bumper: 'bumper',
  other: 'another part',
};

/** Which part an obstacle is; in files from before parts were named, what its id says. */
export function roleOf({ id, role }: { id: string; role?: Role | undefined }): Role {
  // By whole words: a caliper has no lip.
  const words = id.toLowerCase().split(/[^a-z]+/);
  return role ?? ROLES.find((one) => words.includes(one)) ?? 'other';
}
