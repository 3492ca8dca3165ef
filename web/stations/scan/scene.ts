import type { Vec } from '../../../core/geometry/vec';
import {
  BufferAttribute,
  BufferGeometry,
  Color,
  GridHelper,
  Group,
  LatheGeometry,
  Mesh,
  MeshBasicMaterial,
  Points,
  PointsMaterial,
  Quaternion,
  Raycaster,
  Sphere,
  SphereGeometry,
  Vector2,
  Vector3,
} from 'three';
import { tireOutline, type Profile } from '../../../core/clearance/profile';
import { FAR_MM } from '../../../core/scan/sweepScan';
import { colour } from '../../drawings/colour';
import { SpaceView, themed } from '../../drawings/space/SpaceView';

type Rgb = [number, number, number];

export type PointPiece = { xyz: Float32Array; part: Uint8Array; leastMm: Float32Array | null };

/** Greys of the parts by their mark, light to dark and round again: told apart by shade as in the other drawings. */
const PART_SHADES = [0.62, 0.25, 0.42, 0.78, 0.33, 0.52] as const;

const mix = (a: Rgb, b: Rgb, t: number): Rgb => [
  a[0] + (b[0] - a[0]) * t,
  a[1] + (b[1] - a[1]) * t,
  a[2] + (b[2] - a[2]) * t,
];

/** Near is the signal colour, at the margin half of it, far is grey; what is met is ink. */
function shadeOf(leastMm: number, marginMm: number, near: Rgb, far: Rgb, met: Rgb): Rgb {
  if (leastMm < 0) return met;
  if (leastMm <= marginMm) return mix(near, far, 0.45 * (leastMm / Math.max(1, marginMm)));
  return mix(near, far, Math.min(1, 0.45 + (0.55 * (leastMm - marginMm)) / (FAR_MM - marginMm)));
}

/** The well in space with the wheel in it. Points go to the graphics memory and are let go here. */
export class ScanScene extends SpaceView {
  private readonly cloud = new Group();
  private readonly marks = new Group();
  private wheel: Mesh | undefined;

  constructor(canvas: HTMLCanvasElement) {
    super(canvas, 40, [10, 20_000]);
    const grid = new GridHelper(2400, 24);
    grid.rotation.x = Math.PI / 2;
    grid.position.z = -420;
    grid.material.opacity = 0.25;
    grid.material.transparent = true;
    this.scene.add(grid, this.cloud, this.marks);
    this.look([0, 0, 0], 1500);
    this.resize();
  }

  /** Looks at a place from outboard, ahead and above. */
  look(at: Vec, awayMm: number): void {
    this.controls.target.set(...at);
    this.camera.position.set(at[0] + awayMm * 0.55, at[1] + awayMm * 0.9, at[2] + awayMm * 0.4);
    this.controls.update();
    this.draw();
  }

  clear(): void {
    for (const child of [...this.cloud.children]) {
      if (child instanceof Points) (child.geometry as BufferGeometry).dispose();
      this.cloud.remove(child);
    }
    this.draw();
  }

  add({ xyz, part, leastMm }: PointPiece, marginMm: number): void {
    const [near, far, met] = [colour('--signal'), colour('--line'), colour('--ink')];
    const ink = colour('--ink');
    const paper = colour('--paper');
    const colours = new Uint8Array(part.length * 3);
    part.forEach((mark, i) => {
      const shade = leastMm
        ? shadeOf(leastMm[i] ?? FAR_MM, marginMm, near, far, met)
        : mix(ink, paper, PART_SHADES[mark % PART_SHADES.length] ?? 0.5);
      colours.set(shade, i * 3);
    });
    const geometry = new BufferGeometry();
    geometry.setAttribute('position', letGo(new BufferAttribute(xyz, 3)));
    geometry.setAttribute('color', letGo(new BufferAttribute(colours, 3, true)));
    // Its bounds would be worked out from the positions, which are let go.
    geometry.boundingSphere = new Sphere(new Vector3(), 1e5);
    const material = new PointsMaterial({ size: 3.2, vertexColors: true, sizeAttenuation: true });
    const points = new Points(geometry, material);
    points.frustumCulled = false;
    this.cloud.add(points);
    this.draw();
  }

  /** The tire in a pose: hub and spin axis in the corner's own axes. */
  setWheel(profile: Profile, hub: Vec, spin: Vec): void {
    if (this.wheel) {
      this.wheel.geometry.dispose();
      this.scene.remove(this.wheel);
    }
    const outline = tireOutline(profile, 6).map(([a, r]) => new Vector2(r, a));
    const [first] = outline;
    const lathe = new LatheGeometry(first ? [...outline, first] : outline, 64);
    const material = new MeshBasicMaterial({
      color: new Color('rgb(120,122,128)'),
      wireframe: true,
      transparent: true,
      opacity: 0.35,
    });
    this.wheel = new Mesh(lathe, material);
    // A lathe turns about its y axis; the wheel about its spin.
    this.wheel.quaternion.copy(
      new Quaternion().setFromUnitVectors(new Vector3(0, 1, 0), new Vector3(...spin)),
    );
    this.wheel.position.set(...hub);
    this.scene.add(this.wheel);
    this.draw();
  }

  setMarks(points: readonly Vec[]): void {
    this.marks.clear();
    const material = new MeshBasicMaterial({ color: themed('--signal') });
    for (const point of points) {
      const ball = new Mesh(new SphereGeometry(9, 16, 12), material);
      ball.position.set(...point);
      this.marks.add(ball);
    }
    this.draw();
  }

  /** The ray under a pointer: where it begins, its direction, and how far it spreads per mm at a pick's width. */
  ray(clientX: number, clientY: number): { origin: Vec; direction: Vec; spread: number } {
    const box = this.canvas.getBoundingClientRect();
    const at = new Vector2(
      ((clientX - box.left) / box.width) * 2 - 1,
      1 - ((clientY - box.top) / box.height) * 2,
    );
    const caster = new Raycaster();
    caster.setFromCamera(at, this.camera);
    const { origin, direction } = caster.ray;
    const perPixel = (2 * Math.tan((this.camera.fov * Math.PI) / 360)) / box.height;
    return { origin: origin.toArray(), direction: direction.toArray(), spread: 7 * perPixel };
  }

  override dispose(): void {
    this.clear();
    super.dispose();
  }
}

/** An attribute whose array is dropped once it lies in the graphics memory. */
function letGo(attribute: BufferAttribute): BufferAttribute {
  attribute.onUpload(function drop(this: BufferAttribute) {
    (this as { array: unknown }).array = null;
  });
  return attribute;
}
