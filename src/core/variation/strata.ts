import { normalPointAbove } from './normal'
import { seededUniform } from './random'

/**
 * Evenly spread numbers in (0, 1), one column for each variable: every column holds the middles of
 * `count` equal parts in an order of its own (Latin hypercube: McKay, Beckman and Conover 1979). The
 * same every time, so that a figure does not jump between two edits.
 */
const columns = new Map<string, Float64Array>()

export function evenColumn(count: number, variable: number): Float64Array {
  return kept(`u ${count} ${variable}`, () => {
    const uniform = seededUniform(7919 * (variable + 1) + count)
    const column = Float64Array.from({ length: count }, (_, i) => (i + 0.5) / count)
    for (let i = count - 1; i > 0; i--) {
      const j = Math.floor(uniform() * (i + 1))
      const held = column[i] as number
      column[i] = column[j] as number
      column[j] = held
    }
    return column
  })
}

/** The same as standard normals. */
export const normalColumn = (count: number, variable: number): Float64Array =>
  kept(`n ${count} ${variable}`, () => evenColumn(count, variable).map((u) => normalPointAbove(u)))

/** Columns kept at the most; a part with more variables makes the rest anew. */
const MOST_KEPT = 4000

function kept(key: string, make: () => Float64Array): Float64Array {
  const known = columns.get(key)
  if (known) return known
  const made = make()
  if (columns.size < MOST_KEPT) columns.set(key, made)
  return made
}
