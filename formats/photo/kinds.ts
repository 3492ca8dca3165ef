/** More pixels are refused before they are unpacked; of a round's pictures, fewer along a side show no card. */
export const MOST_PIXELS = 60e6;
export const LEAST_SIDE_PX = 320;

/** Brands of the container that phones keep HEIC pictures in, behind `ftyp`. */
const HEIC_BRANDS = new Set(['heic', 'heix', 'hevc', 'hevx', 'heim', 'heis', 'mif1', 'msf1', 'avif']);

const letters = (bytes: Uint8Array, from: number, to: number): string =>
  String.fromCharCode(...bytes.subarray(from, to));

/** What a picture's first bytes say that it is, whatever its name says. */
export function kindOfPicture(bytes: Uint8Array): 'jpeg' | 'png' | 'heic' | undefined {
  if (bytes[0] === 0xff && bytes[1] === 0xd8) return 'jpeg';
  if (bytes[0] === 0x89 && letters(bytes, 1, 4) === 'PNG') return 'png';
  if (letters(bytes, 4, 8) === 'ftyp' && HEIC_BRANDS.has(letters(bytes, 8, 12))) return 'heic';
  return undefined;
}
