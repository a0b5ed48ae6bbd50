import { symmetricEigenvalues2 } from '../../ground/linalg'
import { figuresOf, type NamedSource } from './source'
import { type Sparse } from './sparse'

/** "Likely" covers this part of all pieces, 99.73 %: three sigma of a normal. */
export const LIKELY = 0.9973002039367398
const LIKELY_SIGMAS = 3
/** √(−2 ln(1 − 0.9973)): the same for a round spread, the most that a radius can be (Rayleigh). */
const ROUND_SIGMAS = Math.sqrt(-2 * Math.log(1 - LIKELY))

/** Mean and sigma of a linear form. Source: JCGM 100:2008, 5.1.2, eq. (10), independent inputs. */
export function combineIndependent(
  form: Sparse,
  sources: readonly NamedSource[],
): { readonly mean: number; readonly sigma: number } {
  const figures = figuresOf(sources)
  const { coefficients, indices } = form
  let [mean, variance] = [0, 0]
  for (let i = 0; i < indices.length; i++) {
    const index = indices[i] as number
    const coefficient = coefficients[i] as number
    mean += coefficient * (figures.mean[index] as number)
    variance += (coefficient * (figures.sigma[index] as number)) ** 2
  }
  return { mean, sigma: Math.sqrt(variance) }
}

/** Range of a linear form in which 99.73 % of pieces are expected. */
export function likelyRange(
  form: Sparse,
  sources: readonly NamedSource[],
): readonly [number, number] {
  const { mean, sigma } = combineIndependent(form, sources)
  return [mean - LIKELY_SIGMAS * sigma, mean + LIKELY_SIGMAS * sigma]
}

/** Range of a linear form with every source at its stated end. */
export function worstRange(
  form: Sparse,
  sources: readonly NamedSource[],
): readonly [number, number] {
  const figures = figuresOf(sources)
  let [low, high] = [0, 0]
  form.indices.forEach((index, i) => {
    const coefficient = form.coefficients[i] as number
    const [least, most] = [figures.least[index] as number, figures.most[index] as number]
    low += Math.min(coefficient * least, coefficient * most)
    high += Math.max(coefficient * least, coefficient * most)
  })
  return [low, high]
}

/**
 * Radius that holds 99.73 % of the points (a, b) of two linear forms.
 *
 * For zero means this is exact for normal sources: P(R > r) = (1/2π)∫ exp(−r²/2σ²(θ)) dθ over the
 * principal axes (polar integration of the bivariate normal). Means are added as a length, which
 * is on the safe side.
 *
 * @param over - a radius known to be exceeded elsewhere: below it an upper bound is answered at once.
 */
export function likelyRadius(
  a: Sparse,
  b: Sparse,
  sources: readonly NamedSource[],
  over = 0,
): number {
  const [along, across] = [combineIndependent(a, sources), combineIndependent(b, sources)]
  const figures = figuresOf(sources)
  let covariance = 0
  forEachPair(a, b, (index, ca, cb) => {
    if (ca !== 0 && cb !== 0) covariance += ca * cb * (figures.sigma[index] as number) ** 2
  })
  const [larger, smaller] = symmetricEigenvalues2(along.sigma ** 2, covariance, across.sigma ** 2)
  const mean = Math.hypot(along.mean, across.mean)
  const bound = mean + ROUND_SIGMAS * Math.sqrt(larger)
  return bound < over ? bound : mean + radialQuantile(larger, smaller, LIKELY)
}

/** Squares of the cosines at the middles of `steps` equal steps over a quarter turn. */
const cosineSquares = (steps: number): readonly number[] =>
  Array.from({ length: steps }, (_, i) => Math.cos(((i + 0.5) * Math.PI) / (2 * steps)) ** 2)
/** The integrand is smooth and periodic: few steps suffice unless the spread is nearly flat. */
const COARSE = cosineSquares(12)
const FINE = cosineSquares(48)
const NEARLY_FLAT = 0.1
const NEWTON_STEPS = 12

/**
 * Quantile of √(λ₁z₁² + λ₂z₂²) for independent standard normals.
 *
 * @param larger - λ₁ >= λ₂ >= 0, mm².
 * @param probability - in (0, 1).
 */
export function radialQuantile(larger: number, smaller: number, probability: number): number {
  if (!(larger > 0)) return 0
  if (smaller < 1e-6 * larger) return LIKELY_SIGMAS * Math.sqrt(larger)
  const squares = (smaller < NEARLY_FLAT * larger ? FINE : COARSE).map(
    (c) => larger * c + smaller * (1 - c),
  )
  const goal = Math.log(1 - probability)
  // Newton on the logarithm of P(R > r), which is nearly a parabola in r: a few steps suffice.
  let radius =
    (LIKELY_SIGMAS + (ROUND_SIGMAS - LIKELY_SIGMAS) * Math.sqrt(smaller / larger)) *
    Math.sqrt(larger)
  for (let step = 0; step < NEWTON_STEPS; step++) {
    let [beyond, slope] = [0, 0]
    for (const square of squares) {
      const density = Math.exp((-radius * radius) / (2 * square))
      beyond += density
      slope -= (density * radius) / square
    }
    const change = ((Math.log(beyond / squares.length) - goal) * beyond) / slope
    radius -= change
    if (Math.abs(change) < 1e-6 * radius) break // Newton doubles the digits: the next change would be 1e-12.
  }
  return radius
}

/**
 * Worst radius of two forms: the farthest vertex of the zonotope that the sources' extremes span; exact.
 *
 * @param over - as in `likelyRadius`.
 */
export function worstRadius(
  a: Sparse,
  b: Sparse,
  sources: readonly NamedSource[],
  over = 0,
): number {
  const [rangeA, rangeB] = [worstRange(a, sources), worstRange(b, sources)]
  const bound = Math.hypot(Math.max(-rangeA[0], rangeA[1]), Math.max(-rangeB[0], rangeB[1]))
  if (bound < over) return bound
  const figures = figuresOf(sources)
  let [offsetA, offsetB] = [0, 0]
  const arms: Arm[] = []
  forEachPair(a, b, (index, ca, cb) => {
    const [least, most] = [figures.least[index] as number, figures.most[index] as number]
    offsetA += (ca * (least + most)) / 2
    offsetB += (cb * (least + most)) / 2
    const [x, y] = [(ca * (most - least)) / 2, (cb * (most - least)) / 2]
    if (x !== 0 || y !== 0) arms.push(y < 0 || (y === 0 && x < 0) ? armOf(-x, -y) : armOf(x, y))
  })
  // The farthest vertex of a zonotope lies where the direction turns past an arm's normal:
  // walk the vertices in order of the arms' angles.
  arms.sort((p, q) => p.turn - q.turn)
  let [x, y] = [0, 0]
  for (const arm of arms) {
    x += arm.x
    y += arm.y
  }
  let square = 0
  for (let k = -1; k < arms.length; k++) {
    if (k >= 0) {
      x -= 2 * (arms[k] as Arm).x
      y -= 2 * (arms[k] as Arm).y
    }
    square = Math.max(
      square,
      (x + offsetA) ** 2 + (y + offsetB) ** 2,
      (x - offsetA) ** 2 + (y - offsetB) ** 2,
    )
  }
  return Math.sqrt(square)
}

/** Half of what one source can do, in the upper half plane; `turn` rises with its angle, 0 … 2. */
interface Arm {
  readonly x: number
  readonly y: number
  readonly turn: number
}

const armOf = (x: number, y: number): Arm => ({
  x,
  y,
  turn: x >= 0 ? y / (x + y) : 1 - x / (y - x),
})

/** Walks two forms side by side over every source that either knows. */
function forEachPair(
  a: Sparse,
  b: Sparse,
  visit: (index: number, ca: number, cb: number) => void,
): void {
  let [i, j] = [0, 0]
  while (i < a.indices.length || j < b.indices.length) {
    const [ia, ib] = [a.indices[i] ?? Infinity, b.indices[j] ?? Infinity]
    const index = Math.min(ia, ib)
    visit(
      index,
      ia === index ? (a.coefficients[i++] ?? 0) : 0,
      ib === index ? (b.coefficients[j++] ?? 0) : 0,
    )
  }
}

export function sourceAt(sources: readonly NamedSource[], index: number): NamedSource {
  const source = sources[index]
  if (!source) throw new Error(`no source ${index}`)
  return source
}
