/**
 * The motion that makes the worst of several lengths least: what a movable gauge, or pins that grow
 * alike, do of themselves. Lengths are factor · |(a, b) + moves · δ| − less; a plain distance has b = 0.
 */
export interface FitProblem {
  readonly motions: number
  readonly count: number
  /** a and b of each length by turns: `offsets[2 * i]`, `offsets[2 * i + 1]`. */
  readonly offsets: Float64Array
  /** What motion j adds to them: `moves[(2 * i) * motions + j]`, `moves[(2 * i + 1) * motions + j]`. */
  readonly moves: Float64Array
  readonly factors: Float64Array
  readonly less: Float64Array
  /** So many lengths at the end must not be over 0: they bound the motion. None when left out. */
  readonly firm?: number
}

export interface Fit {
  /** The worst length at the best motion. */
  readonly value: number
  /** The best motion. */
  readonly motion: Float64Array
  /** How much each length holds the result, >= 0; those that are not firm add up to 1. */
  readonly weights: Float64Array
}

/** Room for a problem; factors 1 have still to be put in. */
export const emptyProblem = (count: number, motions: number, firm = 0): FitProblem => ({
  count,
  motions,
  firm,
  offsets: new Float64Array(2 * count),
  moves: new Float64Array(2 * count * motions),
  factors: new Float64Array(count),
  less: new Float64Array(count),
})

/** Puts in what each motion adds to a length. */
export function fillMoves(
  problem: FitProblem,
  i: number,
  moves: readonly (readonly [number, number])[],
): void {
  moves.forEach(([first, second], j) => {
    problem.moves[2 * i * problem.motions + j] = first
    problem.moves[(2 * i + 1) * problem.motions + j] = second
  })
}

/** Relative to the lengths: far below what a reading can mean. */
const CLOSE = 3e-4
/** A length below this is rounding. */
const NOTHING = 1e-15

/**
 * @returns the least worst length within three parts in ten thousand of the lengths, never below the truth.
 * Where no motion keeps the firm lengths within 0: by how much they miss, more than 0, and what the others
 * go over there.
 */
export function fitLeastWorst(problem: FitProblem): Fit {
  const firm = problem.firm ?? 0
  if (firm === 0) return freely(problem)
  const soft = problem.count - firm
  const entering = freely(firmOf(problem, soft))
  if (entering.value < 0) return inside(problem, entering.motion, firm)
  const weights = new Float64Array(problem.count)
  weights.set(entering.weights, soft)
  let [top, at] = [0, -1]
  for (let i = 0; i < soft; i++) {
    const length = lengthAt(problem, i, entering.motion)
    if (length > top) [top, at] = [length, i]
  }
  if (at >= 0) weights[at] = 1
  return { value: top + Math.max(entering.value, NOTHING), motion: entering.motion, weights }
}

const freely = (problem: FitProblem): Fit =>
  problem.motions === 1 ? alongOne(problem) : inside(problem, leastSquares(problem), 0)

/** The firm lengths by themselves. */
const firmOf = (
  { count, factors, less, motions, moves, offsets }: FitProblem,
  from: number,
): FitProblem => ({
  motions,
  count: count - from,
  offsets: offsets.subarray(2 * from),
  moves: moves.subarray(2 * from * motions),
  factors: factors.subarray(from),
  less: less.subarray(from),
})

function lengthAt(
  { factors, less, motions, moves, offsets }: FitProblem,
  i: number,
  d: Float64Array,
): number {
  let [a, b] = [offsets[2 * i] as number, offsets[2 * i + 1] as number]
  for (let j = 0; j < motions; j++) {
    a += (moves[2 * i * motions + j] as number) * (d[j] as number)
    b += (moves[(2 * i + 1) * motions + j] as number) * (d[j] as number)
  }
  return (factors[i] as number) * Math.hypot(a, b) - (less[i] as number)
}

/**
 * One motion: two tangents from either side bracket the lowest point, and meet ever closer to it.
 * The first guess is the least-squares motion, which is within the bracket's reach.
 */
function alongOne(problem: FitProblem): Fit {
  const { count, factors, less, moves, offsets } = problem
  let [top, at, by] = [0, 0, 0]
  const look = (d: number): void => {
    top = -Infinity
    for (let i = 0; i < count; i++) {
      const [g, h] = [moves[2 * i] as number, moves[2 * i + 1] as number]
      const [a, b] = [(offsets[2 * i] as number) + g * d, (offsets[2 * i + 1] as number) + h * d]
      const length = Math.sqrt(a * a + b * b)
      const value = (factors[i] as number) * length - (less[i] as number)
      if (value > top) {
        ;[top, at] = [value, i]
        by = length > 0 ? ((factors[i] as number) * (a * g + b * h)) / length : 0
      }
    }
  }
  let [above, below] = [0, 0]
  for (let k = 0; k < 2 * count; k++) {
    above -= (offsets[k] as number) * (moves[k] as number)
    below += (moves[k] as number) ** 2
  }
  const weights = new Float64Array(count)
  const result = (d: number, value: number): Fit => ({ value, motion: Float64Array.of(d), weights })
  let d = below > 0 ? above / below : 0
  look(d)
  let [bestAt, best] = [d, top]
  let left: Tangent | undefined
  let right: Tangent | undefined
  let stride = (Math.abs(top) + lengthScale(problem)) / (Math.sqrt(below) || 1)
  for (let step = 0; step < 60; step++) {
    if (top < best) [bestAt, best] = [d, top]
    if (by === 0) {
      weights[at] = 1
      return result(d, top)
    }
    if (by < 0) left = { d, value: top, slope: by, index: at }
    else right = { d, value: top, slope: by, index: at }
    if (!left) {
      d -= stride
      stride *= 2
    } else if (!right) {
      d += stride
      stride *= 2
    } else {
      d =
        (right.value - left.value + left.slope * left.d - right.slope * right.d) /
        (left.slope - right.slope)
      const floor = left.value + left.slope * (d - left.d)
      look(d)
      if (top - floor <= CLOSE * (Math.abs(top) + lengthScale(problem))) break
      // Tangents of round lengths may creep: every third step halves the bracket instead.
      if (step % 3 === 2) {
        d = (left.d + right.d) / 2
        look(d)
      }
      continue
    }
    look(d)
  }
  if (top < best) [bestAt, best] = [d, top]
  if (left && right) {
    weights[left.index] = (weights[left.index] as number) + right.slope / (right.slope - left.slope)
    weights[right.index] =
      (weights[right.index] as number) - left.slope / (right.slope - left.slope)
  } else weights[at] = 1
  return result(bestAt, best)
}

interface Tangent {
  readonly d: number
  readonly value: number
  readonly slope: number
  readonly index: number
}

function lengthScale({ count, factors, offsets }: FitProblem): number {
  let most = 0
  for (let i = 0; i < count; i++)
    most = Math.max(
      most,
      (factors[i] as number) *
        (Math.abs(offsets[2 * i] as number) + Math.abs(offsets[2 * i + 1] as number)),
    )
  return most
}

/**
 * Several motions: a barrier method (Boyd and Vandenberghe, Convex Optimization, 2004, 11.3, from
 * memory) over (δ, top) with the cones factor·|…| <= top + less. The gap is at most two for each
 * cone over the barrier's weight, so that the answer is as close as it says. Firm lengths have the
 * cone factor·|…| <= less; at `from` they must be below 0.
 */
function inside(problem: FitProblem, from: Float64Array, firm: number): Fit {
  const { count, factors, less, motions: k, moves, offsets } = problem
  const n = k + 1
  const d = Float64Array.from(from)
  const scale = lengthScale(problem)
  const soft = count - firm
  let top = -Infinity
  for (let i = 0; i < soft; i++) top = Math.max(top, lengthAt(problem, i, d))
  const weights = new Float64Array(count)
  // Nothing is off: every length holds the result alike.
  if (!(scale > NOTHING) || count === 0)
    return { value: top, motion: d, weights: weights.fill(1 / count) }
  let spare = 0.3 * scale
  let t = top + spare
  const [gradient, hessian, step] = [
    new Float64Array(n),
    new Float64Array(n * n),
    new Float64Array(n),
  ]
  const trial = new Float64Array(k)
  let best = top
  const bestMotion = Float64Array.from(d)
  let weight = (2 * count) / spare
  for (let round = 0; round < 40; round++) {
    for (let newton = 0; newton < 8; newton++) {
      gradient.fill(0)
      hessian.fill(0)
      gradient[k] = weight
      for (let i = 0; i < count; i++) {
        const f = factors[i] as number
        let [a, b] = [offsets[2 * i] as number, offsets[2 * i + 1] as number]
        for (let j = 0; j < k; j++) {
          a += (moves[2 * i * k + j] as number) * (d[j] as number)
          b += (moves[(2 * i + 1) * k + j] as number) * (d[j] as number)
        }
        const isSoft = i < soft
        const s = (isSoft ? t : 0) + (less[i] as number)
        const q = s * s - f * f * (a * a + b * b)
        // −log q: gradient −∇q / q, Hessian (∇q ∇qᵀ) / q² − ∇²q / q.
        const [inverse, ff] = [1 / q, f * f]
        for (let r = 0; r < (isSoft ? n : k); r++) {
          const ga = r < k ? (moves[2 * i * k + r] as number) : 0
          const gb = r < k ? (moves[(2 * i + 1) * k + r] as number) : 0
          const dr = r < k ? -2 * ff * (a * ga + b * gb) : 2 * s
          gradient[r] = (gradient[r] as number) - dr * inverse
          for (let c = 0; c <= r; c++) {
            const ha = c < k ? (moves[2 * i * k + c] as number) : 0
            const hb = c < k ? (moves[(2 * i + 1) * k + c] as number) : 0
            const dc = c < k ? -2 * ff * (a * ha + b * hb) : 2 * s
            const second = r === k ? (c === k ? 2 : 0) : -2 * ff * (ga * ha + gb * hb)
            hessian[r * n + c] =
              (hessian[r * n + c] as number) + dr * dc * inverse * inverse - second * inverse
          }
        }
      }
      stiffen(hessian, n)
      if (!solveSymmetric(hessian, gradient, step, n)) break
      let decrement = 0
      for (let r = 0; r < n; r++) decrement += (gradient[r] as number) * (step[r] as number)
      // Damped step, 1 / (1 + λ): stays inside for a self-concordant barrier.
      const lambda = Math.sqrt(Math.max(0, decrement))
      const length = lambda > 0.25 ? 1 / (1 + lambda) : 1
      for (let j = 0; j < k; j++) trial[j] = (d[j] as number) - length * (step[j] as number)
      d.set(trial)
      t -= length * (step[k] as number)
      if (lambda < 0.25) break
    }
    top = -Infinity
    for (let i = 0; i < soft; i++) top = Math.max(top, lengthAt(problem, i, d))
    if (top < best) {
      best = top
      bestMotion.set(d)
    }
    spare = (2 * count) / weight
    if (spare <= CLOSE * scale) break
    weight *= 12
  }
  let sum = 0
  for (let i = 0; i < count; i++) {
    const s = (i < soft ? t : 0) + (less[i] as number)
    const reached = lengthAt(problem, i, d) + (less[i] as number)
    weights[i] = (2 * s) / Math.max(1e-300, s * s - reached * reached)
    if (i < soft) sum += weights[i] as number
  }
  for (let i = 0; i < count; i++) weights[i] = (weights[i] as number) / sum
  return { value: best, motion: bestMotion, weights }
}

/** The motion that makes the sum of the squares least. */
export function leastSquares({ count, motions: k, moves, offsets }: FitProblem): Float64Array {
  const [normal, right, d] = [new Float64Array(k * k), new Float64Array(k), new Float64Array(k)]
  for (let i = 0; i < 2 * count; i++) {
    for (let r = 0; r < k; r++) {
      const m = moves[i * k + r] as number
      right[r] = (right[r] as number) - m * (offsets[i] as number)
      for (let c = 0; c <= r; c++)
        normal[r * k + c] = (normal[r * k + c] as number) + m * (moves[i * k + c] as number)
    }
  }
  stiffen(normal, k)
  solveSymmetric(normal, right, d, k)
  return d
}

/** A little on the diagonal: a motion that nothing feels then stays where it is, and the rest is found. */
function stiffen(matrix: Float64Array, n: number): void {
  let most = 0
  for (let r = 0; r < n; r++) most = Math.max(most, matrix[r * n + r] as number)
  for (let r = 0; r < n; r++) matrix[r * n + r] = (matrix[r * n + r] as number) + 1e-12 * most
}

/**
 * The least-squares motion of some places as rows over their offsets: motion j is Σ rows[j · 2·count + i] · offsets[i].
 *
 * @param moves - what each motion adds to the two offsets of each place.
 * @param weights - how much each place counts; all alike when left out.
 */
export function leastSquaresRows(
  moves: readonly (readonly (readonly [number, number])[])[],
  motions: number,
  weights?: readonly number[],
): Float64Array {
  const count = moves.length
  const problem = emptyProblem(count, motions)
  moves.forEach((own, i) => {
    const w = weights?.[i] ?? 1
    fillMoves(
      problem,
      i,
      own.map(([a, b]) => [w * a, w * b]),
    )
  })
  const rows = new Float64Array(motions * 2 * count)
  const offsets = new Float64Array(2 * count)
  for (let i = 0; i < 2 * count; i++) {
    offsets[i] = weights?.[i >> 1] ?? 1
    leastSquares({ ...problem, offsets }).forEach((d, j) => (rows[j * 2 * count + i] = d))
    offsets[i] = 0
  }
  return rows
}

/** Cholesky of a small symmetric matrix (lower half given, destroyed); false when it is not positive. */
export function solveSymmetric(
  matrix: Float64Array,
  right: Float64Array,
  out: Float64Array,
  n: number,
): boolean {
  for (let r = 0; r < n; r++) {
    for (let c = 0; c <= r; c++) {
      let sum = matrix[r * n + c] as number
      for (let k = 0; k < c; k++)
        sum -= (matrix[r * n + k] as number) * (matrix[c * n + k] as number)
      if (r === c) {
        if (!(sum > 0)) return false
        matrix[r * n + r] = Math.sqrt(sum)
      } else matrix[r * n + c] = sum / (matrix[c * n + c] as number)
    }
  }
  for (let r = 0; r < n; r++) {
    let sum = right[r] as number
    for (let k = 0; k < r; k++) sum -= (matrix[r * n + k] as number) * (out[k] as number)
    out[r] = sum / (matrix[r * n + r] as number)
  }
  for (let r = n - 1; r >= 0; r--) {
    let sum = out[r] as number
    for (let k = r + 1; k < n; k++) sum -= (matrix[k * n + r] as number) * (out[k] as number)
    out[r] = sum / (matrix[r * n + r] as number)
  }
  return true
}
