import { Color, PerspectiveCamera, Scene, WebGLRenderer } from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { colour } from '../colour';

/** A colour of the theme for what is drawn in space. */
export const themed = (name: string): Color => new Color(`rgb(${colour(name).join(',')})`);

/** A canvas that shows a scene in the corner's axes, turned with the pointer and drawn when something of it has changed. */
export abstract class SpaceView {
  protected readonly scene = new Scene();
  protected readonly camera: PerspectiveCamera;
  protected readonly controls: OrbitControls;
  private readonly renderer: WebGLRenderer;
  private frame = 0;
  private drawn = 0;

  constructor(
    protected readonly canvas: HTMLCanvasElement,
    fieldDeg: number,
    [nearMm, farMm]: readonly [number, number],
  ) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true });
    this.renderer.setPixelRatio(Math.min(2, devicePixelRatio));
    this.camera = new PerspectiveCamera(fieldDeg, 1, nearMm, farMm);
    this.camera.up.set(0, 0, 1);
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.addEventListener('change', () => this.draw());
    // Not by `takeTheme`: what is added to it is not there yet.
    this.renderer.setClearColor(themed('--sheet'));
  }

  /** Takes the ground of the light or dark theme. */
  takeTheme(): void {
    this.renderer.setClearColor(themed('--sheet'));
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

  /** Draws with the next frame. One that waits stays: were it put off by every move of the hand, nothing would be drawn meanwhile. */
  draw(): void {
    if (this.frame !== 0) return;
    this.frame = requestAnimationFrame(() => {
      this.frame = 0;
      this.beforeDrawing();
      this.renderer.render(this.scene, this.camera);
      // How many pictures were drawn, for whoever measures how fast it follows a hand.
      this.canvas.dataset['frames'] = String(++this.drawn);
    });
  }

  /** What depends on where it is looked at from. */
  protected beforeDrawing(): void {
    // Nothing does, as a rule.
  }

  /** Lets the graphics memory go; what was added to the scene is let go by whoever added it, before. */
  dispose(): void {
    cancelAnimationFrame(this.frame);
    this.controls.dispose();
    this.renderer.dispose();
  }
}
