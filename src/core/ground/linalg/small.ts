import { CholeskyDecomposition, Matrix, SingularValueDecomposition } from 'ml-matrix'

/** Rows of equal length; the wrapped package does the decompositions. */
export type Rows = readonly (readonly number[])[]

/**
 * Relative cut-off below which a singular value counts as zero, times the largest one.
 * LAPACK's rule (max dimension × machine precision) is far below what lengths in mm can mean
 * on a drawing, so the cut-off is set where a footing would be free for any practical purpose.
 */
export const RANK_RELATIVE_TOLERANCE = 1e-9

export interface Decomposition {
  readonly rank: number
  /** Largest first. */
  readonly singularValues: readonly number[]
  /** Right singular vectors, same order; a row each. */
  readonly rightVectors: Rows
  /** Orthonormal basis of the null space: the motions that the rows do not see. */
  readonly nullSpace: Rows
  /** Moore–Penrose inverse: columns × rows. */
  readonly inverse: Rows
}

/** Singular value decomposition of a small matrix of `columns` columns. No rows at all is rank 0. */
export function decompose(rows: Rows, columns: number): Decomposition {
  if (rows.length === 0) {
    const identity = Matrix.eye(columns).to2DArray()
    return {
      rank: 0,
      singularValues: [],
      rightVectors: [],
      nullSpace: identity,
      inverse: identity.map(() => []),
    }
  }
  // Padding with zero rows to square makes the full right basis available, null space included.
  const padded = [...rows.map((row) => [...row])]
  while (padded.length < columns) padded.push(new Array<number>(columns).fill(0))
  const svd = new SingularValueDecomposition(new Matrix(padded), { autoTranspose: true })
  const values = svd.diagonal
  const cutoff = (values[0] ?? 0) * RANK_RELATIVE_TOLERANCE
  const rank = values.filter((value) => value > cutoff).length
  const right = svd.rightSingularVectors.transpose().to2DArray()
  const left = svd.leftSingularVectors.transpose().to2DArray()
  const inverse = Array.from({ length: columns }, (_, i) =>
    rows.map((_row, j) => {
      let sum = 0
      for (let k = 0; k < rank; k++)
        sum += ((right[k]?.[i] ?? 0) * (left[k]?.[j] ?? 0)) / (values[k] ?? 1)
      return sum
    }),
  )
  return {
    rank,
    singularValues: values.slice(0, columns),
    rightVectors: right,
    nullSpace: right.slice(rank),
    inverse,
  }
}

/** Symmetric 2×2 matrix [[a, b], [b, c]]: its eigenvalues, larger first. */
export function symmetricEigenvalues2(a: number, b: number, c: number): readonly [number, number] {
  const mean = (a + c) / 2
  const radius = Math.hypot((a - c) / 2, b)
  return [mean + radius, Math.max(0, mean - radius)]
}

/**
 * Inverse of a small square matrix, with its condition by row sums; undefined where it has none.
 * Gauss–Jordan with partial pivoting by hand: hundreds of six by six are inverted for one footing, and the
 * package's general inverse takes twenty times as long on them.
 */
export function invertSquare(
  rows: Rows,
): { readonly inverse: Rows; readonly condition: number } | undefined {
  const n = rows.length
  const left = rows.map((row) => [...row])
  const right = rows.map((_, i) => rows.map((__, j) => (i === j ? 1 : 0)))
  for (let c = 0; c < n; c++) {
    let pivot = c
    for (let r = c + 1; r < n; r++)
      if (Math.abs(left[r]?.[c] ?? 0) > Math.abs(left[pivot]?.[c] ?? 0)) pivot = r
    const top = left[pivot]?.[c] ?? 0
    if (Math.abs(top) < 1e-12) return undefined
    for (const side of [left, right]) {
      const held = side[c] as number[]
      side[c] = side[pivot] as number[]
      side[pivot] = held
      const row = side[c] as number[]
      for (let k = 0; k < n; k++) row[k] = (row[k] as number) / top
    }
    for (let r = 0; r < n; r++) {
      const factor = left[r]?.[c] ?? 0
      if (r === c || factor === 0) continue
      for (const side of [left, right]) {
        const [row, from] = [side[r] as number[], side[c] as number[]]
        for (let k = 0; k < n; k++) row[k] = (row[k] as number) - factor * (from[k] as number)
      }
    }
  }
  const size = (matrix: Rows): number =>
    Math.max(...matrix.map((row) => row.reduce((sum, v) => sum + Math.abs(v), 0)))
  return {
    inverse: right,
    condition: size(rows) * size(right),
  }
}

/** The least eigenvalue of a small symmetric matrix: lifted until none is below 0, they are its singular values. */
export function leastEigenvalue(rows: Rows): number {
  const lift = Math.hypot(...rows.flat())
  const lifted = rows.map((row, a) => row.map((value, b) => (a === b ? value + lift : value)))
  return Math.min(...new SingularValueDecomposition(new Matrix(lifted)).diagonal) - lift
}

/**
 * The turn that comes nearest to a matrix of three rows (Kabsch, "A solution for the best rotation to relate two
 * sets of vectors", 1976); nothing where it has fewer than two directions, so that a turn is left open.
 */
export function nearestTurn(rows: Rows): Rows | undefined {
  const svd = new SingularValueDecomposition(new Matrix(rows.map((row) => [...row])))
  const [first = 0, second = 0] = svd.diagonal
  if (second <= first * 1e-6) return undefined
  const [left, right] = [svd.leftSingularVectors, svd.rightSingularVectors]
  const sign = determinant3(left.mmul(right.transpose()).to2DArray()) < 0 ? -1 : 1
  return left
    .mmul(Matrix.diag([1, 1, sign]))
    .mmul(right.transpose())
    .to2DArray()
}

function determinant3(rows: Rows): number {
  const [[a = 0, b = 0, c = 0] = [], [d = 0, e = 0, f = 0] = [], [g = 0, h = 0, i = 0] = []] = rows
  return a * (e * i - f * h) - b * (d * i - f * g) + c * (d * h - e * g)
}

/** The lower triangle L of a symmetric positive matrix, L Lᵀ, row by row (Cholesky). Only its lower half is read. */
export function lowerTriangle(rows: readonly ArrayLike<number>[]): readonly Float64Array[] {
  const matrix = Matrix.zeros(rows.length, rows.length)
  rows.forEach((row, i) => {
    for (let j = 0; j <= i; j++) {
      matrix.set(i, j, row[j] ?? 0)
      matrix.set(j, i, row[j] ?? 0)
    }
  })
  const lower = new CholeskyDecomposition(matrix).lowerTriangularMatrix
  return rows.map((_, i) => Float64Array.from(lower.getRow(i)))
}
