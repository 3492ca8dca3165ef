import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import subset from 'subset-font';
import { ROOT } from './paths';

/** The faces that pages are set in, as the fonts' packages call them. */
const FACES = [
  { family: 'Barlow', file: 'barlow', weights: [400, 500, 600] },
  { family: 'Barlow Semi Condensed', file: 'barlow-semi-condensed', weights: [500, 600] },
] as const;

const range = (first: number, last: number): number[] =>
  Array.from({ length: last - first + 1 }, (_, i) => first + i);
/** What nearly every page needs: ASCII and the signs that sentences, lengths and angles are written with. */
const COMMON = [...range(0x20, 0x7e), ...[...'\u00a0·–—‘’“”…°±²³×÷½¼¾−'].map((sign) => sign.charCodeAt(0))];
/** Letters of names, which a page asks for when it holds one. */
const REST = [...range(0xa1, 0xff), 0x131, 0x152, 0x153, 0x20ac, 0x2122].filter(
  (code) => !COMMON.includes(code),
);
/** What the pages set letters with: pairs that stand closer, figures of one width, accents. */
const FEATURES = ['kern', 'tnum', 'mark', 'ccmp'];

/** Where the files that are made lie. */
export const FONTS = join(ROOT, 'web', 'fonts');

/** As CSS writes the characters that a file holds: neighbours as a range. */
function unicodeRange(codes: readonly number[]): string {
  const runs: [number, number][] = [];
  for (const code of [...codes].sort((a, b) => a - b)) {
    const last = runs.at(-1);
    if (last?.[1] === code - 1) last[1] = code;
    else runs.push([code, code]);
  }
  const hex = (code: number): string => code.toString(16).toUpperCase();
  return runs.map(([from, to]) => (from === to ? `U+${hex(from)}` : `U+${hex(from)}-${hex(to)}`)).join(', ');
}

const face = (family: string, weight: number, url: string, codes: readonly number[]): string =>
  `@font-face {
  font-family: '${family}';
  font-style: normal;
  font-weight: ${weight};
  font-display: swap;
  src: url('${url}') format('woff2');
  unicode-range: ${unicodeRange(codes)};
}
`;

/**
 * The fonts' files by name, as pages are sent them: the common letters of each face by themselves, without hints for coarse
 * screens, less than half as long as all of its Latin letters; and the style sheet that says which file holds which.
 */
export async function letterFiles(): Promise<Map<string, Buffer>> {
  const files = new Map<string, Buffer>();
  const rules: string[] = ['/* Made by `npm run letters` (command/letters.ts). */\n'];
  const { resolve } = createRequire(import.meta.url);
  for (const { family, file, weights } of FACES)
    for (const weight of weights) {
      const whole = `@fontsource/${file}/files/${file}-latin-${weight}-normal.woff2`;
      const name = `${file}-${weight}.woff2`;
      const small = await subset(
        readFileSync(resolve(whole)),
        COMMON.map((code) => String.fromCharCode(code)).join(''),
        { targetFormat: 'woff2', noHinting: true, keepFeatures: FEATURES },
      );
      files.set(name, small);
      rules.push(face(family, weight, whole, REST), face(family, weight, `./${name}`, COMMON));
    }
  files.set('letters.css', Buffer.from(rules.join('\n')));
  return files;
}
