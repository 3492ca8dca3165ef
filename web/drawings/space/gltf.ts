import { Group, Mesh, MeshLambertMaterial, MeshStandardMaterial, type Object3D } from 'three';
import { GLTFExporter } from 'three/examples/jsm/exporters/GLTFExporter.js';

/**
 * A corner as glTF 2.0, binary: metres and y up as the format asks, parts by their names, and in `extras` what it shows. The object
 * is copied; what is drawn is left alone.
 */
export async function gltfOf(
  world: Object3D,
  extras: Record<string, unknown>,
): Promise<Uint8Array<ArrayBuffer>> {
  const copy = world.clone(true);
  copy.traverse((child) => {
    if (!(child instanceof Mesh) || !(child.material instanceof MeshLambertMaterial)) return;
    const { color, transparent, opacity, side, vertexColors } = child.material;
    child.material = new MeshStandardMaterial({
      color,
      transparent,
      opacity,
      side,
      vertexColors,
      metalness: 0,
      roughness: 0.9,
    });
  });
  const root = new Group();
  root.name = 'Vexlo corner';
  root.rotation.x = -Math.PI / 2;
  root.scale.setScalar(0.001);
  root.userData = extras;
  root.add(copy);
  root.updateMatrixWorld(true);
  const made = await new GLTFExporter().parseAsync(root, { binary: true, onlyVisible: false });
  if (!(made instanceof ArrayBuffer)) throw new Error('the corner was not written as binary glTF');
  return new Uint8Array(made);
}
