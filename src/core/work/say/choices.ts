import { distance as lettersApart } from 'fastest-levenshtein'
import { type NotUnderstood } from './scanner'

/** How many lines are tried, and how many are offered. */
const [MOST_TRIED, MOST_OFFERED] = [40, 6]

/** What was expected where a line was not understood. */
interface Expected {
  readonly at: number
  readonly words: readonly string[]
}

/**
 * Lines that could be meant by one that was not understood: those that the reader itself offers, the word
 * that does not fit replaced by one nearly like it, a word put in, a decimal comma made a point. Each is
 * said again in full, and only those are offered that can be read; a line that would be asked about again
 * stands for the first that its own question offers.
 *
 * @param read what a line says in full; or the lines that are offered instead of it
 */
export function choicesFor(
  text: string,
  failure: NotUnderstood,
  { at, words }: Expected,
  read: (line: string) => string | readonly string[],
): readonly string[] {
  const { end, start } = failure.span
  const wrong = text.slice(start, end)
  const replace = (word: string): string => `${text.slice(0, start)}${word}${text.slice(end)}`
  const near =
    at === start && wrong.length > 2
      ? words
          .filter(
            (word) =>
              /^\p{L}/u.test(word) && lettersApart(wrong.toLowerCase(), word.toLowerCase()) <= 2,
          )
          .map(replace)
      : []
  const putIn =
    at === start && wrong !== ''
      ? words.map((word) => `${text.slice(0, start)}${word} ${text.slice(start)}`)
      : []
  const decimal = /\d,\d/.test(text) ? [text.replace(/(\d),(\d)/g, '$1.$2')] : []
  const tried = [
    ...decimal,
    ...(failure.lines.length > 0 ? failure.lines : [...near, ...putIn]),
  ].slice(0, MOST_TRIED)
  const offered = new Set<string>()
  const told = (line: string): string | undefined => {
    const said = read(line)
    if (typeof said === 'string') return said
    return said.map(read).find((deeper) => typeof deeper === 'string')
  }
  for (const line of tried) {
    const said = told(line)
    if (said !== undefined) offered.add(said)
    if (offered.size === MOST_OFFERED) break
  }
  return [...offered]
}
