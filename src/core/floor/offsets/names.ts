import { fail, type Result, succeed } from '../../ground/issues'

/** The name under which a control keeps a work offset; a mill without offsets has one DRO zero. */
export type OffsetName =
  | { readonly kind: 'plain'; readonly number: 54 | 55 | 56 | 57 | 58 | 59 }
  | { readonly kind: 'more'; readonly number: number }
  | { readonly kind: 'none' }

const PLAIN = [54, 55, 56, 57, 58, 59] as const
/** Offsets that controls commonly keep beyond G59 (common practice, no source). */
const MOST_MORE = 48

/** Reads `G54` to `G59`, `G54.1 P1` to `G54.1 P48`, and `DRO` for a mill that keeps none. */
export function readOffsetName(text: string): Result<OffsetName> {
  const words = text.trim().toUpperCase().replace(/\s+/g, ' ')
  if (words === 'DRO' || words === 'NONE') return succeed({ kind: 'none' })
  const plain = PLAIN.find((n) => words === `G${n}`)
  if (plain) return succeed({ kind: 'plain', number: plain })
  const more = /^G54\.1 ?P(\d{1,3})$/.exec(words)
  if (more && Number(more[1]) >= 1 && Number(more[1]) <= MOST_MORE)
    return succeed({ kind: 'more', number: Number(more[1]) })
  return fail(
    'offset.name',
    `“${text}” is not a work offset. Controls know G54 to G59 and G54.1 P1 to P${MOST_MORE}; a mill without offsets takes DRO.`,
    'offset',
  )
}

export function printOffsetName(name: OffsetName): string {
  switch (name.kind) {
    case 'plain':
      return `G${name.number}`
    case 'more':
      return `G54.1 P${name.number}`
    case 'none':
      return 'DRO'
  }
}

/** All names that can be chosen for a machine, in order. */
export const OFFSET_NAMES: readonly string[] = [
  ...PLAIN.map((n) => `G${n}`),
  ...Array.from({ length: MOST_MORE }, (_, i) => `G54.1 P${i + 1}`),
  'DRO',
]

/**
 * Work offsets for so many places, the first its own and the next that are free after it.
 *
 * @param taken - names that other setups use.
 * @returns as many as there are; fewer where a control runs out of them, one where the mill keeps none.
 */
export function offsetsFrom(
  first: string,
  count: number,
  taken: ReadonlySet<string>,
): readonly string[] {
  const at = OFFSET_NAMES.indexOf(first)
  if (at < 0 || first === 'DRO') return [first]
  const free = OFFSET_NAMES.slice(at + 1).filter((name) => name !== 'DRO' && !taken.has(name))
  return [first, ...free].slice(0, count)
}
