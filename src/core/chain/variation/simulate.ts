import { type Atoms, atomsOf, gathered, type Shape } from './atoms'
import { LIKELY } from './combine'
import { type CompiledMeasure } from './compile'
import { excessReader } from './excess'
import { normalStream, seededUniform } from './random'
import { type NamedSource } from './source'

export interface SimulationOptions {
  /** 100 … 2 000 000. */
  readonly samples: number
  readonly seed: number
}

/** How one reading, or the zone that a piece uses, is spread over the pieces. */
export interface SimulatedCurve {
  /** Where it is read, in words; empty where there is one. */
  readonly label: string
  /** Its limits; a zone has an upper one only. */
  readonly lower: number | undefined
  readonly upper: number
  /** Part of the pieces that lie under and over them, 0 … 1. */
  readonly below: number
  readonly over: number
  readonly mean: number
  /** Counts over equal bins from `from` to `to`. */
  readonly from: number
  readonly to: number
  readonly counts: readonly number[]
}

/** What the simulated pieces say of one measure. */
export interface SimulatedMeasure {
  /** Part of the pieces that do not hold, 0 … 1. */
  readonly rejected: number
  /** The excess that 99.73 % of the pieces stay under: minus the margin. */
  readonly point: number
  /** The lowest 0.135 % and the highest 99.865 % point of the readings (limits), or 0 and the 99.73 % point of the zone used. */
  readonly low: number
  readonly high: number
  /** Of all readings together. */
  readonly mean: number
  /** Each reading between limits, or the zone used by a piece. */
  readonly curves: readonly SimulatedCurve[]
}

export interface Simulation extends SimulationOptions {
  readonly measures: readonly SimulatedMeasure[]
}

const CHUNK = 4000
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
  sources: readonly NamedSource[],
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
  sources: readonly NamedSource[],
  samples: number,
  seed: number,
): Generator<number, SimulatedMeasure> {
  const reader = excessReader(measure)
  const draw = columnDrawer(gathered(atomsOf(measure.forms, sources)), seed)
  const columns = Array.from({ length: reader.room }, () => new Float64Array(CHUNK))
  const excess = new Float64Array(samples)
  const shown = measure.kind === 'limits' ? reader.shown : []
  const readings = shown.map(() => new Float64Array(samples))
  for (let done = 0; done < samples; done += CHUNK) {
    const count = Math.min(CHUNK, samples - done)
    draw(columns, count)
    reader.readColumns(columns, count, excess.subarray(done))
    if (shown.length > 0) reader.shownOfColumns(columns, count, readings, done)
    yield (done + count) / samples
  }
  const rejected = shareOver(excess, 0)
  const all = new Binned(excess)
  const point = all.quantile(LIKELY)
  const { allowed } = measure
  if (shown.length === 0) {
    const used = all.curve({ label: '', lower: undefined, upper: allowed }, allowed)
    const curves = [{ ...used, over: rejected }]
    return { rejected, point, low: 0, high: point + allowed, mean: used.mean, curves }
  }
  const binned = readings.map((values) => new Binned(values))
  const mean = binned.reduce((sum, one) => sum + one.mean, 0) / binned.length
  return {
    rejected,
    point,
    low: Math.min(...binned.map((one) => one.quantile(1 - UPPER))),
    high: Math.max(...binned.map((one) => one.quantile(UPPER))),
    mean,
    curves: shown.map((reading, n) => (binned[n] as Binned).curve(reading)),
  }
}

/** Part of some values that lie over a level, 0 … 1. */
function shareOver(values: Float64Array, level: number): number {
  let count = 0
  for (let i = 0; i < values.length; i++) if ((values[i] as number) > level) count++
  return count / Math.max(1, values.length)
}

/** Puts the values of a measure's forms, drawn together, into columns: a row is one piece. */
function columnDrawer(
  { centre, count, forms, shapes }: Atoms,
  seed: number,
): (columns: readonly Float64Array[], pieces: number) => void {
  const uniform = seededUniform(seed)
  const normal = normalStream(uniform)
  const drawn = Array.from({ length: count }, () => new Float64Array(CHUNK))
  const fill: Readonly<Record<Shape, (column: Float64Array, pieces: number) => void>> = {
    normal: (column, pieces) => {
      for (let i = 0; i < pieces; i++) column[i] = normal()
    },
    uniform: (column, pieces) => {
      for (let i = 0; i < pieces; i++) column[i] = 2 * uniform() - 1
    },
    half: (column, pieces) => {
      for (let i = 0; i < pieces; i++) column[i] = Math.abs(normal())
    },
  }
  return (columns, pieces) => {
    drawn.forEach((column, j) => fill[shapes[j] as Shape](column, pieces))
    forms.forEach(({ coefficients, indices }, k) => {
      const column = columns[k] as Float64Array
      column.fill(centre[k] as number, 0, pieces)
      indices.forEach((atom, n) => {
        const [by, from] = [coefficients[n] as number, drawn[atom] as Float64Array]
        for (let i = 0; i < pieces; i++)
          column[i] = (column[i] as number) + by * (from[i] as number)
      })
    })
  }
}

/** Values over equal bins, in which a quantile is looked for without sorting the rest. */
class Binned {
  readonly from: number
  readonly to: number
  readonly mean: number
  private readonly perWidth: number
  /** One more: the largest value lies on the far edge of the last. */
  private readonly counts = new Int32Array(BINS + 1)

  constructor(private readonly values: Float64Array) {
    let [from, to, sum] = [values[0] ?? 0, values[0] ?? 0, 0]
    for (let i = 0; i < values.length; i++) {
      const value = values[i] as number
      if (value < from) from = value
      if (value > to) to = value
      sum += value
    }
    ;[this.from, this.to, this.mean] = [from, to, sum / Math.max(1, values.length)]
    const perWidth = (this.perWidth = BINS / (to - from || 1))
    const { counts } = this
    for (let i = 0; i < values.length; i++) {
      const bin = (((values[i] as number) - from) * perWidth) | 0
      counts[bin] = (counts[bin] as number) + 1
    }
  }

  quantile(p: number): number {
    const { counts, from, perWidth, values } = this
    let [bin, before] = [0, 0]
    const place = Math.min(values.length - 1, Math.floor(p * values.length))
    while (bin < BINS && before + (counts[bin] as number) <= place)
      before += counts[bin++] as number
    const inside = new Float64Array(counts[bin] as number)
    let filled = 0
    for (let i = 0; i < values.length; i++) {
      const value = values[i] as number
      if ((((value - from) * perWidth) | 0) === bin) inside[filled++] = value
    }
    return inside.sort()[place - before] ?? 0
  }

  /** The curve of the values, each raised by so much, against its limits. */
  curve(
    { label, lower, upper }: Pick<SimulatedCurve, 'label' | 'lower' | 'upper'>,
    raised = 0,
  ): SimulatedCurve {
    const counts = Array.from(this.counts.subarray(0, BINS))
    counts[BINS - 1] = (counts[BINS - 1] ?? 0) + (this.counts[BINS] ?? 0)
    const above = (level: number): number => shareOver(this.values, level - raised)
    return {
      label,
      lower,
      upper,
      below: lower === undefined ? 0 : 1 - above(lower),
      over: above(upper),
      mean: this.mean + raised,
      from: this.from + raised,
      to: this.to + raised,
      counts,
    }
  }
}

/** The upper of the two points between which 99.73 % of readings lie. */
const UPPER = 1 - (1 - LIKELY) / 2
