import { LIMITS, LONG_ROOMS } from './eslint.rooms.mjs'
import tseslint from 'typescript-eslint'
import hooks from 'eslint-plugin-react-hooks'

const counted = (rule, max) => ({
  [rule]: ['error', { max, skipBlankLines: true, skipComments: true }],
})
const fileLines = (max) => counted('max-lines', max)
const functionLines = (max) => counted('max-lines-per-function', max)
const TESTS = ['**/*.test.ts']
const SCREENS = ['src/**/*.tsx', 'src/ui/**/*.ts', 'src/features/**/*.ts']
const PLAIN = [
  'core',
  'kernel',
  'db',
  'pdf',
  'exchange',
  'operations',
  'standin',
  'cli',
  'app',
].map((folder) => `src/${folder}/**/*.ts`)

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
      'no-restricted-globals': ['error', { name: 'Date', message: 'The core has no clock.' }],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'The core takes a seeded generator.' },
      ],
    },
  },
  { files: ['src/**/*.{ts,tsx}'], ignores: TESTS, rules: fileLines(LIMITS.file) },
  { files: PLAIN, ignores: TESTS, rules: functionLines(LIMITS.function) },
  { files: SCREENS, ignores: TESTS, rules: functionLines(LIMITS.screen) },
  ...LONG_ROOMS.map(([file, lines, longest]) => ({
    files: [file],
    rules: {
      ...(lines && fileLines(lines)),
      ...(longest && functionLines(longest)),
    },
  })),
)
