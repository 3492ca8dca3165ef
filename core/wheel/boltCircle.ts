import { MM_PER_INCH, type Read } from '../units/length';

/** Circles that are made to inch sizes; read back in inches so that a sheet in either unit can be compared. */
export function boltCircleWords(studs: number, pcdMm: number): string {
  const inches = pcdMm / MM_PER_INCH;
  const eighth = Math.round(inches * 8) / 8;
  const plain = `${studs} × ${Number(pcdMm.toFixed(2))}`;
  return Math.abs(inches - eighth) * MM_PER_INCH < 0.06 ? `${plain} (${eighth} in)` : `${plain} mm`;
}

/**
 * A bolt circle as it is typed, `6x139.7`, `6 × 5.5`, `5-4.5 in` or `6x5 1/2`: studs and diameter in mm.
 * Below 20 a number can only be inches.
 */
export function readBoltCircle(text: string): Read<{ studs: number; pcdMm: number }> {
  const found = /^\s*(\d{1,2})\s*[x×*-]\s*(\d+(?:[.,]\d+)?)(?:[ -](\d)\/(\d))?\s*(mm|in|")?\s*$/i.exec(text);
  if (!found) return { ok: false, message: `"${text}" is not a bolt circle; write 6x139.7 or 6x5.5 in` };
  const size =
    Number((found[2] ?? '').replace(',', '.')) +
    (found[3] === undefined ? 0 : Number(found[3]) / Number(found[4]));
  const inches = found[5] === undefined ? size < 20 : found[5].toLowerCase() !== 'mm';
  const pcdMm = inches ? size * MM_PER_INCH : size;
  const studs = Number(found[1]);
  if (studs < 3 || studs > 12)
    return { ok: false, message: `${studs} studs is out of range; write 3 to 12 studs` };
  if (pcdMm < 80 || pcdMm > 300)
    return {
      ok: false,
      message: `${pcdMm.toFixed(1)} mm is out of range; bolt circles run from 80 to 300 mm`,
    };
  return { ok: true, value: { studs, pcdMm } };
}
