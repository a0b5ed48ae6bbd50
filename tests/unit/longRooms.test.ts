import { ESLint } from 'eslint'
import parser from '@typescript-eslint/parser'
import { describe, expect, it } from 'vitest'
import { LIMITS, LONG_ROOMS } from '../../eslint.rooms.mjs'

/** How many files were over the limits on the day the list was begun. */
const BEGAN_WITH = 42

const lines = (max: number) =>
  ['error', { max, skipBlankLines: true, skipComments: true }] as ['error', object]

describe('the list of long rooms', () => {
  it('only shrinks', () => expect(LONG_ROOMS.length).toBeLessThanOrEqual(BEGAN_WITH))

  it('holds what is over the limits, by how much, and nothing else', async () => {
    const eslint = new ESLint({
      overrideConfigFile: true,
      overrideConfig: {
        files: ['**/*.ts', '**/*.tsx'],
        languageOptions: { parser, parserOptions: { ecmaFeatures: { jsx: true } } },
        linterOptions: { reportUnusedDisableDirectives: 'off' },
        rules: { 'max-lines': lines(0), 'max-lines-per-function': lines(0) },
      },
    })
    for (const [file, fileLines, longest] of LONG_ROOMS) {
      const [result] = await eslint.lintFiles([file])
      const counted = (rule: string): number =>
        Math.max(
          ...(result?.messages ?? [])
            .filter((m) => m.ruleId === rule)
            .map((m) => Number(/\((\d+)\)/.exec(m.message)?.[1])),
        )
      const isScreen = file.endsWith('.tsx') || /^src\/(ui|features)\//.test(file)
      const over = (count: number, limit: number) => (count > limit ? count : undefined)
      expect([file, over(counted('max-lines'), LIMITS.file)]).toEqual([file, fileLines])
      expect([
        file,
        over(counted('max-lines-per-function'), isScreen ? LIMITS.screen : LIMITS.function),
      ]).toEqual([file, longest])
    }
  })
})
