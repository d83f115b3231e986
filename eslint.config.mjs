import next from 'eslint-config-next/core-web-vitals';
import tseslint from 'typescript-eslint';

const config = [
  { ignores: ['.next/**', '.kindly/**', 'node_modules/**', 'data/**', 'out/**', 'next-env.d.ts'] },
  ...next,
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
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
];

export default config;
