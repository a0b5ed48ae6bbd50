import { distance as lettersApart } from 'fastest-levenshtein'

/** One thing wrong with an input: a stable code, the field it concerns and a sentence for a person. */
export interface Issue {
  readonly code: string
  /** Dotted path of the field concerned, empty for the whole input. */
  readonly path: string
  readonly sentence: string
}

/** Expected failure is a value; only a bug throws. */
export type Result<Value> =
  | { readonly ok: true; readonly value: Value }
  | {
      readonly ok: false
      readonly issues: readonly [Issue, ...Issue[]]
      /** What was asked for is not there, as against: what was sent is not right. */
      readonly absent?: true
    }

export const succeed = <Value>(value: Value): Result<Value> => ({ ok: true, value })

export const fail = (code: string, sentence: string, path = ''): Result<never> => ({
  ok: false,
  issues: [{ code, path, sentence }],
})

/** A failure since what was asked for is not there (any more). */
export const absent = (code: string, sentence: string): Result<never> => ({
  ok: false,
  issues: [{ code, path: '', sentence }],
  absent: true,
})

/** Wraps a list of issues as a failure, or the value as success when the list is empty. */
export function resultOf<Value>(value: Value, issues: readonly Issue[]): Result<Value> {
  const [first, ...rest] = issues
  return first ? { ok: false, issues: [first, ...rest] } : succeed(value)
}

/** The nearest of the known words by edit distance, for "did you mean"; undefined when none is near. */
export function nearestWord(word: string, known: readonly string[]): string | undefined {
  let best: string | undefined
  let bestDistance = Math.max(2, Math.floor(word.length / 2))
  for (const candidate of known) {
    const distance = lettersApart(word.toLowerCase(), candidate.toLowerCase())
    if (distance <= bestDistance) {
      if (distance < bestDistance || best === undefined) best = candidate
      bestDistance = distance
    }
  }
  return best
}

/** Whether two values of plain data say the same, in whatever order their fields stand. */
export function isSame(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false
  if (Array.isArray(a) !== Array.isArray(b)) return false
  const [p, q] = [a as Record<string, unknown>, b as Record<string, unknown>]
  const told = (of: Record<string, unknown>): string[] =>
    Object.keys(of).filter((key) => of[key] !== undefined)
  const keys = told(p)
  return keys.length === told(q).length && keys.every((key) => isSame(p[key], q[key]))
}

/** The first letters of a text: whole symbols, as people count them, not their halves. */
export function cutText(text: string, most: number): string {
  if (text.length <= most) return text
  let cut = ''
  for (const letter of text) {
    if (cut.length + letter.length > most) break
    cut += letter
  }
  return cut
}
