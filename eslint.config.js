import js from '@eslint/js';
import astro from 'eslint-plugin-astro';
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
    extends: [...tseslint.configs.strictTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true },
      ],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
    },
  },
  {
    // Flat arrays in hot loops: every index is bounded by the loop, and a check would cost time.
    files: ['core/clearance/**/*.ts', 'core/search/*.ts', 'core/scan/*.ts', 'command/bench/*.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    // The last rule speaks of a compiler that is not used here.
    rules: { ...reactHooks.configs.recommended.rules, 'react-hooks/incompatible-library': 'off' },
  },
  ...astro.configs.recommended,
  ...rooms,
);
