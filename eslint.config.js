import js from '@eslint/js';
import astro from 'eslint-plugin-astro';
import * as importX from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Rooms that each room may not reach: imports run web → server → data → core and formats → core. */
const CLOSED = {
  core: ['formats', 'data', 'server', 'web', 'command', 'demo'],
  formats: ['data', 'server', 'web', 'command', 'demo'],
  data: ['server', 'web', 'command', 'demo'],
  server: ['web', 'command', 'demo'],
  web: ['command', 'demo'],
};
const rooms = Object.entries(CLOSED).map(([room, closed]) => ({
  files: [`${room}/**/*.{ts,tsx,astro}`],
  ignores: ['**/*.test.ts'],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            regex: `^(\\.\\./)+(${closed.join('|')})(/|$)`,
            message: `${room}/ may not import this room (docs/architecture.md).`,
          },
          ...(room === 'core'
            ? [{ regex: '^(?!zod$|\\.)', message: 'core/ imports nothing but itself and Zod.' }]
            : []),
        ],
      },
    ],
  },
}));

export default tseslint.config(
  { ignores: ['dist', '.astro', '.vexlo', 'node_modules', 'data/migrations'] },
  js.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.strict],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/consistent-type-imports': 'error',
      // `import { type A }` fetches the file for nothing: a page is sent what it holds.
      '@typescript-eslint/no-import-type-side-effects': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
    },
  },
  {
    // Of the rules that ask for types this one pays wherever there are promises: one that nobody waits for fails without a
    // word. The core has none.
    files: ['{command,data,server,tests,web}/**/*.{ts,tsx}'],
    rules: { '@typescript-eslint/no-floating-promises': 'error' },
  },
  {
    files: ['{command,data,server,web}/**/*.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: "CallExpression[callee.property.name='transaction']",
          message:
            'The query builder’s own keeps a connection that is lost before BEGIN: use transaction() of data/client.',
        },
      ],
    },
  },
  {
    // All rules that ask for types, where data comes in and is computed with. Elsewhere the compiler is strict enough.
    files: ['{core,formats,data,server}/**/*.ts'],
    ignores: ['**/*.test.ts'],
    extends: [...tseslint.configs.strictTypeChecked],
    rules: {
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true },
      ],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      // The slowest of them by far, for a hint.
      '@typescript-eslint/no-deprecated': 'off',
    },
  },
  {
    files: ['core/**/*.ts'],
    plugins: { 'import-x': importX },
    settings: { 'import-x/resolver-next': [importX.createNodeResolver({ extensions: ['.ts'] })] },
    // Types may point both ways; what runs may not.
    rules: { 'import-x/no-cycle': ['error', { ignoreExternal: true }] },
  },
  {
    // Flat arrays in hot loops: every index is bounded by the loop, and a check would cost time.
    files: [
      'core/clearance/**/*.ts',
      'core/cutting/edgeDepth.ts',
      'tests/reference.ts',
      'core/search/*.ts',
      'core/together/{corners,nearest,search,witnesses}.ts',
      'core/wish/*.ts',
      'core/scan/*.ts',
      'core/photogrammetry/*.ts',
      'command/bench/*.ts',
    ],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    // Its other rules speak of a compiler that is not used here, and take as long as all the rest.
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'warn' },
  },
  {
    // Run by Node.js as they stand.
    files: ['docs/examples/*.mjs'],
    languageOptions: {
      globals: { process: 'readonly', fetch: 'readonly', console: 'readonly', crypto: 'readonly' },
    },
  },
  ...astro.configs.recommended,
  ...rooms,
);
