import { type Row, type Solve } from './program'

/** So many rows at first, and so many more each time some are not kept. */
const FIRST = 24
const MORE = 24
/** A row is kept when it is over by no more than this, in its own terms. */
const OVER = 1e-9

/**
 * Solves with few of the rows and adds those that the answer does not keep, until it keeps all: then it is the
 * answer of the whole program, since leaving rows out can only have made it better. Rows have an upper limit and
 * unknowns that are aimed at as well. For programs with many more rows than unknowns, where few of them bind; one
 * after the other, their rows answering to each other, so that each begins with those that the last one needed.
 */
export function lazily(solve: Solve): Solve {
  const used = new Set<number>()
  return (program) => {
    const { rows } = program
    if (used.size === 0) for (const row of lowest(rows.map(roomOf), FIRST)) used.add(row)
    for (;;) {
      const tried = [...used]
      const found = solve({ ...program, rows: tried.flatMap((row) => rows[row] ?? []) })
      if (!found) return undefined
      const { x } = found
      const over = rows.map((row, i) => (used.has(i) ? -Infinity : overBy(row, x)))
      const missed = lowest(
        over.map((by) => (by > OVER ? -by : Infinity)),
        MORE,
      )
      if (missed.length === 0) {
        const duals = rows.map(() => 0)
        tried.forEach((row, i) => (duals[row] = found.duals[i] ?? 0))
        return { x, duals }
      }
      for (const row of missed) used.add(row)
    }
  }
}

/** The places of the lowest few of some figures, infinite ones left out. */
function lowest(figures: readonly number[], most: number): readonly number[] {
  // Few are wanted of many: those found so far are kept in order.
  const found: { readonly value: number; readonly at: number }[] = []
  figures.forEach((value, at) => {
    const last = found[most - 1]
    if (!(value < (last?.value ?? Infinity))) return
    let place = Math.min(found.length, most - 1)
    for (; place > 0 && (found[place - 1]?.value ?? 0) > value; place--)
      found[place] = found[place - 1] as (typeof found)[number]
    found[place] = { value, at }
  })
  return found.map(({ at }) => at)
}

/** How far from nothing a row's limit lies. */
const roomOf = ({ high = Infinity, of }: Row): number =>
  high / Math.sqrt(of.reduce((sum, weight) => sum + weight * weight, 1e-24))

function overBy({ high = Infinity, of }: Row, x: readonly number[]): number {
  let sum = -high
  for (let k = 0; k < of.length; k++) sum += (of[k] as number) * (x[k] as number)
  return sum
}
