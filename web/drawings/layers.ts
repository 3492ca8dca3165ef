import { NEVER_CUT, type Material } from '../../core/format/vehicle';

/** How movable an obstacle is, which is how it is drawn: light, dark, or hatched. */
export type Layer = 'movable' | 'metal' | 'never';

export function layerOf(material: Material): Layer {
  if (NEVER_CUT.has(material)) return 'never';
  return material === 'liner' || material === 'plastic' ? 'movable' : 'metal';
}

export const MATERIAL_WORDS: Record<Material, string> = {
  liner: 'soft liner',
  plastic: 'plastic trim',
  sheet: 'body sheet',
  seam: 'welded seam',
  structure: 'structure',
  suspension: 'suspension part',
  steering: 'steering part',
  brake: 'brake part',
};
