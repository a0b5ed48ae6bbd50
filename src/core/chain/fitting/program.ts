/** A row of a program: a weighted sum of the unknowns within limits. */
export interface Row {
  readonly of: readonly number[]
  readonly low?: number | undefined
  readonly high?: number | undefined
}

/** Unknowns within limits, rows within limits: a weighted sum of them to be made as large as can be. */
export interface Program {
  /** Weights of the unknowns in what is made as large as can be. */
  readonly aim: readonly number[]
  readonly rows: readonly Row[]
  readonly low: readonly number[]
  readonly high: readonly number[]
}

export interface Solved {
  readonly x: readonly number[]
  /** What the aim would gain for each unit by which a row's limit is eased, 0 or more, by rows. */
  readonly duals: readonly number[]
}

/** Solves a program; nothing where it has no answer. */
export type Solve = (program: Program) => Solved | undefined
