import { Colors, DxfWriter, point2d, point3d, Units } from '@tarikjabiri/dxf';
import { LAYERS, type Layer, type TemplateSheet } from './template';

const LINE_TYPES: Readonly<Record<Layer, string>> = {
  EDGE: 'Continuous',
  CUT: 'Continuous',
  FOLD: 'FOLDLINE',
  HOLES: 'Continuous',
  REFERENCES: 'Continuous',
};

/** A template as DXF in millimetres, its lines on the layers EDGE, CUT, FOLD, HOLES and REFERENCES. */
export function templateDxf({ title, lines, labels, heightMm }: TemplateSheet): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.addLType('FOLDLINE', '__ . __ . ', [8, -2, 1, -2]);
  for (const layer of LAYERS) dxf.addLayer(layer, Colors.White, LINE_TYPES[layer]);
  for (const { layer, points } of lines)
    dxf.addLWPolyline(
      points.map(([u, v]) => ({ point: point2d(u, v) })),
      { layerName: layer },
    );
  for (const { at, text, heightMm: size } of labels)
    dxf.addText(point3d(at[0], at[1]), size, text, { layerName: 'REFERENCES' });
  title.forEach((text, i) =>
    dxf.addText(point3d(0, heightMm + 6 * (title.length - i)), 4.5, text, { layerName: 'REFERENCES' }),
  );
  return dxf.stringify();
}
