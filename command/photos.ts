import { readFileSync } from 'node:fs';
import { basename } from 'node:path';
import { LEAST_PHOTOS, MOST_PHOTOS } from '../core/format/photoRound';
import type { Fault } from '../core/format/fields';
import { measureRound } from '../core/photogrammetry/measure';
import { statesOf, type RoundPicture } from '../core/photogrammetry/roundInput';
import { faultLines } from '../formats/buildJson';
import { decodePhoto } from '../formats/photo/decode';
import { findCards } from '../formats/photo/findCards';
import { openCv } from '../formats/photo/openCvNode';
import { measurementDocument, readRound } from '../formats/photo/roundJson';
import { readFile, refuse, writeOut } from './buildFile';

const USAGE = 'usage: ./vexlo photos SETUP.json PHOTO PHOTO… (2 to 60, JPEG or PNG)';

/** The pictures with the cards in them, one after the other; what is wrong with any of them, all at once. */
async function pictures(files: readonly string[]): Promise<{ found: RoundPicture[]; faults: Fault[] }> {
  const found: RoundPicture[] = [];
  const faults: Fault[] = [];
  const { cv } = await openCv();
  for (const [i, file] of files.entries()) {
    const name = basename(file);
    let bytes: Uint8Array;
    try {
      bytes = readFileSync(file);
    } catch (error) {
      faults.push({
        path: name,
        message: `cannot be opened; ${error instanceof Error ? error.message : String(error)}`,
      });
      continue;
    }
    const photo = await decodePhoto(bytes);
    if (!photo.ok) {
      faults.push({ path: name, message: photo.message });
      continue;
    }
    const { grey, ...camera } = photo.value;
    const cards = findCards(cv, grey);
    found.push({ name, width: grey.width, height: grey.height, ...camera, found: cards });
    if (process.stderr.isTTY) console.error(`${i + 1} of ${files.length}: ${name}, ${cards.length} cards`);
  }
  return { found, faults };
}

/**
 * Measures a well from photographs and prints the measurement as JSON. Bad input is told on standard error, each picture by its
 * name with the cure, and answered with 2; then nothing is printed.
 */
export async function photos([setup, ...files]: string[]): Promise<number> {
  if (setup === undefined || setup.startsWith('-')) return refuse(USAGE);
  const round = readFile(setup, readRound);
  if (!round.ok) return refuse(round.words);
  if (files.length < LEAST_PHOTOS || files.length > MOST_PHOTOS)
    return refuse(`${files.length} photographs; give ${LEAST_PHOTOS} to ${MOST_PHOTOS}\n${USAGE}`);
  const names = files.map((file) => basename(file));
  const twice = names.find((name, i) => names.indexOf(name) !== i);
  if (twice !== undefined) return refuse(`${twice}: is there twice; give each picture a name of its own`);
  const states = statesOf(round.value, names);
  if (!states.ok) return refuse(faultLines(states.faults));
  const { found, faults } = await pictures(files);
  if (faults.length > 0) return refuse(faultLines(faults));
  const measured = measureRound(round.value, found);
  if (!measured.ok) return refuse(faultLines(measured.faults));
  writeOut(`${JSON.stringify(measurementDocument(measured.value), null, 1)}\n`);
  return 0;
}
