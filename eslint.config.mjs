import tseslint from 'typescript-eslint'
import hooks from 'eslint-plugin-react-hooks'

export default tseslint.config(
  {
    ignores: [
      'node_modules',
      '.next',
      '.foothold',
      'next-env.d.ts',
      'src/db/migrations',
      'test-results',
    ],
  },
  ...tseslint.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: 'error',
      'no-console': ['error', { allow: ['error', 'warn'] }],
    },
  },
  {
    files: ['**/*.mjs', 'src/cli/**', '**/*.test.ts', 'tests/**', 'scripts/**'],
    rules: { 'no-console': 'off' },
  },
  {
    files: ['src/app/**', 'src/ui/**', 'src/features/**'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'max-lines': ['error', { max: 440, skipBlankLines: true, skipComments: true }],
      'no-restricted-globals': ['error', { name: 'Date', message: 'The core has no clock.' }],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'The core takes a seeded generator.' },
      ],
    },
  },
)
