import sharp from 'sharp';
import type { PackageInPhoto, PhotoLayer } from '../../core/photogrammetry/packageInPhoto';

/** How a kept picture stands to the pixels that were measured in it. */
type Sensor = { width: number; height: number; turns: number };

/** Enough for half the width of a page. */
const LONGEST_PX = 900;

function drawnPath({ d, fill, opacity, stroke, line, dash, clipped }: PhotoLayer, arch: boolean): string {
  const said = {
    d,
    fill: fill ?? 'none',
    'fill-opacity': opacity,
    stroke,
    'stroke-width': line,
    'stroke-dasharray': dash,
    'clip-path': clipped && arch ? 'url(#arch)' : undefined,
  };
  const words = Object.entries(said).flatMap(([name, value]) =>
    value === undefined ? [] : `${name}="${value}"`,
  );
  return `<path ${words.join(' ')}/>`;
}

/** A kept picture upright, for paper: with what is drawn into it, or as it was taken. JPEG. */
export async function drawnPhotograph(
  jpeg: Buffer,
  { width, height, turns }: Sensor,
  drawn?: PackageInPhoto,
): Promise<Buffer> {
  const { width: wide, height: high } = await sharp(jpeg).metadata();
  const svg = drawn
    ? `<svg xmlns="http://www.w3.org/2000/svg" width="${wide}" height="${high}" viewBox="0 0 ${width} ${height}" preserveAspectRatio="none">${
        drawn.arch ? `<clipPath id="arch"><path d="${drawn.arch}"/></clipPath>` : ''
      }${drawn.layers.map((layer) => drawnPath(layer, drawn.arch !== undefined)).join('')}</svg>`
    : undefined;
  const whole = svg
    ? await sharp(jpeg)
        .composite([{ input: Buffer.from(svg) }])
        .toBuffer()
    : jpeg;
  return sharp(whole)
    .rotate(turns * 90)
    .resize({ width: LONGEST_PX, height: LONGEST_PX, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 80 })
    .toBuffer();
}
