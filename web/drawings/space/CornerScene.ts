import {
  BufferAttribute,
  BufferGeometry,
  type Color,
  DirectionalLight,
  DoubleSide,
  GridHelper,
  Group,
  HemisphereLight,
  LineBasicMaterial,
  LineSegments,
  Matrix4,
  Mesh,
  MeshLambertMaterial,
  Spherical,
  Vector3,
  type Object3D,
} from 'three';
import type { PoseView } from '../../../core/clearance/contact';
import { hubFrame } from '../../../core/clearance/hubFrame';
import type { Ink } from '../../../core/clearance/ink';
import type { Profile } from '../../../core/clearance/profile';
import type { Obstacle } from '../../../core/format/build';
import type { Vec } from '../../../core/geometry/vec';
import { inkedTire, marksOnPart, partShapes, rimParts } from './parts';
import { coarseTire, tireShape, wireOf, type Shape } from './shapes';
import { SpaceView, themed } from './SpaceView';

/** Where the corner is looked at from: the way to the camera, seen from the wheel. */
export const VIEWPOINTS = {
  quarter: { words: 'Three-quarter', key: '1', from: [0.62, 1, 0.5] },
  outside: { words: 'Outside', key: '2', from: [0, 1, 0.02] },
  ahead: { words: 'Ahead', key: '3', from: [1, 0, 0.02] },
  below: { words: 'Below', key: '4', from: [0, 0.02, -1] },
} as const satisfies Record<string, { words: string; key: string; from: Vec }>;
export type Viewpoint = keyof typeof VIEWPOINTS;

const AWAY_MM = 2350;
const [NEAREST_MM, FARTHEST_MM] = [500, 6000];
/** A press of an arrow key turns by so much. */
const TURN = Math.PI / 24;

/** Rubber, light enough for ink to be seen on it. */
const tireTone = (): Color => themed('--graphite').lerp(themed('--metal'), 0.55);

function geometryOf({ position, index }: Shape): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(position, 3));
  geometry.setIndex(new BufferAttribute(index, 1));
  geometry.computeVertexNormals();
  return geometry;
}
function linesOf(position: Float32Array): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(position, 3));
  return geometry;
}

/** Lets the graphics memory of everything under an object go. */
function empty(group: Object3D): void {
  group.traverse((child) => {
    if (child instanceof Mesh || child instanceof LineSegments) {
      (child.geometry as BufferGeometry).dispose();
      (child.material as MeshLambertMaterial).dispose();
    }
  });
  group.clear();
}

/** One corner in space: the well as it was measured, the wheel in a pose, the one as delivered as a thin outline, and the ink of the zone. */
export class CornerScene extends SpaceView {
  /** The corner without lights, floor and marks of the hand. */
  private readonly world = new Group();
  private readonly well = new Group();
  private readonly wheel = new Group();
  private readonly asDelivered = new Group();
  /** From the nearest obstacle to the wheel; its ends move with the pose. */
  private readonly gap = new LineSegments(linesOf(new Float32Array(6)), new LineBasicMaterial());
  private readonly floor = new Group();
  private parts: { obstacle: Obstacle; group: Group; marks: Group }[] = [];
  private profile: Profile | undefined;
  private tire: Mesh | undefined;
  /** The tire's own geometry, and the same places joined by fewer triangles. */
  private tireNets: { whole: BufferGeometry; coarse: BufferGeometry } | undefined;

  constructor(canvas: HTMLCanvasElement) {
    super(canvas, 32, [50, 20_000]);
    // Its ends move: where it began says nothing of where it is.
    this.gap.frustumCulled = false;
    this.gap.material.color = themed('--signal');
    this.world.name = 'corner';
    this.well.name = 'well';
    this.wheel.name = 'wheel';
    this.asDelivered.name = 'as delivered';
    this.world.add(this.well, this.wheel, this.asDelivered);
    const sun = new DirectionalLight(0xffffff, 2.1);
    sun.position.set(900, 1600, 1400);
    this.scene.add(new HemisphereLight(0xffffff, 0x8a8a8a, 1.5), sun, this.world, this.gap, this.floor);
    this.controls.enablePan = false;
    this.controls.minDistance = NEAREST_MM;
    this.controls.maxDistance = FARTHEST_MM;
    this.look('quarter');
    this.resize();
  }

  override takeTheme(): void {
    this.gap.material.color = themed('--signal');
    super.takeTheme();
  }

  look(viewpoint: Viewpoint): void {
    const [x, y, z] = VIEWPOINTS[viewpoint].from;
    this.controls.target.set(0, -40, -20);
    this.camera.position.set(x, y, z).normalize().multiplyScalar(AWAY_MM).add(this.controls.target);
    this.controls.update();
    this.draw();
  }

  /** Turns about the wheel by steps of the arrow keys, right and up, and goes nearer by a share. */
  turn(right: number, up: number, nearer = 0): void {
    const offset = this.camera.position.clone().sub(this.controls.target);
    // The sphere's own pole is y; the corner's is z.
    const at = new Spherical().setFromVector3(new Vector3(offset.x, offset.z, -offset.y));
    at.theta += right * TURN;
    at.phi = Math.min(Math.PI - 0.02, Math.max(0.02, at.phi - up * TURN));
    at.radius = Math.min(FARTHEST_MM, Math.max(NEAREST_MM, at.radius * (1 - nearer)));
    const to = new Vector3().setFromSpherical(at);
    this.camera.position.set(to.x, -to.z, to.y).add(this.controls.target);
    this.controls.update();
    this.draw();
  }

  setWell(obstacles: readonly Obstacle[]): void {
    empty(this.well);
    this.parts = [];
    for (const { obstacle, shapes, line } of partShapes(obstacles)) {
      const group = new Group();
      group.name = obstacle.label || obstacle.id;
      const marks = new Group();
      for (const { shape, tone, opacity } of shapes) {
        const material = new MeshLambertMaterial({
          color: themed(tone),
          side: DoubleSide,
          transparent: opacity < 1,
          opacity,
          depthWrite: opacity === 1,
        });
        group.add(new Mesh(geometryOf(shape), material));
      }
      const edge = new LineSegments(linesOf(line), new LineBasicMaterial({ color: themed('--ink') }));
      edge.name = 'as measured';
      group.add(edge, marks);
      group.matrixAutoUpdate = false;
      this.well.add(group);
      this.parts.push({ obstacle, group, marks });
    }
    this.draw();
  }

  setWheel(profile: Profile, spacerMm: number, studs: number): void {
    empty(this.wheel);
    this.profile = profile;
    const whole = geometryOf(tireShape(profile));
    const coarse = whole.clone();
    coarse.setIndex(new BufferAttribute(coarseTire(profile), 1));
    this.disposeNets();
    this.tireNets = { whole, coarse };
    this.tire = new Mesh(whole, new MeshLambertMaterial({ vertexColors: true, side: DoubleSide }));
    this.tire.name = 'tire';
    this.wheel.add(this.tire, rimParts(profile, spacerMm, studs, themed('--metal')));
    this.draw();
  }

  setAsDelivered(profile: Profile): void {
    empty(this.asDelivered);
    const material = new LineBasicMaterial({ color: themed('--graphite'), transparent: true, opacity: 0.55 });
    this.asDelivered.add(new LineSegments(linesOf(wireOf(profile)), material));
    this.draw();
  }

  /** The ground, drawn under the wheel wherever a pose holds it. */
  setFloor(): void {
    empty(this.floor);
    const grid = new GridHelper(1800, 18, themed('--line'), themed('--line'));
    grid.rotation.x = Math.PI / 2;
    this.floor.add(grid);
  }

  /** Inks what is met in the zone, and fainter what comes within the margin; null takes the ink off. */
  setInk(ink: Ink | null, marginMm: number): void {
    if (!this.tire || !this.profile) return;
    // Light falls on them: what is to read as the signal's own colour is painted brighter than it.
    const tones = { tire: tireTone(), ink: themed('--signal').multiplyScalar(1.8) };
    const colours = inkedTire(this.profile, ink, marginMm, tones);
    const ofPlaces = new BufferAttribute(colours, 3);
    for (const net of Object.values(this.tireNets ?? {})) net.setAttribute('color', ofPlaces);
    for (const [i, { marks, obstacle }] of this.parts.entries()) {
      empty(marks);
      if (!ink) continue;
      for (const { shape, met } of marksOnPart(ink, obstacle, i)) {
        const color = met ? tones.ink : tones.ink.clone().lerp(tones.tire, 0.55);
        marks.add(
          new Mesh(
            geometryOf(shape),
            new MeshLambertMaterial({ color, emissive: color, emissiveIntensity: 0.35 }),
          ),
        );
      }
    }
    this.draw();
  }

  setPose({ hub, spin, obstacles, nearest }: PoseView): void {
    const { ahead, above } = hubFrame(spin);
    const ofHub = new Matrix4()
      .makeBasis(new Vector3(...ahead), new Vector3(...spin), new Vector3(...above))
      .setPosition(...hub);
    this.wheel.matrix.copy(ofHub);
    for (const { obstacle, group } of this.parts) {
      const [drawn] = obstacles.find(({ id }) => id === obstacle.id)?.points ?? [];
      const [measured] = obstacle.points;
      if (obstacle.carrier === 'upright') group.matrix.copy(ofHub);
      else if (drawn && measured) group.matrix.makeTranslation(0, 0, drawn[2] - measured[2]);
      group.matrixWorldNeedsUpdate = true;
    }
    this.wheel.matrixWorldNeedsUpdate = true;
    this.floor.position.z = hub[2] - (this.profile?.tireOuterMm ?? 0) - 2;
    this.gap.visible = Number.isFinite(nearest.clearanceMm);
    const ends = this.gap.geometry.getAttribute('position') as BufferAttribute;
    (ends.array as Float32Array).set([...nearest.at, ...nearest.surface]);
    ends.needsUpdate = true;
    this.draw();
  }

  /** What is exported, as it is drawn when it stands still. */
  exported(): Group {
    if (this.tire && this.tireNets) this.tire.geometry = this.tireNets.whole;
    return this.world;
  }

  protected override beforeDrawing(coarse: boolean): void {
    if (this.tire && this.tireNets) this.tire.geometry = this.tireNets[coarse ? 'coarse' : 'whole'];
    // From below the ground would only be in the way.
    this.floor.visible = this.camera.position.z > this.floor.position.z;
  }

  /** Of the two only the one that was drawn last hangs on the tire. */
  private disposeNets(): void {
    for (const net of Object.values(this.tireNets ?? {})) net.dispose();
  }

  override dispose(): void {
    this.disposeNets();
    for (const group of [this.well, this.wheel, this.asDelivered, this.floor]) empty(group);
    this.gap.geometry.dispose();
    this.gap.material.dispose();
    super.dispose();
  }
}
