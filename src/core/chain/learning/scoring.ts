import { backward, dot, forward, lowerTriangle } from '../../ground/linalg'
import { type NamedSource } from '../variation'
import { type Laid, type Layout, type Square } from './layout'
import { addTo, quadratic, rowsOf, scaledProduct, trace, traceOfProduct } from './squares'

/** Gear that is the same in all pieces of a batch, as it seems to be; one sigma, in the source’s own unit. */
export interface SharedGear {
  readonly source: NamedSource
  readonly value: number
  readonly sigma: number
}

/** How far a piece is off what the others let expect, squared and weighed, and of how many values. */
export interface PieceApart {
  readonly square: number
  readonly values: number
}

/**
 * Of what mean and spread would tell of a one-sided figure, were it Gaussian, this much is told: half-normal draws
 * tell two of their logarithm’s inverse variance each, and their spread alone 2 / (1 + 0.87 / 2), by its kurtosis.
 */
const ONE_SIDED = { spread: 0.7, mean: 0.35 } as const
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
export class Scoring {
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
  gear(): readonly SharedGear[] {
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
  apart(): readonly PieceApart[] {
    const found: PieceApart[] = []
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
