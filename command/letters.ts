import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import subset from 'subset-font';
import { ROOT } from './paths';

/** The faces that pages are set in, as the fonts' packages call them, with what sets letters: figures of one width, pairs that stand closer, accents. */
const FACES = [
  // At the size of sentences the dot of a heavier i runs into its stem: what is bold is set in the medium face.
  {
    family: 'Barlow',
    file: 'barlow',
    weights: [400, 500],
    heaviest: 700,
    features: ['tnum', 'kern', 'mark', 'ccmp'],
  },
  // Heads and figures of a few letters: no pairs that stand closer, which are a sixth of a file.
  {
    family: 'Barlow Semi Condensed',
    file: 'barlow-semi-condensed',
    weights: [500, 600],
    heaviest: 700,
    features: ['tnum', 'mark', 'ccmp'],
  },
] as const;

const range = (first: number, last: number): number[] =>
  Array.from({ length: last - first + 1 }, (_, i) => first + i);
const codes = (signs: string): number[] => [...signs].map((sign) => sign.charCodeAt(0));
/** ASCII that no sentence of a sheet is written with. */
const RARE = codes('#$@\\^_`{|}~');
/** What nearly every page needs: letters, figures and the signs that sentences, lengths and angles are written with. */
const COMMON = [
  ...range(0x20, 0x7e).filter((code) => !RARE.includes(code)),
  ...codes('\u00a0·–—‘’“”…°±²³×½¼¾−'),
];
/** Letters of names, which a page asks for when it holds one. */
const REST = [...RARE, ...range(0xa1, 0xff), 0x131, 0x152, 0x153, 0x20ac, 0x2122].filter(
  (code) => !COMMON.includes(code),
);
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

const face = (family: string, weight: string, url: string, codes: readonly number[]): string =>
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
  for (const { family, file, weights, heaviest, features } of FACES)
    for (const weight of weights) {
      const whole = `@fontsource/${file}/files/${file}-latin-${weight}-normal.woff2`;
      const name = `${file}-${weight}.woff2`;
      const small = await subset(
        readFileSync(resolve(whole)),
        COMMON.map((code) => String.fromCharCode(code)).join(''),
        { targetFormat: 'woff2', noHinting: true, keepFeatures: features },
      );
      files.set(name, small);
      const asked = weight === weights.at(-1) ? `${weight} ${heaviest}` : `${weight}`;
      rules.push(face(family, asked, whole, REST), face(family, asked, `./${name}`, COMMON));
    }
  files.set('letters.css', Buffer.from(rules.join('\n')));
  return files;
}
