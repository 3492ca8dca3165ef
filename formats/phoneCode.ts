import { create } from 'qrcode';

/** A code that a phone's camera reads as the text: row by row, dark cells as 1. A quarter of a dirty one may be unreadable. */
export function codeCells(text: string): string[] {
  const { size, data } = create(text, { errorCorrectionLevel: 'Q' }).modules;
  return Array.from({ length: size }, (_, row) =>
    Array.from(data.subarray(row * size, (row + 1) * size), (on) => (on ? '1' : '0')).join(''),
  );
}
