import { type LengthUnit } from '../../handbook/units'

const MM = '(?:mm|millimet(?:re|er)s?)'
const INCH = '(?:inches|inch|in)'
/** `mm: …`, `in inches, …`. */
const BEFORE = new RegExp(`^\\s*(?:all\\s+)?(?:in\\s+)?(${MM}|${INCH})\\s*[:,]\\s*`, 'i')
/** `…, in inches`, `… all in mm`, `… from front, mm`; not the unit of a number. */
const BEHIND = new RegExp(
  `(?<![\\d./\\s])[,\\s]\\s*(?:all\\s+)?(?:in\\s+)?(${MM}|${INCH})\\s*\\.?\\s*$`,
  'i',
)
/** `4 x 2 x 1.5 in`: with a blank, at the end of sizes side by side, for all of them. */
const SIZES = new RegExp(
  `(?:x|×|\\bby)\\s*(?:\\d+[ -]\\d+\\/\\d+|[\\d./]+)\\s+(${MM}|${INCH})\\s*$`,
  'i',
)

/**
 * The unit that is said once for all of a line, and the line with those words blanked out, so that places in it
 * stay what they were. A unit that touches its number is that number's alone.
 */
export function lineUnitOf(text: string): { readonly text: string; readonly unit?: LengthUnit } {
  for (const match of /\b(?:called|named)\s[^,]*$/i.test(text)
    ? [BEFORE]
    : [BEFORE, BEHIND, SIZES]) {
    const found = match.exec(text)
    const word = found?.[1]
    if (!found || word === undefined) continue
    const unit = /^m/i.test(word) ? 'mm' : 'inch'
    if (match === SIZES) return { text: blanked(text, text.lastIndexOf(word), word.length), unit }
    return { text: blanked(text, found.index, found[0].length), unit }
  }
  return { text }
}

const blanked = (text: string, from: number, length: number): string =>
  text.slice(0, from) + ' '.repeat(length) + text.slice(from + length)
