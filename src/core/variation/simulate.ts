import { type Atoms, atomsOf, gathered, valueOf } from './atoms'
import { LIKELY } from './combine'
import { type CompiledMeasure } from './compile'
import { excessReader } from './excess'
import { normalStream, seededUniform } from './random'
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
  /** The excess that 99.73 % of the pieces stay under: minus the margin. */
  readonly point: number
  /** 0.135 % and 99.865 % points of all readings (limits), or 0 and the 99.73 % point of the zone used. */
  readonly low: number
  readonly high: number
  readonly mean: number
  /** Counts over equal bins from `from` to `to`: every reading between limits, or the zone used by a piece. */
  readonly histogram: {
    readonly from: number
    readonly to: number
    readonly counts: readonly number[]
  }
}

export interface Simulation extends SimulationOptions {
  readonly measures: readonly SimulatedMeasure[]
}

const CHUNK = 4_000
const BINS = 41

/**
 * Draws pieces and reads every measure on each. A generator, so that a worker can show progress
 * and stop between chunks.
 *
 * What is normal is drawn through the covariance of a measure's forms, the rest source by source.
 * Measures are drawn one after another, each with a stream of its own from the seed.
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
  const found: SimulatedMeasure[] = []
  for (const [m, measure] of measures.entries()) {
    const steps = simulateOne(measure, sources, samples, seed + 0x9e37 * m)
    for (;;) {
      const step = steps.next()
      if (step.done) {
        found.push(step.value)
        break
      }
      yield (m + step.value) / measures.length
    }
  }
  return { samples, seed, measures: found }
}

function* simulateOne(
  measure: CompiledMeasure,
  sources: readonly Source[],
  samples: number,
  seed: number,
): Generator<number, SimulatedMeasure> {
  const reader = excessReader(measure)
  const draw = valuesDrawer(gathered(atomsOf(measure.forms, sources)), seed)
  const values = new Float64Array(reader.room)
  const excess = new Float64Array(samples)
  const shown: number[] = []
  let rejected = 0
  for (let i = 0; i < samples; i++) {
    draw(values)
    const v = reader.read(values)
    excess[i] = v
    if (v > 0) rejected++
    if (measure.kind === 'limits') reader.shown(values, shown)
    if (i % CHUNK === CHUNK - 1 || i === samples - 1) yield (i + 1) / samples
  }
  const sorted = excess.sort()
  const point = sorted[Math.min(samples - 1, Math.floor(LIKELY * samples))] ?? 0
  const readings =
    measure.kind === 'limits'
      ? Float64Array.from(shown).sort()
      : sorted.map((v) => v + measure.allowed)
  return { rejected: rejected / samples, point, ...summary(readings, measure.kind) }
}

/** Puts the values of a measure's forms, drawn together, into an array. */
function valuesDrawer(
  { centre, count, forms, shapes }: Atoms,
  seed: number,
): (values: Float64Array) => void {
  const uniform = seededUniform(seed)
  const normal = normalStream(uniform)
  const piece = new Float64Array(count)
  return (values) => {
    for (let j = 0; j < count; j++) {
      const shape = shapes[j]
      piece[j] =
        shape === 'normal' ? normal() : shape === 'uniform' ? 2 * uniform() - 1 : Math.abs(normal())
    }
    for (let k = 0; k < forms.length; k++)
      values[k] = (centre[k] as number) + valueOf(forms[k] as Sparse, piece)
  }
}

function summary(
  sorted: Float64Array,
  kind: CompiledMeasure['kind'],
): Omit<SimulatedMeasure, 'rejected' | 'point'> {
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
    low: kind === 'limits' ? quantile(0.00135) : 0,
    high: kind === 'limits' ? quantile(0.99865) : quantile(LIKELY),
    mean: sum / Math.max(1, sorted.length),
    histogram: { from, to, counts },
  }
}
