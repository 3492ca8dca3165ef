import { readdirSync } from 'node:fs';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { brotliCompress, constants, gzip } from 'node:zlib';

const brotli = promisify(brotliCompress);
const gzipped = promisify(gzip);

/** Bytes: beyond it the best quality takes tens of seconds, for a file that few pages ask for. */
const LARGE = 1_000_000;

/** Beside every file of text in a folder, what it is when squeezed as far as it goes: once at the build and not for everybody who asks. */
export async function squeezeFiles(folder: string): Promise<void> {
  const texts = readdirSync(folder).filter((name) => /\.(js|css|svg)$/.test(name));
  await Promise.all(
    texts.map(async (name) => {
      const file = join(folder, name);
      const text = await readFile(file);
      const { BROTLI_PARAM_QUALITY, BROTLI_PARAM_SIZE_HINT } = constants;
      const params = {
        [BROTLI_PARAM_QUALITY]: text.length > LARGE ? 5 : 11,
        [BROTLI_PARAM_SIZE_HINT]: text.length,
      };
      await Promise.all([
        brotli(text, { params }).then((small) => writeFile(`${file}.br`, small)),
        gzipped(text, { level: 9 }).then((small) => writeFile(`${file}.gz`, small)),
      ]);
    }),
  );
}
