import next from 'eslint-config-next';
import prettier from 'eslint-config-prettier';
import boundaries from './eslint.boundaries.mjs';

/** Words people see stand in t, or in something that is marked: else no other language has them. */
const MARK = 'Mark this text (t, texts, untranslated), so that it is said in every language.';
const unmarked = [
  'JSXText[value=/[A-Za-z]{2}/]',
  'JSXElement > JSXExpressionContainer > Literal[value=/[A-Za-z]{2}/]',
  'JSXAttribute[name.name=/^(aria-label|aria-description|aria-valuetext|title|placeholder|alt|label|hint|about)$/] > Literal[value=/[A-Za-z]{2}/]',
].map((selector) => ({ selector, message: MARK }));

export default [
  // Brings the `import` plugin and its TypeScript resolver, without which the boundaries report nothing.
  ...next,
  ...boundaries,
  prettier,
  {
    rules: {
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
      'max-lines': ['error', { max: 400, skipBlankLines: true }],
    },
  },
  {
    files: ['src/core/**/*.ts', 'src/contracts/**/*.ts', 'src/server/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 40, skipBlankLines: true, skipComments: true }] },
  },
  {
    files: ['src/ui/**/*.{ts,tsx}', 'src/app/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts'],
    rules: { 'max-lines-per-function': ['error', { max: 60 }] },
  },
  {
    files: ['src/ui/**/*.tsx', 'src/app/**/*.tsx'],
    rules: { 'no-restricted-syntax': ['error', ...unmarked] },
  },
  // Lists of made-up data may be long.
  { files: ['demo/**'], rules: { 'max-lines': 'off' } },
  { files: ['**/*.mjs'], rules: { 'import/no-anonymous-default-export': 'off' } },
  { files: ['scripts/**', 'bench/**'], rules: { 'no-console': 'off' } },
  { ignores: ['.next/**', 'node_modules/**', 'data/**', 'next-env.d.ts', 'tests/lint/bad/**'] },
];
