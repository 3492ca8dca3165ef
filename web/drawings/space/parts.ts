import {
  BoxGeometry,
  type BufferGeometry,
  type Color,
  CylinderGeometry,
  DoubleSide,
  Group,
  LatheGeometry,
  Mesh,
  MeshLambertMaterial,
  Vector2,
} from 'three';
import { mergeGeometries } from 'three/examples/jsm/utils/BufferGeometryUtils.js';
import { INK_ANGLES, inkOutline, type Ink } from '../../../core/clearance/ink';
import type { Profile } from '../../../core/clearance/profile';
import type { Obstacle } from '../../../core/format/build';
import { materialOf, roleOf } from '../../../core/format/materials';
import { bar, foldedEdge, isGroove, liner, PART_MM, type Shape } from './shapes';

type Drawn = { shape: Shape; tone: string; opacity: number };
export type DrawnPart = { obstacle: Obstacle; shapes: Drawn[]; line: Float32Array };

const TONES = { movable: '--movable', metal: '--metal', never: '--hatch' } as const;

/** Neighbouring places of a line, pair by pair. */
const pairsOf = (points: Obstacle['points']): Float32Array =>
  Float32Array.from(points.slice(1).flatMap((point, i) => [...(points[i] ?? point), ...point]));

/** Everything of a well that has places, with the bodies that its measured lines are drawn as. A liner's lines share one surface, drawn with the first. */
export function partShapes(obstacles: readonly Obstacle[]): DrawnPart[] {
  const there = obstacles.filter(({ points }) => points.length > 0);
  const linerIds = there.filter(({ material, points }) => material === 'liner' && points.length > 1);
  return there.map((obstacle): DrawnPart => {
    const { material, points } = obstacle;
    const tone = TONES[materialOf(material).layer];
    const line = pairsOf(points);
    if (linerIds.includes(obstacle)) {
      const together = linerIds.filter(({ carrier }) => carrier === obstacle.carrier);
      const shapes = together[0] === obstacle ? liner(together.map((one) => one.points)) : [];
      return { obstacle, line, shapes: shapes.map((shape) => ({ shape, tone, opacity: 0.5 })) };
    }
    if (points.length > 1 && (material === 'seam' || material === 'sheet' || roleOf(obstacle) === 'lip'))
      return { obstacle, line, shapes: [{ shape: foldedEdge(points), tone, opacity: 1 }] };
    return { obstacle, line, shapes: [{ shape: bar(points, PART_MM), tone, opacity: 1 }] };
  });
}

/** Thickness of the ink on an edge, mm: of the drawing. */
const INK_MM = 6;

/** The inked runs of one part: neighbouring places that are met, or that come within the margin. */
export function marksOnPart(
  { places }: Ink,
  { points }: Obstacle,
  number: number,
): { shape: Shape; met: boolean }[] {
  const FAR_MM = 25;
  const runs: { met: boolean; points: Ink['places'][number]['at'][] }[] = [];
  for (const { obstacle, at, leastMm } of places) {
    if (obstacle !== number) continue;
    const met = leastMm < 0;
    const run = runs.at(-1);
    const last = run?.points.at(-1);
    const near = last && Math.hypot(at[0] - last[0], at[1] - last[1], at[2] - last[2]) < FAR_MM;
    if (run && near && run.met === met) run.points.push(at);
    else runs.push({ met, points: [at] });
  }
  // A part of one place is a knob already: its ink goes round it.
  const half = points.length === 1 ? PART_MM + 1 : INK_MM;
  return runs.map((run) => ({ met: run.met, shape: bar(run.points, half) }));
}

/** Colours of the tire's net, three numbers a place: the ink of what is met, fainter within the margin, grooves darker. */
export function inkedTire(
  profile: Profile,
  ink: Ink | null,
  marginMm: number,
  tones: { tire: Color; ink: Color },
): Float32Array {
  const outline = inkOutline(profile);
  const groove = tones.tire.clone().multiplyScalar(0.45);
  const near = tones.ink.clone().lerp(tones.tire, 0.55);
  const colours = new Float32Array(INK_ANGLES * outline.length * 3);
  // A place of the net is as wide as the points of an edge are apart: its neighbours take the ink as well.
  const least = (angle: number, section: number): number => {
    if (!ink) return Infinity;
    let low = Infinity;
    for (let by = -1; by <= 1; by++)
      for (let aside = -1; aside <= 1; aside++) {
        const at = (angle + by + INK_ANGLES) % INK_ANGLES;
        const j = (section + aside + outline.length) % outline.length;
        low = Math.min(low, ink.leastMm[at * ink.sections + j] ?? Infinity);
      }
    return low;
  };
  for (let angle = 0; angle < INK_ANGLES; angle++)
    outline.forEach((place, j) => {
      const mm = least(angle, j);
      const plain = isGroove(profile, angle, place) ? groove : tones.tire;
      (mm < 0 ? tones.ink : mm < marginMm ? near : plain).toArray(colours, (angle * outline.length + j) * 3);
    });
  return colours;
}

/** The rim in the axes of its hub: barrel, flange to be bolted, spokes and studs. Spokes are of the drawing; width, offset and diameter are the wheel's. */
export function rimParts(profile: Profile, spacerMm: number, studs: number, tone: Color): Group {
  const { centreMm, rimHalfWidthMm, rimInnerMm, rimOuterMm } = profile;
  const group = new Group();
  group.name = 'rim';
  const material = new MeshLambertMaterial({ color: tone, side: DoubleSide });
  const [inner, outer] = [centreMm - rimHalfWidthMm, centreMm + rimHalfWidthMm];
  const LIP = 12;
  const section = [
    [rimOuterMm, inner],
    [rimOuterMm, inner + LIP],
    [rimInnerMm, inner + 2 * LIP],
    [rimInnerMm, outer - 2 * LIP],
    [rimOuterMm, outer - LIP],
    [rimOuterMm, outer],
  ].map(([r, a]) => new Vector2(r, a));
  // A lathe turns about its y axis, which is the hub's outboard.
  const barrel = new LatheGeometry(section, 60);
  const THICK = 14;
  const hubRadius = Math.min(95, rimInnerMm * 0.5);
  const disc = new CylinderGeometry(hubRadius, hubRadius, THICK, 36).translate(0, spacerMm + THICK / 2, 0);
  const SPOKES = 6;
  const reach = rimInnerMm - hubRadius;
  const spokes = around(SPOKES, () =>
    new BoxGeometry(reach + 20, 16, 46).translate(hubRadius + reach / 2, spacerMm + THICK, 0),
  );
  group.add(oneBody('rim', [barrel, disc, ...spokes], material));
  const bolts = around(studs, () =>
    new CylinderGeometry(9, 9, 26, 6).translate(hubRadius * 0.68, spacerMm + THICK + 9, 0),
  );
  const dark = new MeshLambertMaterial({ color: tone.clone().multiplyScalar(0.4) });
  if (bolts.length > 0) group.add(oneBody('studs', bolts, dark));
  return group;
}

/** Copies of a body, evenly about the hub's axle. */
const around = (count: number, make: () => BufferGeometry): BufferGeometry[] =>
  Array.from({ length: count }, (_, i) => make().rotateY((-2 * Math.PI * i) / count));

/** Bodies of one material as one: each that is drawn by itself costs a slow machine as much as a thousand triangles. */
function oneBody(name: string, bodies: BufferGeometry[], material: MeshLambertMaterial): Mesh {
  const mesh = new Mesh(mergeGeometries(bodies), material);
  mesh.name = name;
  for (const body of bodies) body.dispose();
  return mesh;
}
