import next from '@next/eslint-plugin-next'
import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  {
    ignores: [
      'node_modules/',
      '.next/',
      'scratch/',
      'next-env.d.ts',
      'test-results/',
      'playwright-report/',
      'public/',
      '.cache/',
    ],
  },
  ...tseslint.configs.recommended,
  {
    // what draws: the rules of the compiler read every function, and there are none of theirs elsewhere
    files: ['src/{app,features,ui,store,measured}/**/*.{ts,tsx}'],
    ignores: ['**/*.test.{ts,tsx}'],
    plugins: { 'react-hooks': hooks, '@next/next': next },
    rules: { ...hooks.configs.recommended.rules, ...next.configs.recommended.rules },
  },
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'max-lines': ['error', { max: 350, skipBlankLines: true, skipComments: true }],
      eqeqeq: 'error',
    },
  },
  { files: ['**/*.test.{ts,tsx}', 'e2e/**', 'scripts/**', 'bench/**', 'cli/**'], rules: { 'max-lines': 'off' } },
  {
    files: ['src/core/**/*.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date', 'window', 'document'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Pass a random source in.' },
      ],
    },
  },
)
