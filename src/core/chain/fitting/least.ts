import { solveQP } from 'quadprog'

/** A sum of the unknowns that must be at least so much. */
export interface AtLeast {
  readonly of: readonly number[]
  readonly least: number
}

/** Minimises half the squares less the aim while every row is at least so much, and finds what each row costs: Goldfarb and Idnani's dual method. */
export function leastSquares(
  squares: readonly (readonly number[])[],
  aim: readonly number[],
  rows: readonly AtLeast[],
): { readonly x: readonly number[]; readonly duals: readonly number[] } | undefined {
  // The package counts from 1, as the Fortran that it was ported from.
  const counted = <Value>(values: readonly Value[]): Value[] => [undefined as Value, ...values]
  const { Lagrangian, message, solution } = solveQP(
    counted(squares.map((row) => counted(row))),
    counted(aim),
    counted(aim.map((_, k) => counted(rows.map(({ of }) => of[k] ?? 0)))),
    counted(rows.map(({ least: limit }) => limit)),
  )
  return message === ''
    ? { x: solution.slice(1), duals: rows.map((_, i) => Lagrangian[i + 1] ?? 0) }
    : undefined
}
