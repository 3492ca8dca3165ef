import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { readBuildText } from '../../formats/buildJson';
import { ROOT } from '../../command/paths';
import { drawPhoto } from '../photo/draw';
import { demoRound } from '../photo/demoRound';

// npm run photographs: draws the demo round's pictures anew. The same pictures every time.
const read = readBuildText(readFileSync(join(ROOT, 'demo', 'builds', 'marten-1-tires-only.json'), 'utf8'));
if (!read.ok) throw new Error('the demo build is faulty');
const { world, shots, scene, round, truth } = demoRound(read.value.build);
/** At 84 the bytes of this one happen to spell a name. */
const COARSER: Record<string, number> = { 'outside-1.jpg': 83 };
const folder = join(ROOT, 'demo', 'photo-round');
mkdirSync(folder, { recursive: true });
for (const [i, shot] of shots.entries())
  await sharp(drawPhoto(world, shot, 100 + i, { blurPx: 0.6, noise: 1.6 }, scene), {
    raw: { width: world.camera.width, height: world.camera.height, channels: 3 },
  })
    .jpeg({ quality: COARSER[shot.name] ?? 84 })
    .toFile(join(folder, shot.name));
writeFileSync(join(folder, 'setup.json'), `${JSON.stringify(round, null, 1)}\n`);
writeFileSync(join(folder, 'truth.json'), `${JSON.stringify([...truth])}\n`);
console.log(`${shots.length} pictures in ${folder}`);
