import { Colors, DxfWriter, point2d, point3d, Units } from '@tarikjabiri/dxf';
import { LAYERS, type Layer, type TemplateSheet } from './template';

const LINE_TYPES: Readonly<Record<Layer, string>> = {
  EDGE: 'Continuous',
  CUT: 'Continuous',
  FOLD: 'FOLDLINE',
  MARKS: 'Continuous',
  TEXT: 'Continuous',
};

/**
 * A template as DXF in millimetres on the layers EDGE, CUT, FOLD, MARKS and TEXT, its origin at the front end of the edge: on a
 * left side the front is to the left.
 */
export function templateDxf({ title, lines, labels, origin, heightMm }: TemplateSheet): string {
  const dxf = new DxfWriter();
  dxf.setUnits(Units.Millimeters);
  dxf.addLType('FOLDLINE', '__ . __ . ', [8, -2, 1, -2]);
  for (const layer of LAYERS) dxf.addLayer(layer, Colors.White, LINE_TYPES[layer]);
  for (const { layer, points } of lines)
    dxf.addLWPolyline(
      points.map(([u, v]) => ({ point: point2d(u - origin[0], v - origin[1]) })),
      { layerName: layer },
    );
  const write = ([u, v]: readonly [number, number], size: number, text: string, rotation = 0): void => {
    dxf.addText(point3d(u - origin[0], v - origin[1]), size, text, { layerName: 'TEXT', rotation });
  };
  for (const { at, text, heightMm: size, angleDeg } of labels) write(at, size, text, angleDeg);
  title.forEach((text, i) => write([0, heightMm + 6 * (title.length - i)], 4.5, text));
  return dxf.stringify();
}
