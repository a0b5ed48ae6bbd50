import { bonusAt, type CompiledMeasure } from './evaluate'
import { normalStream, sampler, seededUniform } from './random'
import { sourceAt } from './combine'
import { type Source } from './source'
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
  const flat = (form: Sparse): FlatForm => ({
    slots: Int32Array.from(form.indices, (index) => {
      const slot = slotOf.get(index) ?? slotOf.size
      slotOf.set(index, slot)
      return slot
    }),
    coefficients: form.coefficients,
  })
  const readers = measures.map((measure) => readerOf(measure, flat))
  const uniform = seededUniform(seed)
  const normal = normalStream(uniform)
  const draws = [...slotOf.keys()].map((index) =>
    sampler(sourceAt(sources, index), uniform, normal),
  )
  const piece = new Float64Array(draws.length)
  const values = measures.map(() => new Float64Array(samples))
  const rejected = measures.map(() => 0)
  for (let i = 0; i < samples; i++) {
    for (let s = 0; s < draws.length; s++) piece[s] = draws[s]?.() ?? 0
    readers.forEach((read, m) => {
      const reading = read(piece)
      const column = values[m]
      if (column) column[i] = reading.value
      if (!reading.holds) rejected[m] = (rejected[m] ?? 0) + 1
    })
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

/** The value shown for a piece is its worst reading; whether it holds is judged on all of them. */
function readerOf(
  measure: CompiledMeasure,
  flat: (form: Sparse) => FlatForm,
): (piece: Float64Array) => { value: number; holds: boolean } {
  if (measure.kind === 'limits') {
    const forms = measure.forms.map(flat)
    const middle = (measure.lower + measure.upper) / 2
    return (piece) => {
      let worst = middle
      for (const form of forms) {
        const value = evaluateFlat(form, piece)
        if (Math.abs(value - middle) >= Math.abs(worst - middle)) worst = value
      }
      return { value: worst, holds: worst >= measure.lower && worst <= measure.upper }
    }
  }
  const pairs = measure.pairs.map(([a, b]) => [flat(a), flat(b)] as const)
  const size = measure.bonus && flat(measure.bonus.form)
  return (piece) => {
    let used = 0
    for (const [a, b] of pairs)
      used = Math.max(
        used,
        measure.factor * Math.hypot(evaluateFlat(a, piece), evaluateFlat(b, piece)),
      )
    const gained = measure.bonus && size ? bonusAt(measure.bonus, evaluateFlat(size, piece)) : 0
    return { value: used, holds: used <= measure.diameter + gained }
  }
}

function evaluateFlat(form: FlatForm, piece: Float64Array): number {
  let sum = 0
  const { slots, coefficients } = form
  for (let i = 0; i < slots.length; i++) sum += (coefficients[i] ?? 0) * (piece[slots[i] ?? 0] ?? 0)
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
