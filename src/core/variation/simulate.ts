import { bonusAt, type CompiledMeasure } from './evaluate'
import { normalStream, sampler, seededUniform, type Uniform } from './random'
import { sourceAt } from './combine'
import { figuresOf, type Source } from './source'
import { type Sparse } from './sparse'

export interface SimulationOptions {
  /** 100 … 2 000 000. */
  readonly samples: number
  readonly seed: number
}

/** What the simulated pieces say of one measure. */
export interface SimulatedMeasure {
  /** Part of the pieces that do not hold, 0 … 1. */
  readonly rejected: number
  /** 0.135 % and 99.865 % points (limits), or 0 and the 99.73 % point (zone). */
  readonly low: number
  readonly high: number
  readonly mean: number
  /** Counts over equal bins from `from` to `to`. */
  readonly histogram: {
    readonly from: number
    readonly to: number
    readonly counts: readonly number[]
  }
}

export interface Simulation extends SimulationOptions {
  readonly measures: readonly SimulatedMeasure[]
}

const CHUNK = 2_000
const BINS = 41

type FlatForm = { readonly slots: Int32Array; readonly coefficients: Float64Array }

/**
 * Draws pieces and reads every measure on each. A generator, so that a worker can show progress
 * and stop between chunks.
 *
 * @yields the part done, 0 … 1.
 * @returns per measure, in the order given.
 */
export function* simulate(
  measures: readonly CompiledMeasure[],
  sources: readonly Source[],
  options: SimulationOptions,
): Generator<number, Simulation> {
  const { samples, seed } = options
  const slotOf = new Map<number, number>()
  const slot = (index: number): number => {
    const known = slotOf.get(index) ?? slotOf.size
    slotOf.set(index, known)
    return known
  }
  const flat = (form: Sparse): FlatForm => {
    const { coefficients, indices } = withoutNegligible(form, sources)
    return { slots: indices.map(slot), coefficients }
  }
  const readers = measures.map((measure) => readerOf(measure, flat))
  const uniform = seededUniform(seed)
  const draw = pieceDrawer(
    [...slotOf.keys()].map((index) => sourceAt(sources, index)),
    uniform,
  )
  const piece = new Float64Array(slotOf.size)
  const values = measures.map(() => new Float64Array(samples))
  const rejected = measures.map(() => 0)
  for (let i = 0; i < samples; i++) {
    draw(piece)
    for (let m = 0; m < readers.length; m++) {
      const { holds, read } = readers[m] as PieceReader
      const value = read(piece)
      ;(values[m] as Float64Array)[i] = value
      if (!holds(value, piece)) rejected[m] = (rejected[m] as number) + 1
    }
    if (i % CHUNK === CHUNK - 1) yield (i + 1) / samples
  }
  return {
    samples,
    seed,
    measures: measures.map((measure, m) =>
      summarise(values[m] ?? new Float64Array(), (rejected[m] ?? 0) / samples, measure.kind),
    ),
  }
}

/** What the left-out sources together may give, as part of the variance: far below what samples can show. */
const NEGLIGIBLE_VARIANCE = 1e-8

/** The form without its smallest sources. */
function withoutNegligible({ coefficients, indices }: Sparse, sources: readonly Source[]): Sparse {
  const { mean, sigma } = figuresOf(sources)
  const parts = Array.from(indices, (index, i) => {
    const coefficient = coefficients[i] as number
    return {
      i,
      size: coefficient ** 2 * ((sigma[index] as number) ** 2 + (mean[index] as number) ** 2),
    }
  }).sort((a, b) => a.size - b.size)
  let spare = NEGLIGIBLE_VARIANCE * parts.reduce((sum, { size }) => sum + size, 0)
  const kept = parts.filter(({ size }) => (spare -= size) < 0).map(({ i }) => i)
  return {
    indices: Int32Array.from(kept, (i) => indices[i] as number),
    coefficients: Float64Array.from(kept, (i) => coefficients[i] as number),
  }
}

/** Fills a piece with one draw of every source; the normal ones, nearly all, in a loop of their own. */
function pieceDrawer(sources: readonly Source[], uniform: Uniform): (piece: Float64Array) => void {
  const normal = normalStream(uniform)
  const slots = sources.map((_, slot) => slot)
  const isNormal = (slot: number): boolean => sources[slot]?.distribution === 'normal'
  const normals = Int32Array.from(slots.filter(isNormal))
  const offsets = Float64Array.from(normals, (slot) => sources[slot]?.offset ?? 0)
  const sigmas = Float64Array.from(normals, (slot) => (sources[slot]?.plusMinus ?? 0) / 3)
  const others = slots
    .filter((slot) => !isNormal(slot))
    .map((slot) => ({ slot, draw: sampler(sources[slot] as Source, uniform, normal) }))
  return (piece) => {
    for (let k = 0; k < normals.length; k++)
      piece[normals[k] as number] = (offsets[k] as number) + (sigmas[k] as number) * normal()
    for (const { draw, slot } of others) piece[slot] = draw()
  }
}

interface PieceReader {
  /** The worst reading of a piece. */
  readonly read: (piece: Float64Array) => number
  readonly holds: (value: number, piece: Float64Array) => boolean
}

function readerOf(measure: CompiledMeasure, flat: (form: Sparse) => FlatForm): PieceReader {
  if (measure.kind === 'limits') {
    const { lower, upper } = measure
    const forms = measure.forms.map(flat)
    const middle = (lower + upper) / 2
    return {
      read: (piece) => {
        let worst = middle
        for (const form of forms) {
          const value = evaluateFlat(form, piece)
          if (Math.abs(value - middle) >= Math.abs(worst - middle)) worst = value
        }
        return worst
      },
      holds: (value) => value >= lower && value <= upper,
    }
  }
  const { bonus, diameter, factor } = measure
  const pairs = measure.pairs.map(([a, b]) => [flat(a), flat(b)] as const)
  const size = bonus && flat(bonus.form)
  return {
    read: (piece) => {
      let square = 0
      for (const [a, b] of pairs) {
        const [x, y] = [evaluateFlat(a, piece), evaluateFlat(b, piece)]
        square = Math.max(square, x * x + y * y)
      }
      return factor * Math.sqrt(square)
    },
    holds: (value, piece) =>
      value <= diameter + (bonus && size ? bonusAt(bonus, evaluateFlat(size, piece)) : 0),
  }
}

function evaluateFlat({ coefficients, slots }: FlatForm, piece: Float64Array): number {
  let sum = 0
  for (let i = 0; i < slots.length; i++)
    sum += (coefficients[i] as number) * (piece[slots[i] as number] as number)
  return sum
}

function summarise(
  values: Float64Array,
  rejected: number,
  kind: 'limits' | 'zone',
): SimulatedMeasure {
  const sorted = Float64Array.from(values).sort()
  const quantile = (p: number): number =>
    sorted[Math.min(sorted.length - 1, Math.floor(p * sorted.length))] ?? 0
  const [from, to] = [sorted[0] ?? 0, sorted[sorted.length - 1] ?? 0]
  const counts = new Array<number>(BINS).fill(0)
  const width = (to - from) / BINS || 1
  let sum = 0
  for (const value of sorted) {
    const bin = Math.min(BINS - 1, Math.floor((value - from) / width))
    counts[bin] = (counts[bin] ?? 0) + 1
    sum += value
  }
  return {
    rejected,
    low: kind === 'limits' ? quantile(0.00135) : 0,
    high: kind === 'limits' ? quantile(0.99865) : quantile(0.9973),
    mean: sum / Math.max(1, sorted.length),
    histogram: { from, to, counts },
  }
}
