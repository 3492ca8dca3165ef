import jsQR from 'jsqr';
import { expect, test } from 'vitest';
import { codeCells } from './phoneCode';

const SCALE = 6;
const QUIET = 4;

/** The cells as a picture, and a number of them turned over as dirt would. */
function pictured(cells: readonly string[], dirt: (x: number, y: number) => boolean) {
  const side = (cells.length + 2 * QUIET) * SCALE;
  const pixels = new Uint8ClampedArray(side * side * 4).fill(255);
  cells.forEach((row, y) =>
    [...row].forEach((cell, x) => {
      if ((cell === '1') === dirt(x, y)) return;
      for (let a = 0; a < SCALE; a++)
        for (let b = 0; b < SCALE; b++) {
          const at = (((y + QUIET) * SCALE + a) * side + (x + QUIET) * SCALE + b) * 4;
          pixels.fill(0, at, at + 3);
        }
    }),
  );
  return { pixels, side };
}

const readBack = (cells: readonly string[], dirt: (x: number, y: number) => boolean = () => false) => {
  const { pixels, side } = pictured(cells, dirt);
  return jsQR(pixels, side, side)?.data;
};

test('a camera reads back what was written, also from a paper with a thumb print on it', () => {
  for (const text of [
    'http://127.0.0.1:4620/jobs/45/log',
    'https://bench.shop/for/aB3-_xYzaB3-_xYzaB3-_xYzaB3-_xYz',
  ]) {
    const cells = codeCells(text);
    expect(cells.every((row) => row.length === cells.length && /^[01]+$/.test(row))).toBe(true);
    expect(readBack(cells)).toBe(text);
    // A tenth of its cells, in the middle, where nothing is that finds it.
    const [from, to] = [cells.length * 0.42, cells.length * 0.68];
    expect(readBack(cells, (x, y) => x > from && x < to && y > from && y < to)).toBe(text);
  }
});
