import {
  BufferAttribute,
  BufferGeometry,
  Color,
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
  PerspectiveCamera,
  Scene,
  Spherical,
  Vector3,
  WebGLRenderer,
  type Object3D,
} from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import type { PoseView } from '../../../core/clearance/contact';
import { hubFrame } from '../../../core/clearance/hubFrame';
import type { Ink } from '../../../core/clearance/ink';
import type { Profile } from '../../../core/clearance/profile';
import type { Obstacle } from '../../../core/format/build';
import type { Vec } from '../../../core/geometry/vec';
import { colour } from '../colour';
import { inkedTire, marksOnPart, partShapes, rimParts } from './parts';
import type { Shape } from './shapes';
import { tireShape, wireOf } from './shapes';

/** Where the corner is looked at from: the way to the camera, seen from the wheel. */
export const VIEWPOINTS = {
  quarter: { words: 'Three-quarter', key: '1', from: [0.62, 1, 0.5] },
  outside: { words: 'Outside', key: '2', from: [0, 1, 0.02] },
  ahead: { words: 'Ahead', key: '3', from: [1, 0, 0.02] },
  below: { words: 'Below', key: '4', from: [0, 0.02, -1] },
} as const satisfies Record<string, { words: string; key: string; from: Vec }>;
export type Viewpoint = keyof typeof VIEWPOINTS;

const AWAY_MM = 2350;
/** A press of an arrow key turns by so much. */
const TURN = Math.PI / 24;

const themed = (name: string): Color => new Color(`rgb(${colour(name).join(',')})`);

/** Rubber, light enough for ink to be seen on it. */
const tireTone = (): Color => themed('--graphite').lerp(themed('--metal'), 0.55);

export function geometryOf({ position, index }: Shape): BufferGeometry {
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
export class CornerScene {
  private readonly scene = new Scene();
  /** What is exported: the corner without lights, floor and marks of the hand. */
  readonly world = new Group();
  private readonly camera = new PerspectiveCamera(32, 1, 50, 20_000);
  private readonly renderer: WebGLRenderer;
  private readonly controls: OrbitControls;
  private readonly well = new Group();
  private readonly wheel = new Group();
  private readonly asDelivered = new Group();
  private readonly gap = new Group();
  private readonly floor = new Group();
  private parts: { obstacle: Obstacle; group: Group; marks: Group }[] = [];
  private profile: Profile | undefined;
  private tire: Mesh | undefined;
  private frame = 0;
  private drawn = 0;

  constructor(private readonly canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, preserveDrawingBuffer: false });
    this.renderer.setPixelRatio(Math.min(2, devicePixelRatio));
    this.camera.up.set(0, 0, 1);
    this.world.name = 'corner';
    this.well.name = 'well';
    this.wheel.name = 'wheel';
    this.asDelivered.name = 'as delivered';
    this.world.add(this.well, this.wheel, this.asDelivered);
    const sun = new DirectionalLight(0xffffff, 2.1);
    sun.position.set(900, 1600, 1400);
    this.scene.add(new HemisphereLight(0xffffff, 0x8a8a8a, 1.5), sun, this.world, this.gap, this.floor);
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.enablePan = false;
    this.controls.minDistance = 500;
    this.controls.maxDistance = 6000;
    this.controls.addEventListener('change', () => this.draw());
    this.look('quarter');
    this.resize();
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
    at.radius = Math.min(6000, Math.max(500, at.radius * (1 - nearer)));
    const to = new Vector3().setFromSpherical(at);
    this.camera.position.set(to.x, -to.z, to.y).add(this.controls.target);
    this.controls.update();
    this.draw();
  }

  resize(): void {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    if (width === 0 || height === 0) return;
    this.renderer.setSize(width, height, false);
    this.camera.aspect = width / height;
    this.camera.updateProjectionMatrix();
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
    const geometry = geometryOf(tireShape(profile));
    this.tire = new Mesh(geometry, new MeshLambertMaterial({ vertexColors: true, side: DoubleSide }));
    this.tire.name = 'tire';
    this.wheel.add(this.tire, rimParts(profile, spacerMm, studs, themed('--metal')));
    this.wheel.matrixAutoUpdate = false;
    this.setInk(null, 0);
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
    (this.tire.geometry as BufferGeometry).setAttribute('color', new BufferAttribute(colours, 3));
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
    empty(this.gap);
    if (Number.isFinite(nearest.clearanceMm)) {
      const line = linesOf(Float32Array.from([...nearest.at, ...nearest.surface]));
      this.gap.add(new LineSegments(line, new LineBasicMaterial({ color: themed('--signal') })));
    }
    this.draw();
  }

  draw(): void {
    // One that waits stays: were it put off by every move of the hand, nothing would be drawn while it moves.
    if (this.frame !== 0) return;
    this.frame = requestAnimationFrame(() => {
      this.frame = 0;
      this.renderer.setClearColor(themed('--sheet'));
      // From below the ground would only be in the way.
      this.floor.visible = this.camera.position.z > this.floor.position.z;
      this.renderer.render(this.scene, this.camera);
      // How many pictures were drawn, for whoever measures how fast it follows a hand.
      this.canvas.dataset['frames'] = String(++this.drawn);
    });
  }

  dispose(): void {
    cancelAnimationFrame(this.frame);
    for (const group of [this.well, this.wheel, this.asDelivered, this.gap, this.floor]) empty(group);
    this.controls.dispose();
    this.renderer.dispose();
  }
}
