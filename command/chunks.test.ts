import { describe, expect, test } from 'vitest';
import { chunkOf } from './chunks';

type Edges = Record<string, { imports?: string[]; dynamic?: string[]; entry?: boolean }>;

/** A small house: a sheet that waits for its leaves, and other pages. */
function graphOf(edges: Edges) {
  return {
    getModuleIds: () => Object.keys(edges).values(),
    getModuleInfo: (id: string) => ({
      isEntry: edges[id]?.entry ?? false,
      importedIds: edges[id]?.imports ?? [],
      dynamicallyImportedIds: edges[id]?.dynamic ?? [],
    }),
  };
}

const LEAVES = Array.from({ length: 9 }, (_, i) => `web/stations/leaf${i}.tsx`);
const PAGES = Array.from({ length: 12 }, (_, i) => `web/app/page${i}.tsx`);
const house = graphOf({
  'entry:web/app/sheet/Sheet': { entry: true, imports: ['web/app/sheet/Sheet.tsx'] },
  'web/app/sheet/Sheet.tsx': {
    imports: ['web/app/sheet/leaves.ts', 'web/ui/Button.tsx', 'web/state/store.ts', 'core/format/names.ts'],
  },
  'web/app/sheet/leaves.ts': { dynamic: LEAVES },
  ...Object.fromEntries(
    LEAVES.map((leaf, i) => [
      leaf,
      { imports: i < 6 ? ['web/drawings/Tape.tsx', 'web/state/store.ts'] : [] },
    ]),
  ),
  ...Object.fromEntries(
    PAGES.map((page, i) => [
      page,
      { entry: true, imports: ['web/ui/Button.tsx', ...(i < 3 ? ['web/state/store.ts'] : [])] },
    ]),
  ),
  'web/ui/Button.tsx': { imports: ['node_modules/date-fns/format.js'] },
  'web/state/store.ts': {},
  'web/drawings/Tape.tsx': {},
  'core/format/names.ts': {},
  'node_modules/date-fns/format.js': {},
});

describe('pieces of code', () => {
  test.each([
    ['web/ui/Button.tsx', 'page'],
    ['web/state/store.ts', 'build'],
    ['web/app/sheet/leaves.ts', 'sheet'],
    ['web/drawings/Tape.tsx', 'leaf'],
  ])('%s goes with what as many pages need: %s', (id, piece) => expect(chunkOf(id, house)).toBe(piece));

  // Sheet.tsx waits for a leaf: in a piece that the leaf needs, each would wait for the other for ever.
  test.each([
    'entry:web/app/sheet/Sheet',
    'web/app/sheet/Sheet.tsx',
    ...PAGES,
    ...LEAVES,
    'core/format/names.ts',
    'node_modules/date-fns/format.js',
  ])('%s is left to the bundler', (id) => expect(chunkOf(id, house)).toBeUndefined());

  test('where there is no sheet, nothing is grouped', () =>
    expect(chunkOf('web/ui/Button.tsx', graphOf({ 'web/ui/Button.tsx': {} }))).toBeUndefined());
});
