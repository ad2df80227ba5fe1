import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

/** Imports run downwards only: web, server, cli -> exchange -> core. The core knows no platform. */
const layer = (folder, forbidden, message) => ({
  files: [`packages/${folder}/src/**/*.{ts,tsx}`],
  rules: { 'no-restricted-imports': ['error', { patterns: [{ regex: forbidden, message }] }] },
});

export default ts.config(
  { ignores: ['**/node_modules/**', '**/dist/**', 'packages/server/migrations/**', '.tmp/**', 'data/**'] },
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
  layer('exchange', '^(@ample/(?!core$)|react|express|drizzle|@libsql)', 'Exchange stands on the core alone.'),
  layer('server', '^@ample/(web|cli|server)', 'The server stands on exchange and core.'),
  layer('cli', '^@ample/(web|server|cli)', 'The CLI stands on exchange and core.'),
  layer('web', '^(node:|@ample/(server|cli|web))', 'The pages stand on exchange and core, and run in a browser.'),
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
    files: ['packages/core/src/**/*.test.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: [{ regex: '^@ample/', message: 'Tests of the core stay in the core.' }] }],
    },
  },
);
