import { backward, decompose, dot, forward, lowerTriangle } from '../../ground/linalg'
import { studentAt } from '../../ground/statistics'
import { type NamedSource } from '../variation'
import { type Batch, figuresUnder, type Laid, type Layout, layOut, type Square } from './layout'

/** What is learnt of a figure: how much wider or tighter it is than the book has it. */
export interface LearntSpread {
  readonly path: string
  /** In parts of what the book says: the most probable, and that its logarithm is known to (one sigma). */
  readonly ratio: number
  readonly sigmaLog: number
  /** Between these with 95 %. */
  readonly low: number
  readonly high: number
  /** From so many draws it would be known as well, the book left aside. */
  readonly draws: number
  /** In how many pieces something was measured that hangs on it. */
  readonly pieces: number
}

/** What was learnt from pieces. */
export interface Learning {
  readonly spreads: readonly LearntSpread[]
  /** By batch: gear that is the same in all its pieces, as it seems to be; one sigma, in the source’s own unit. */
  readonly gear: readonly (readonly {
    readonly source: NamedSource
    readonly value: number
    readonly sigma: number
  }[])[]
  /** Squares of what was measured less what the book lets expect, weighed: as many as there are values where the book is right. */
  readonly surprise: number
  readonly values: number
  /** By batch and piece: how far it is off what the others let expect, squared and weighed, and of how many values. */
  readonly apart: readonly (readonly { readonly square: number; readonly values: number }[])[]
}

/** What the book says is right within a factor, one sigma of its logarithm (no source). */
export const BOOK_SIGMA_LOG = 0.5
/**
 * Of what mean and spread would tell of a one-sided figure, were it Gaussian, this much is told: half-normal draws
 * tell two of their logarithm’s inverse variance each, and their spread alone 2 / (1 + 0.87 / 2), by its kurtosis.
 */
const ONE_SIDED = { spread: 0.7, mean: 0.35 } as const
const STEPS = 40
const MOST_STEP = 0.7

/**
 * Learns from pieces how wide the figures of a shop really are: the most probable spreads by Fisher scoring of
 * the marginal likelihood, each figure's logarithm with a normal prior about what the book says. Variance
 * components: Searle, Casella and McCulloch, "Variance Components", 1992, chapter 6 (from memory). What is the
 * same in all pieces (the gear's own error) is integrated out with its own spread. The information that one
 * piece has about another through that is left out, so that an interval is rather too wide than too narrow.
 */
export function learnSpreads(batches: readonly Batch[]): Learning {
  const paths = figuresUnder(batches)
  const figureOf = new Map(paths.map((path, i) => [path, i]))
  const laid = batches.map((batch) => layOut(batch, figureOf))
  const prior = BOOK_SIGMA_LOG ** -2
  let logs = paths.map(() => 0)
  const first = scored(laid, logs)
  let now = first
  for (let step = 0; step < STEPS; step++) {
    const wanted = solved(
      now.information.map((row, i) => row.map((v, j) => (i === j ? v + prior : v))),
      now.slope.map((slope, i) => slope - prior * (logs[i] as number)),
    )
    const moves = wanted.map((by) => Math.max(-MOST_STEP, Math.min(MOST_STEP, by)))
    logs = logs.map((log, i) => log + (moves[i] as number))
    now = scored(laid, logs)
    if (Math.max(0, ...moves.map(Math.abs)) < 1e-6) break
  }
  const known = inverted(now.known.map((row, i) => row.map((v, j) => (i === j ? v + prior : v))))
  return {
    spreads: paths.map((path, i): LearntSpread => {
      const variance = Math.max(1e-12, known[i]?.[i] ?? 0)
      const draws = Math.max(0, 1 / variance - prior) / 2
      // Of few draws a spread is known less well than its curvature at the top tells: as with Student’s t.
      const by = studentAt(0.975, draws + prior / 2) * Math.sqrt(variance)
      const [ratio, low, high] = [0, -by, by].map((off) => Math.exp((logs[i] as number) + off))
      return {
        path,
        ratio: ratio ?? 1,
        low: low ?? 0,
        high: high ?? Infinity,
        sigmaLog: Math.sqrt(variance),
        draws,
        pieces: laid.reduce(
          (sum, { layouts }) =>
            sum +
            layouts.reduce(
              (n, { parts, places }) =>
                n + (parts.some(({ figure }) => figure === i) ? places.length : 0),
              0,
            ),
          0,
        ),
      }
    }),
    gear: now.gear,
    surprise: first.surprise,
    values: laid.reduce(
      (sum, { layouts }) => sum + layouts.reduce((n, one) => n + one.size * one.places.length, 0),
      0,
    ),
    apart: now.apart,
  }
}

interface Scored {
  /** Slope of the likelihood’s logarithm along each figure’s, and what is known of it by the values. */
  readonly slope: readonly number[]
  readonly information: readonly (readonly number[])[]
  /** As far as it may be relied on. */
  readonly known: readonly (readonly number[])[]
  readonly surprise: number
  readonly gear: Learning['gear']
  readonly apart: Learning['apart']
}

function scored(laid: readonly Laid[], logs: readonly number[]): Scored {
  const slope = new Float64Array(logs.length)
  const [information, known] = [0, 1].map(() => logs.map(() => new Float64Array(logs.length))) as [
    Float64Array[],
    Float64Array[],
  ]
  let surprise = 0
  const apart: { square: number; values: number }[][] = []
  const gear = laid.map((batch) => {
    const found = new Scoring(batch, logs)
    found.add(slope, information, known)
    surprise += found.surprise
    apart.push(found.apart())
    return found.gear()
  })
  return {
    slope: [...slope],
    information: information.map((row) => [...row]),
    known: known.map((row) => [...row]),
    surprise,
    gear,
    apart,
  }
}

/** One layout with figures at some size. */
interface Sized {
  readonly layout: Layout
  readonly rows: readonly Float64Array[]
  /** L⁻¹ of each shared column. */
  readonly shared: readonly Float64Array[]
  /** By piece: what it is off, and L⁻¹ of that. */
  readonly off: readonly Float64Array[]
  readonly low: readonly Float64Array[]
}

/** One batch with figures at some size: blocks by piece, what they share brought in by the Woodbury identity. */
class Scoring {
  readonly surprise: number
  private readonly sized: readonly Sized[]
  private readonly inner: readonly Float64Array[]
  /** What the shared sources came to, in sigma of each. */
  private readonly share: Float64Array

  constructor(
    private readonly batch: Laid,
    private readonly logs: readonly number[],
  ) {
    this.sized = batch.layouts.map((layout) => sizedOf(layout, logs))
    const k = batch.shared.length
    const rows = Array.from({ length: k }, (_, i) =>
      Float64Array.from({ length: i + 1 }, (__, j) =>
        this.sized.reduce(
          (sum, { layout, shared }) =>
            sum + layout.places.length * dot(shared[i] as Float64Array, shared[j] as Float64Array),
          i === j ? 1 : 0,
        ),
      ),
    )
    this.inner = k > 0 ? lowerTriangle(rows) : []
    const along = new Float64Array(k)
    let square = 0
    for (const { low, shared } of this.sized)
      for (const one of low) {
        square += dot(one, one)
        shared.forEach((column, i) => (along[i] = (along[i] as number) + dot(column, one)))
      }
    const half = forward(this.inner, along)
    this.surprise = square - dot(half, half)
    this.share = backward(this.inner, half)
  }

  /** Adds what this batch tells of each figure. */
  add(
    slope: Float64Array,
    information: readonly Float64Array[],
    known: readonly Float64Array[],
  ): void {
    const means = new Map<number, Float64Array>()
    for (const one of this.sized) {
      const { layout } = one
      const count = layout.places.length
      const inverse = this.inverseOf(one)
      const products = layout.parts.map(({ figure, spread }) =>
        scaledProduct(
          inverse,
          spread,
          2 * Math.exp(2 * (this.logs[figure] as number)),
          layout.size,
        ),
      )
      const moves = layout.parts.map(({ figure, mean }) =>
        mean.map((by) => by * Math.exp(this.logs[figure] as number)),
      )
      const lows = moves.map((move) => forward(one.rows, move))
      layout.parts.forEach(({ figure, spread }, a) => {
        const by = 2 * Math.exp(2 * (this.logs[figure] as number))
        let rises = -0.5 * count * trace(products[a] as Square, layout.size)
        one.off.forEach((_, p) => {
          const answer = this.answerOf(one, p)
          rises += 0.5 * by * quadratic(spread, answer)
          rises += dot(moves[a] as Float64Array, answer)
        })
        slope[figure] = (slope[figure] as number) + rises
        const sum = means.get(figure) ?? new Float64Array(this.batch.shared.length)
        means.set(figure, sum)
        one.shared.forEach(
          (column, s) =>
            (sum[s] = (sum[s] as number) + count * dot(column, lows[a] as Float64Array)),
        )
        layout.parts.forEach(({ figure: other }, b) => {
          const both = [a, b].map((part) => (layout.parts[part]?.isOneSided ? ONE_SIDED.spread : 1))
          const along = dot(lows[a] as Float64Array, lows[b] as Float64Array)
          const spreads =
            0.5 * traceOfProduct(products[a] as Square, products[b] as Square, layout.size)
          const told = Math.sqrt((both[0] ?? 1) * (both[1] ?? 1)) * spreads + ONE_SIDED.mean * along
          addTo(information, figure, other, count * (spreads + along))
          addTo(known, figure, other, count * told)
        })
      })
    }
    // What the shared sources could be instead of a mean that moves.
    const halves = new Map(Array.from(means, ([figure, sum]) => [figure, forward(this.inner, sum)]))
    for (const [figure, a] of halves)
      for (const [other, b] of halves) {
        addTo(information, figure, other, -dot(a, b))
        addTo(known, figure, other, -ONE_SIDED.mean * dot(a, b))
      }
  }

  /** The shared gear as it seems to be. */
  gear(): Learning['gear'][number] {
    const { shared, sources } = this.batch
    return shared.map((index, i) => {
      const source = sources[index] as NamedSource
      const unit = new Float64Array(shared.length)
      unit[i] = 1
      const half = forward(this.inner, unit)
      const scale = source.plusMinus / 3
      return {
        source,
        value: scale * (this.share[i] as number),
        sigma: scale * Math.sqrt(dot(half, half)),
      }
    })
  }

  /** How far each piece is off what the others let expect. */
  apart(): { square: number; values: number }[] {
    const found: { square: number; values: number }[] = []
    for (const one of this.sized) {
      const rows = lowerTriangle(rowsOf(this.inverseOf(one), one.layout.size))
      one.off.forEach((_, p) => {
        // q ᵀ (V⁻¹)⁻¹ q over the piece’s own block: its spread when all others are known.
        const half = forward(rows, this.answerOf(one, p))
        found[one.layout.places[p] as number] = {
          square: dot(half, half),
          values: one.layout.size,
        }
      })
    }
    return found
  }

  /** A piece’s block of the inverse of the spread of all. */
  private inverseOf({ layout: { size }, rows, shared }: Sized): Square {
    const inverse = new Float64Array(size * size)
    const unit = new Float64Array(size)
    // B⁻¹ D, and that behind the triangle of the shared ones.
    const across = shared.map((column) => backward(rows, column))
    const behind = Array.from({ length: size }, (_, o) =>
      forward(
        this.inner,
        Float64Array.from(across, (column) => column[o] as number),
      ),
    )
    for (let o = 0; o < size; o++) {
      unit.fill(0)
      unit[o] = 1
      const own = backward(rows, forward(rows, unit))
      for (let j = 0; j < size; j++)
        inverse[o * size + j] =
          (own[j] as number) - dot(behind[o] as Float64Array, behind[j] as Float64Array)
    }
    return inverse
  }

  /** V⁻¹ y of one piece. */
  private answerOf({ low, rows, shared }: Sized, piece: number): Float64Array {
    const left = Float64Array.from(low[piece] as Float64Array)
    shared.forEach((column, s) => {
      const by = this.share[s] as number
      for (let o = 0; o < left.length; o++)
        left[o] = (left[o] as number) - by * (column[o] as number)
    })
    return backward(rows, left)
  }
}

function sizedOf(layout: Layout, logs: readonly number[]): Sized {
  const { fixed, off, parts, shared, size } = layout
  const spread = Float64Array.from(fixed)
  for (const part of parts) {
    const by = Math.exp(2 * (logs[part.figure] as number))
    for (let i = 0; i < spread.length; i++)
      spread[i] = (spread[i] as number) + by * (part.spread[i] as number)
  }
  const rows = lowerTriangle(rowsOf(spread, size))
  const moved = off.map((one) => {
    const left = Float64Array.from(one)
    for (const { figure, mean } of parts) {
      const by = Math.exp(logs[figure] as number) - 1
      for (let o = 0; o < size; o++) left[o] = (left[o] as number) - by * (mean[o] as number)
    }
    return left
  })
  return {
    layout,
    rows,
    shared: shared.map((column) => forward(rows, column)),
    off: moved,
    low: moved.map((one) => forward(rows, one)),
  }
}

const addTo = (rows: readonly Float64Array[], i: number, j: number, by: number): void => {
  const row = rows[i] as Float64Array
  row[j] = (row[j] as number) + by
}

const rowsOf = (square: Square, size: number): readonly Float64Array[] =>
  Array.from({ length: size }, (_, i) => square.subarray(i * size, (i + 1) * size))

function scaledProduct(a: Square, b: Square, by: number, size: number): Square {
  const out = new Float64Array(size * size)
  for (let i = 0; i < size; i++)
    for (let k = 0; k < size; k++) {
      const left = by * (a[i * size + k] as number)
      if (left === 0) continue
      for (let j = 0; j < size; j++)
        out[i * size + j] = (out[i * size + j] as number) + left * (b[k * size + j] as number)
    }
  return out
}

function trace(a: Square, size: number): number {
  let sum = 0
  for (let i = 0; i < size; i++) sum += a[i * size + i] as number
  return sum
}

function traceOfProduct(a: Square, b: Square, size: number): number {
  let sum = 0
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++) sum += (a[i * size + j] as number) * (b[j * size + i] as number)
  return sum
}

function quadratic(a: Square, v: Float64Array): number {
  let sum = 0
  const size = v.length
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++)
      sum += (a[i * size + j] as number) * (v[i] as number) * (v[j] as number)
  return sum
}

const inverted = (rows: readonly (readonly number[])[]): readonly (readonly number[])[] =>
  rows.length === 0 ? [] : decompose(rows, rows.length).inverse

const solved = (
  rows: readonly (readonly number[])[],
  values: readonly number[],
): readonly number[] =>
  inverted(rows).map((row) => row.reduce((sum, v, i) => sum + v * (values[i] ?? 0), 0))
