import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { FONTS, letterFiles } from './letters';

// npm run letters: writes the fonts in web/fonts anew after a change to which characters they hold.
for (const [name, bytes] of await letterFiles()) writeFileSync(join(FONTS, name), bytes);
