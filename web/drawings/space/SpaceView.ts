import { Color, PerspectiveCamera, Scene, WebGLRenderer } from 'three';
import { OrbitControls } from 'three/examples/jsm/controls/OrbitControls.js';
import { colour } from '../colour';

/** A colour of the theme for what is drawn in space. */
export const themed = (name: string): Color => new Color(`rgb(${colour(name).join(',')})`);

/** While something moves, pictures that take longer than this apart are drawn coarser; faster ones finer again, ms. */
const [SLOW_MS, FAST_MS] = [34, 20];
/** Coarseness: pixels of the picture for one of the page. */
const [COARSEST, COARSE, WHOLE] = [0.45, 0.6, 1];
/** Of a screen that is finer than this the rest is not drawn. */
const MOST_PIXELS = 2;
const pixelsOfPage = (): number => Math.min(MOST_PIXELS, devicePixelRatio);
/** Still for so long, it is drawn in full, ms. */
const STILL_MS = 160;

/** A canvas that shows a scene in the corner's axes, turned with the pointer and drawn when something of it has changed. */
export abstract class SpaceView {
  protected readonly scene = new Scene();
  protected readonly camera: PerspectiveCamera;
  protected readonly controls: OrbitControls;
  private readonly renderer: WebGLRenderer;
  private frame = 0;
  private drawn = 0;
  /** Coarseness while something moves. It starts at the page's own and follows what the machine can. */
  private ratio = WHOLE;
  private lastAt = -Infinity;
  private still: ReturnType<typeof setTimeout> | undefined;

  constructor(
    protected readonly canvas: HTMLCanvasElement,
    fieldDeg: number,
    [nearMm, farMm]: readonly [number, number],
  ) {
    // No smoothing of edges while it moves: a still picture is drawn twice as fine and made smaller by the page, which smooths more than edges.
    this.renderer = new WebGLRenderer({ canvas, antialias: false });
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
    this.camera.aspect = width / height;
    this.camera.updateProjectionMatrix();
    this.draw();
  }

  /** Draws with the next frame. One that waits stays: were it put off by every move of the hand, nothing would be drawn meanwhile. */
  draw(): void {
    if (this.frame !== 0) return;
    this.frame = requestAnimationFrame((now) => {
      this.frame = 0;
      this.follow(now - this.lastAt);
      this.lastAt = now;
      this.render(this.ratio * pixelsOfPage(), this.ratio < COARSE);
      clearTimeout(this.still);
      this.still = setTimeout(() => this.render(2 * pixelsOfPage(), false), STILL_MS);
      // How many pictures were drawn, for whoever measures how fast it follows a hand.
      this.canvas.dataset['frames'] = String(++this.drawn);
    });
  }

  /** Takes how long the last picture took: one that came after a rest says nothing of the machine. */
  private follow(tookMs: number): void {
    if (tookMs > STILL_MS * 3) return;
    if (tookMs > SLOW_MS) this.ratio = Math.max(COARSEST, this.ratio * 0.8);
    else if (tookMs < FAST_MS) this.ratio = Math.min(WHOLE, this.ratio * 1.05);
  }

  private render(pixelRatio: number, coarse: boolean): void {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    if (width === 0 || height === 0) return;
    const [wide, high] = [Math.round(width * pixelRatio), Math.round(height * pixelRatio)];
    if (this.canvas.width !== wide || this.canvas.height !== high) this.renderer.setSize(wide, high, false);
    this.beforeDrawing?.(coarse);
    this.renderer.render(this.scene, this.camera);
  }

  /** What depends on where it is looked at from, and what may be drawn coarser on a machine that does not follow. */
  protected beforeDrawing?(coarse: boolean): void;

  /** Lets the graphics memory go; what was added to the scene is let go by whoever added it, before. */
  dispose(): void {
    cancelAnimationFrame(this.frame);
    clearTimeout(this.still);
    this.controls.dispose();
    this.renderer.dispose();
  }
}
