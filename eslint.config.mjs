import next from 'eslint-config-next/core-web-vitals';
import tseslint from 'typescript-eslint';

const config = [
  { ignores: ['.next/**', '.kindly/**', 'node_modules/**', 'data/**', 'out/**', 'next-env.d.ts'] },
  // Rules of React, of which some run a compiler, only where React is.
  ...next.map((c) => ('rules' in c ? { ...c, files: ['{app,ui}/**/*.{ts,tsx}'] } : c)),
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-non-null-assertion': 'off',
    },
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'setTimeout', 'setInterval'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Randomness is passed in.' },
        { object: 'Date', property: 'now', message: 'The clock is passed in.' },
      ],
    },
  },
  {
    files: ['{app,cli,core,records,server,standins,ui,workers}/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    rules: { 'max-lines-per-function': ['error', { max: 120, skipBlankLines: true, skipComments: true }] },
  },
  {
    // Longer than 120 lines, and why.
    files: [
      // One day in the life of a bag: eighteen quantities of one loop, each wanting the others.
      'core/bag/simulate.ts',
      // A repository is a closure of small functions over one database.
      'server/db/{consignments,facts,ledger,records}.ts',
      // The demo is told from beginning to end.
      'server/demo/{index,room}.ts',
    ],
    rules: { 'max-lines-per-function': 'off' },
  },
  {
    files: ['{app,cli,core,records,server,standins,ui,workers}/**/*.{ts,tsx}'],
    ignores: ['core/catalogue/species*.ts'],
    rules: { 'max-lines': ['error', 400] },
  },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
];

export default config;
