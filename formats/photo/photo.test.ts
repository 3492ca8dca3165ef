import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { crc32 } from 'node:zlib';
import sharp from 'sharp';
import { beforeAll, describe, expect, test } from 'vitest';
import { demoRound } from '../../demo/photo/demoRound';
import { CORNER_SIGNS } from '../../core/photogrammetry/cards';
import { kindOfCard } from '../../core/photogrammetry/cards';
import { whiteCell } from '../../core/photogrammetry/tagCodes';
import { plus, eyeOf, pixelOf, squaresOf } from '../../demo/photo/world';
import { times } from '../../core/geometry/vec';
import { demoBuild } from '../../tests/example';
import { decodePhoto } from './decode';
import { findCards } from './findCards';
import type { OpenCv } from './openCv';
import { openCv } from './openCvNode';
import { measurementSchemaText, readRound, roundSchemaText } from './roundJson';

const FOLDER = join(import.meta.dirname, '..', '..', 'demo', 'photo-round');
const bytesOf = (name: string): Buffer => readFileSync(join(FOLDER, name));

let cv: OpenCv;
beforeAll(async () => {
  cv = (await openCv()).cv;
});

async function said(bytes: Uint8Array): Promise<string> {
  const answer = await decodePhoto(bytes);
  return answer.ok ? 'a picture' : answer.message;
}

test('corners are found where they were drawn, to a tenth of a pixel, small squares to a few', async () => {
  const { world, shots } = demoRound(demoBuild('marten-1-tires-only'));
  const misses: number[] = [];
  for (const shot of shots.slice(2, 4)) {
    const photo = await decodePhoto(bytesOf(shot.name));
    if (!photo.ok) throw new Error(photo.message);
    const squares = new Map(squaresOf(world, shot.state).map((one) => [one.id, one]));
    const eye = eyeOf(shot, world.side);
    const found = findCards(cv, photo.value.grey);
    expect(found.length).toBeGreaterThan(15);
    for (const { id, corners } of found) {
      const square = squares.get(id);
      if (!square) throw new Error(`card ${id} was not drawn`);
      CORNER_SIGNS.forEach(([sx, sy], i) => {
        const at = plus(square.at, times(square.right, sx * square.half), times(square.up, sy * square.half));
        const [u, v] = pixelOf(world, eye, at) ?? [NaN, NaN];
        misses.push(Math.hypot((corners[i * 2] ?? NaN) - u, (corners[i * 2 + 1] ?? NaN) - v));
      });
    }
  }
  misses.sort((a, b) => a - b);
  expect(misses[Math.floor(misses.length / 2)]).toBeLessThan(0.1);
  expect(misses[Math.floor(misses.length * 0.95)]).toBeLessThan(0.8);
});

test('the patterns that are printed are those that are found: every card of every kind', () => {
  const cell = 6;
  const margin = 4 * cell;
  const side = 8 * cell + 2 * margin;
  // Ten cards at a time on a white sheet.
  for (let from = 0; from < 200; from += 10) {
    const levels = new Uint8Array(side * 10 * side).fill(255);
    for (let k = 0; k < 10; k++)
      for (let y = 0; y < 8 * cell; y++)
        for (let x = 0; x < 8 * cell; x++)
          if (!whiteCell(from + k, Math.floor(x / cell), Math.floor(y / cell)))
            levels[(y + margin) * side * 10 + k * side + margin + x] = 0;
    const found = findCards(cv, { width: side * 10, height: side, levels });
    expect(found.map(({ id }) => id).sort((a, b) => a - b)).toEqual(
      Array.from({ length: 10 }, (_, k) => from + k),
    );
    for (const { id, corners } of found)
      // From the upper left as printed; a pixel's middle is whole, so its edge lies half a pixel before.
      [margin, margin, margin + 48, margin, margin + 48, margin + 48, margin, margin + 48].forEach((at, i) =>
        expect(corners[i]).toBeCloseTo(at + (i % 2 === 0 ? (id - from) * side : 0) - 0.5, 0),
      );
  }
  expect([3, 8, 79, 199, 5, 200].map(kindOfCard)).toEqual([
    'plate',
    'floor',
    'tip',
    'spot',
    undefined,
    undefined,
  ]);
});

describe('pictures that cannot be measured are told apart, each with its cure', () => {
  test('cut short, empty, another kind under a picture’s name', async () => {
    const whole = bytesOf('straight-0.jpg');
    expect(await said(whole)).toBe('a picture');
    expect(await said(whole.subarray(0, whole.length / 2))).toContain('ends before its picture does');
    expect(await said(new Uint8Array())).toContain('is empty');
    expect(await said(Buffer.from('BM this is no picture that is read here'))).toContain(
      'neither JPEG nor PNG',
    );
    const heic = Buffer.concat([Buffer.from([0, 0, 0, 24]), Buffer.from('ftypheic'), Buffer.alloc(40)]);
    expect(await said(heic)).toContain('is a HEIC picture, whatever its name says');
  });

  test('one pixel, and four hundred million of them, before any is unpacked', async () => {
    const one = await sharp({ create: { width: 1, height: 1, channels: 3, background: '#fff' } })
      .png()
      .toBuffer();
    expect(await said(one)).toContain('has 1 × 1 pixels, too few');
    // A PNG's size stands in its head.
    const huge = Buffer.from(
      await sharp({ create: { width: 2, height: 2, channels: 3, background: '#fff' } })
        .png()
        .toBuffer(),
    );
    huge.writeUInt32BE(20000, 16);
    huge.writeUInt32BE(20000, 20);
    huge.writeUInt32BE(crc32(huge.subarray(12, 29)), 29);
    expect(await said(huge)).toContain('has 20000 × 20000 pixels, more than 60 million');
  });
});

describe('a set-up', () => {
  const set = (change: object): string =>
    JSON.stringify({ ...(JSON.parse(bytesOf('setup.json').toString()) as object), ...change });
  const faults = (text: string): string[] => {
    const read = readRound(text);
    return read.ok ? [] : read.faults.map(({ path, message }) => `${path}: ${message}`);
  };
  test('is read, and refused by path', () => {
    expect(faults(set({}))).toEqual([]);
    expect(faults(set({ 'x-mine': 1 }))).toEqual([]);
    expect(faults(set({ side: 'up' }))[0]).toMatch(/^side: "up" is not one of left, right/);
    expect(faults(set({ obstacles: [{ obstacle: 'lip', ids: [9] }] }))[0]).toMatch(
      /^obstacles\.0\.ids\.0: 9 is no card that measures a point; give 16 to 79/,
    );
    expect(faults(set({ obstacles: [{ obstacle: 'lip', ids: [16, 16] }] }))[0]).toMatch(
      /^obstacles\.0\.ids\.1: card 16 is given to "lip" already/,
    );
    expect(faults(set({ states: [{ state: 'inside', photos: ['a.jpg'] }] }))[0]).toMatch(
      /^states\.0\.state: the first state is straight ahead/,
    );
    expect(faults(set({ states: [{ state: 'straight', photos: ['a.jpg', 'a.jpg'] }] }))[0]).toMatch(
      /^states\.0\.photos\.1: "a\.jpg" is in state "straight" already/,
    );
    expect(faults('{ "format": ')[0]).toMatch(/line 1/);
  });
  test('its schemas stand in docs', () => {
    const stored = (name: string): string =>
      readFileSync(join(import.meta.dirname, '..', '..', 'docs', name), 'utf8');
    expect(stored('photo-round.schema.json')).toBe(roundSchemaText());
    expect(stored('photo-measurement.schema.json')).toBe(measurementSchemaText());
  });
});
