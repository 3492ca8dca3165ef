import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import sharp from 'sharp';
import { adjusted } from '../../core/photogrammetry/adjust';
import { measureRound } from '../../core/photogrammetry/measure';
import type { RoundPicture } from '../../core/photogrammetry/roundInput';
import { solveRound } from '../../core/photogrammetry/solve';
import { normal, PHONE, seeded, sightOf, walkRound, wellCards } from '../../demo/photo/world';
import { decodePhoto } from '../../formats/photo/decode';
import { findCards } from '../../formats/photo/findCards';
import type { OpenCv } from '../../formats/photo/openCv';
import { openCv } from '../../formats/photo/openCvNode';
import { readRound } from '../../formats/photo/roundJson';
import { ROOT } from '../paths';
import { denseAdjusted } from './denseBundle';

const FOLDER = join(ROOT, 'demo', 'photo-round');

/** The demo round's pictures; larger ones, as a phone takes them, where `width` is given. */
async function demoPictures(width?: number): Promise<[name: string, bytes: Uint8Array][]> {
  const names = readdirSync(FOLDER).filter((name) => name.endsWith('.jpg'));
  return Promise.all(
    names.map(async (name): Promise<[string, Uint8Array]> => {
      const bytes = readFileSync(join(FOLDER, name));
      return [name, width ? await sharp(bytes).resize({ width }).jpeg({ quality: 90 }).toBuffer() : bytes];
    }),
  );
}

/** The demo round from its files on: how long it takes, and how far its points are off the truth. */
async function demoFigures(cv: OpenCv, width?: number): Promise<{ seconds: number; rmsMm: number }> {
  const files = await demoPictures(width);
  const round = readRound(readFileSync(join(FOLDER, 'setup.json'), 'utf8'));
  const truth = new Map(JSON.parse(readFileSync(join(FOLDER, 'truth.json'), 'utf8')) as [number, number[]][]);
  if (!round.ok) throw new Error('the demo round is faulty');
  const from = performance.now();
  const pictures: RoundPicture[] = [];
  for (const [name, bytes] of files) {
    const photo = await decodePhoto(bytes);
    if (!photo.ok) throw new Error(photo.message);
    const { grey } = photo.value;
    pictures.push({ name, width: grey.width, height: grey.height, found: findCards(cv, grey) });
  }
  const answer = measureRound(round.value, pictures);
  const seconds = (performance.now() - from) / 1000;
  if (!answer.ok) throw new Error(answer.faults[0]?.message);
  const often = answer.value.points.filter(({ photos }) => photos >= 3);
  const squares = often.map(({ id, xMm, yMm, zMm }) => {
    const [x = NaN, y = NaN, z = NaN] = truth.get(id) ?? [];
    return (xMm - x) ** 2 + (yMm - y) ** 2 + (zMm - z) ** 2;
  });
  return { seconds, rmsMm: Math.sqrt(squares.reduce((a, b) => a + b, 0) / squares.length) };
}

/** How many times faster the adjustment is than the plain way, from one start to the same end. */
function bundleVsDense(quick: boolean): number {
  const random = seeded(2);
  const { cards } = wellCards(random, 'left', 0.15, quick ? 1 : 2);
  const world = {
    side: 'left' as const,
    outboardMm: 38.5,
    camberDeg: -0.7,
    states: {},
    cards,
    camera: PHONE,
    insetMm: 0.05,
    noisePx: 0.1,
  };
  const pictures = walkRound(random, quick ? 5 : 20).map((shot) => sightOf(world, shot, random));
  const solved = solveRound(
    pictures.map(({ found }) => ({ state: 0, found })),
    PHONE,
    27,
  );
  if (!solved) throw new Error('the drawn round cannot be placed');
  const photos = solved.scene.photos.map((pose) => pose.map((v, i) => (i < 9 ? v : v + normal(random))));
  const start = { ...solved.scene, photos };
  const from = performance.now();
  const ours = adjusted(start, 0.5);
  const between = performance.now();
  const plain = denseAdjusted(start, 0.5);
  const ratio = (performance.now() - between) / (between - from);
  if (Math.abs(ours.normal.cost / plain.cost - 1) > 1e-4) throw new Error('both ways end elsewhere');
  return ratio;
}

/** Photo rounds: twelve pictures of 3000 × 2250 (the demo's own with `quick`), the demo's points against the truth, the adjustment against the plain way. */
export async function photoFigures(quick: boolean): Promise<Record<string, number>> {
  const { cv } = await openCv();
  const { rmsMm, seconds } = await demoFigures(cv);
  return {
    photoSeconds: quick ? seconds : (await demoFigures(cv, 3000)).seconds,
    photoRmsMm: rmsMm,
    bundleVsDense: bundleVsDense(quick),
  };
}
