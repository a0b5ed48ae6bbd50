import { meanOf, studentBeyond } from '../../ground/statistics'

/** A value that goes one way in the order of making. */
export interface Drift {
  /** By so much from one piece to the next. */
  readonly perPiece: number
  /** How likely as much comes about by chance. */
  readonly chance: number
}

/** Fewer pieces show no drift. */
const FROM = 8
/** As unlikely as this it is named: many requirements are looked at (no source). */
const CHANCE = 0.002

/**
 * Whether values go one way in the order in which they were made: least squares, the slope against what it is
 * known to by Student’s t (NIST/SEMATECH e-Handbook of Statistical Methods, 4.1.4.1 and 1.3.5.12; from memory).
 *
 * @param values - by the number of the piece.
 */
export function driftOf(
  values: readonly { readonly piece: number; readonly value: number }[],
): Drift | undefined {
  const n = values.length
  if (n < FROM) return undefined
  const [x, y] = [
    meanOf(values.map(({ piece }) => piece)),
    meanOf(values.map(({ value }) => value)),
  ]
  let [xx, xy] = [0, 0]
  for (const { piece, value } of values) {
    xx += (piece - x) ** 2
    xy += (piece - x) * (value - y)
  }
  if (xx === 0) return undefined
  const slope = xy / xx
  const left = values.reduce(
    (sum, { piece, value }) => sum + (value - y - slope * (piece - x)) ** 2,
    0,
  )
  const known = Math.sqrt(left / (n - 2) / xx)
  const chance = known > 0 ? studentBeyond(slope / known, n - 2) : slope === 0 ? 1 : 0
  return chance < CHANCE ? { perPiece: slope, chance } : undefined
}
