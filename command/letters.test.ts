import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { FONTS, letterFiles } from './letters';

test('the fonts that pages are sent are those that are made, and the letters of English words are in the small ones', async () => {
  const made = await letterFiles();
  expect(made.size).toBe(5);
  for (const [name, bytes] of made) {
    const kept = readFileSync(join(FONTS, name));
    expect(kept.equals(bytes), `${name}: npm run letters`).toBe(true);
    if (name.endsWith('.woff2')) expect(bytes.length, name).toBeLessThan(10_000);
  }
  const css = made.get('letters.css')?.toString() ?? '';
  const faces = [...css.matchAll(/url\('([^']+)'\)[^;]*;\s*unicode-range: ([^;]+);/g)];
  expect(faces).toHaveLength(8);
  const holds = (ranges: string, sign: string): boolean =>
    ranges.split(', ').some((one) => {
      const [from = 0, to = from] = one
        .slice(2)
        .split('-')
        .map((code) => parseInt(code, 16));
      return sign.charCodeAt(0) >= from && sign.charCodeAt(0) <= to;
    });
  for (const [, url = '', ranges = ''] of faces) {
    const isCommon = url.startsWith('./');
    for (const sign of 'AZaz09 %°±·×−“’…') expect(holds(ranges, sign), `${sign} in ${url}`).toBe(isCommon);
    for (const sign of 'åØéßœ€~@#') expect(holds(ranges, sign), `${sign} in ${url}`).toBe(!isCommon);
    // A sign that no file has asks for none.
    for (const sign of '▲→') expect(holds(ranges, sign), `${sign} in ${url}`).toBe(false);
  }
});
