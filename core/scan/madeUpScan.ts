import type { Cloud } from './cloud';

/** A small fast generator, so that every run sees the same cloud (Park and Miller's minimal standard). */
function randomOf(seed: number): () => number {
  let state = seed;
  return () => (state = (state * 48271) % 2147483647) / 2147483647;
}

/** A wheel well as a scanner sees it, made up for trying and for timing: an arch with its liner and inner wall, a little rough, and a rail inside. */
export function scannedWell(points: number): Cloud {
  const random = randomOf(7);
  const xyz = new Float32Array(points * 3);
  const part = new Uint8Array(points);
  for (let i = 0; i < points; i++) {
    const rough = (random() - 0.5) * 1.5;
    const angle = (random() - 0.5) * 3.9;
    const which = random();
    let y = 120 - 330 * random();
    let r = 500 + rough;
    if (which > 0.6) {
      // The inner wall of the well, from the arch down: a bulged sheet.
      r = 210 + 290 * random();
      y = -250 + 20 * Math.sin(3 * angle) * Math.sin(r / 60) + rough;
    }
    xyz[i * 3] = r * Math.sin(angle);
    xyz[i * 3 + 1] = y;
    xyz[i * 3 + 2] = r * Math.cos(angle);
    if (which > 0.9) part[i] = 1;
  }
  return { xyz, part };
}

/** The same as a text file of points, mm, for whoever has no scanner at hand. */
export function madeUpScanText(points: number): string {
  const { xyz } = scannedWell(points);
  const lines: string[] = [];
  for (let i = 0; i < xyz.length; i += 3)
    lines.push(`${xyz[i]!.toFixed(1)} ${xyz[i + 1]!.toFixed(1)} ${xyz[i + 2]!.toFixed(1)}`);
  return lines.join('\n');
}
