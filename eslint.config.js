import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import { fileURLToPath } from 'node:url';
import ts from 'typescript-eslint';
import { downwards } from './scripts/lint-floors.mjs';

/** Imports run downwards only: web, server, cli -> exchange -> core. The core knows no platform. */
const layer = (folder, forbidden, message) => ({
  files: [`packages/${folder}/src/**/*.{ts,tsx}`],
  rules: { 'no-restricted-imports': ['error', { patterns: [{ regex: forbidden, message }] }] },
});

/** Floors of the core, lowest first. A kind of joint is a folder on the floor of the joints. */
const FLOORS = [
  'units',
  'refusal.ts',
  'lazy.ts',
  'validate',
  'formula',
  'numeric',
  'geometry',
  'catalogue',
  'actions',
  'basis',
  'checks',
  'standards',
  'detail',
  'drawing',
  'rules',
  'shop',
  'analysis',
  'joints/pitches.ts',
  'joints/hollow-face.ts',
  'joints/members.ts',
  'joints/rows.ts',
  'joints/met.ts',
  'joints/search.ts',
  'joints/practical.ts',
  'joints/kind.ts',
  'joints/given.ts',
  'joints/migrate.ts',
  'joints/line-reader.ts',
  'joints/field-makers.ts',
  'joints/field-help.ts',
  'joints/beam-end',
  'joints',
  'joints/registry.ts',
  'joints/report.ts',
  'design',
  'bench',
  'job',
  'model',
  'house',
  'field.ts',
  'index.ts',
];

export default ts.config(
  {
    ignores: [
      '**/node_modules/**',
      '**/dist/**',
      'packages/server/migrations/**',
      'packages/core/assembly/**',
      '.tmp/**',
      'test-output/**',
      'data/**',
    ],
  },
  js.configs.recommended,
  ...ts.configs.recommended,
  {
    files: ['**/*.{ts,tsx,mjs,js}'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        setTimeout: 'readonly',
        clearTimeout: 'readonly',
        fetch: 'readonly',
        Buffer: 'readonly',
        performance: 'readonly',
      },
    },
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', destructuredArrayIgnorePattern: '^_' },
      ],
      '@typescript-eslint/no-unused-expressions': [
        'error',
        { allowShortCircuit: true, allowTernary: true, allowTaggedTemplates: true },
      ],
      '@typescript-eslint/no-explicit-any': 'error',
      'no-undef': 'off',
      eqeqeq: 'error',
    },
  },
  {
    files: ['packages/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  layer(
    'core',
    '^(node:|@ample/|react|express|drizzle|@libsql|pdfkit|fs$|path$)',
    'The core imports no platform, no interface and no other package of ours.',
  ),
  layer('exchange', '^(@ample/(?!core(/field)?$)|react|express|drizzle|@libsql)', 'Exchange stands on the core alone.'),
  layer('server', '^@ample/(web|cli|server)', 'The server stands on exchange and core.'),
  layer('cli', '^@ample/(web|server|cli)', 'The CLI stands on exchange and core.'),
  layer('web', '^(node:|@ample/(server|cli|web))', 'The pages stand on exchange and core, and run in a browser.'),
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.testing.ts'],
    plugins: { floors: { rules: { downwards } } },
    rules: {
      'floors/downwards': ['error', { root: fileURLToPath(new URL('packages/core/src', import.meta.url)), floors: FLOORS }],
    },
  },
  // A function that is longer is two; a table of data says so where it stands.
  {
    files: ['packages/*/src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts', '**/*.testing.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 60 }] },
  },
  // Tests read files and run in Node; the layers hold for them too.
  {
    files: ['packages/web/src/**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^@ample/(server|cli|web)', message: 'Tests of the pages stand on exchange and core.' }] },
      ],
    },
  },
  {
    files: ['packages/core/src/**/*.{test,testing}.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [{ regex: '^@ample/', message: 'Tests of the core stay in the core.' }] }],
    },
  },
);
