import { normalPointAbove } from './normal'
import { seededUniform } from './random'

/**
 * Evenly spread numbers in (0, 1), one column for each variable: every column holds the middles of
 * `count` equal parts in an order of its own (Latin hypercube: McKay, Beckman and Conover 1979). The
 * same every time, so that a figure does not jump between two edits.
 */
export const evenColumn = (count: number, variable: number): Float64Array =>
  kept(even, count, variable, makeEven)

/** The same as standard normals. */
export const normalColumn = (count: number, variable: number): Float64Array =>
  kept(normal, count, variable, () => evenColumn(count, variable).map((u) => normalPointAbove(u)))

type Columns = Map<number, Float64Array[]>
const even: Columns = new Map()
const normal: Columns = new Map()

/** Variables whose columns are kept; one with more makes the rest anew. */
const MOST_KEPT = 1000

function kept(
  columns: Columns,
  count: number,
  variable: number,
  make: (count: number, variable: number) => Float64Array,
): Float64Array {
  const known = columns.get(count) ?? []
  columns.set(count, known)
  const column = known[variable] ?? make(count, variable)
  if (variable < MOST_KEPT) known[variable] = column
  return column
}

function makeEven(count: number, variable: number): Float64Array {
  const uniform = seededUniform(7919 * (variable + 1) + count)
  const column = Float64Array.from({ length: count }, (_, i) => (i + 0.5) / count)
  for (let i = count - 1; i > 0; i--) {
    const j = Math.floor(uniform() * (i + 1))
    const held = column[i] as number
    column[i] = column[j] as number
    column[j] = held
  }
  return column
}
