import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { PhotoRound } from '../../core/format/photoRound';
import { readRound } from '../../formats/photo/roundJson';

/** Where the demo round lies: drawn pictures of a demo vehicle's left front well. */
const FOLDER = join(process.cwd(), 'demo', 'photo-round');

/** What the simulated phone has to show: its pictures, in which state each was taken, and how its plate stood. */
export type PhoneRoll = {
  label: string;
  simulated: true;
  vehicle: string;
  round: PhotoRound;
  photos: string[];
};

const photoNames = async (): Promise<string[]> =>
  (await readdir(FOLDER)).filter((name) => name.endsWith('.jpg')).sort();

export async function phoneRoll(): Promise<PhoneRoll> {
  const read = readRound(await readFile(join(FOLDER, 'setup.json'), 'utf8'));
  if (!read.ok) throw new Error('the demo round is faulty');
  const photos = await photoNames();
  return { label: 'Phone', simulated: true, vehicle: 'Selk Marten, left front', round: read.value, photos };
}

/** One of its pictures as JPEG; undefined where it has none of that name. */
export async function phonePhoto(name: string): Promise<Buffer | undefined> {
  return (await photoNames()).includes(name) ? readFile(join(FOLDER, name)) : undefined;
}
