import { figuresOf, type NamedSource } from '../variation'
import { type Observed } from './observed'
import { inner, spreadOf, type Weighed } from './spread'

/** What may be to blame: how much it shows in each observation for one unit of it. */
export interface Candidate {
  readonly pattern: Float64Array
  /** How large it is on a good day, one sigma, in its own unit, > 0: a fault is larger than that. */
  readonly usual: number
  /** Its size where that is known beforehand: half a tip, another feature's figure. */
  readonly known?: number | undefined
}

/** One way to explain what was measured: none, one or two candidates, each at a size. */
export interface Explanation {
  readonly of: readonly number[]
  readonly sizes: readonly number[]
  /** How much likelier than that nothing is wrong, as a logarithm, and its probability among all that were tried. */
  readonly log: number
  readonly probability: number
}

export interface Explained {
  /** The likeliest first. */
  readonly explanations: readonly Explanation[]
  /** How probable it is that nothing is wrong. */
  readonly sound: number
  /** For each candidate, how probable it is that it is among the causes. */
  readonly blame: Float64Array
  /** Standard deviation of a candidate's size, were it the one; infinite where nothing shows it. */
  readonly sigma: Float64Array
  /** How alike two candidates show in what was measured: the cosine between them, weighed by what is usual. */
  readonly alike: (a: number, b: number) => number
}

/** Before anything was measured: how probable a fault is at all, and a second beside it (no source: chosen so that sound pieces are left alone). */
const ONE_FAULT = 0.4
const SECOND_FAULT = 0.1
/** A known size is a bold guess: it counts as one part in so many of the faults. */
const KNOWN_PART = 0.05
/** Singles to which a second is looked for. */
const PAIRED = 40
/** So much less likely, as a logarithm, a guess of a known size is no partner any more. */
const FAR_OFF = 50
const LOG_HALF_2PI = Math.log(2 * Math.PI) / 2

/**
 * Explains what was measured by one or two of the candidates: each way is weighed by its likelihood, all sources
 * at their usual spread, times how probable its sizes are beforehand (a Cauchy density about the usual size: small
 * faults are common, large ones are not excluded), integrated over the size by Laplace's method. Structure after
 * Apley and Shi (1998) and Zhou, Ding, Chen and Shi (2003) on diagnosis of fixtures in several stations, named
 * from memory; no number of theirs is used.
 */
export function explain(
  sources: readonly NamedSource[],
  observed: readonly Observed[],
  candidates: readonly Candidate[],
): Explained {
  const { weigh } = spreadOf(sources, observed)
  const { mean } = figuresOf(sources)
  const off = weigh(
    Float64Array.from(observed, ({ form, value }) => {
      let expected = 0
      form.indices.forEach(
        (index, i) => (expected += (form.coefficients[i] ?? 0) * (mean[index] ?? 0)),
      )
      return value - expected
    }),
  )
  // Guesses of several sizes share a pattern: it is weighed once.
  const rows = candidates.map(
    onceFor(
      ({ pattern }) => pattern,
      ({ pattern }) => weigh(pattern),
    ),
  )
  // Bold guesses, however many, take nothing from what else may be.
  const count = Math.max(1, candidates.filter(({ known }) => known === undefined).length)
  const price = Math.log(ONE_FAULT / count)
  const searched = new Search(candidates, rows, off, price)
  const singles = rows.map((_, j) => searched.single(j))
  const order = singles
    .map((one, j) => ({ j, log: one?.log ?? -Infinity }))
    .sort((a, b) => b.log - a.log)
    .slice(0, PAIRED)
    .filter(({ log }) => log > -Infinity)
  const found: Omit<Explanation, 'probability'>[] = [
    { of: [], sizes: [], log: Math.log(1 - ONE_FAULT) },
    ...singles.flatMap((one) => one ?? []),
  ]
  const tried = new Set<number>()
  // A bold guess that is far off by itself is so beside another cause.
  const partners = Array.from(rows.keys()).filter(
    (k) => candidates[k]?.known === undefined || (singles[k]?.log ?? -Infinity) > price - FAR_OFF,
  )
  for (const { j } of order) {
    tried.add(j)
    partners.forEach((k) => {
      if (tried.has(k)) return
      const pair = searched.pair(j, k)
      if (pair) found.push({ ...pair, log: pair.log + Math.log(SECOND_FAULT / ONE_FAULT) })
    })
  }
  return weighed(found, rows)
}

/** Works something out once for all that have the same thing in them. */
function onceFor<Item, Value>(
  of: (item: Item) => object,
  work: (item: Item) => Value,
): (item: Item) => Value {
  const known = new Map<object, Value>()
  return (item) => {
    const value = known.has(of(item)) ? (known.get(of(item)) as Value) : work(item)
    known.set(of(item), value)
    return value
  }
}

function weighed(
  found: readonly Omit<Explanation, 'probability'>[],
  rows: readonly Weighed[],
): Explained {
  const most = found.reduce((high, { log }) => Math.max(high, log), -Infinity)
  const total = found.reduce((sum, { log }) => sum + Math.exp(log - most), 0)
  const blame = new Float64Array(rows.length)
  let sound = 0
  const explanations = found
    .map((one): Explanation => {
      const probability = Math.exp(one.log - most) / total
      if (one.of.length === 0) sound = probability
      for (const j of one.of) blame[j] = (blame[j] as number) + probability
      return { ...one, probability }
    })
    .sort((a, b) => b.probability - a.probability)
  const squares = rows.map(
    onceFor(
      (row: Weighed) => row,
      (row) => inner(row, row),
    ),
  )
  return {
    explanations: explanations.slice(0, 200),
    sound,
    blame,
    sigma: Float64Array.from(squares, (square) => 1 / Math.sqrt(square)),
    alike: (a, b) =>
      inner(rows[a] as Weighed, rows[b] as Weighed) /
      Math.sqrt((squares[a] as number) * (squares[b] as number)),
  }
}

/** Looks for what explains best among patterns that were weighed by what is usual. */
class Search {
  private readonly squares: readonly number[]
  private readonly along: readonly number[]

  constructor(
    private readonly candidates: readonly Candidate[],
    private readonly rows: readonly Weighed[],
    private readonly off: Weighed,
    private readonly price: number,
  ) {
    const itself = (row: Weighed): Weighed => row
    this.squares = rows.map(onceFor(itself, (row) => inner(row, row)))
    this.along = rows.map(onceFor(itself, (row) => inner(row, off)))
  }

  single(j: number): Omit<Explanation, 'probability'> | undefined {
    const square = this.squares[j] as number
    if (!(square > SEEN)) return undefined
    const along = this.along[j] as number
    const { known } = this.candidates[j] as Candidate
    if (known !== undefined)
      return {
        of: [j],
        sizes: [known],
        log: this.price + Math.log(KNOWN_PART) + known * along - (known * known * square) / 2,
      }
    const size = along / square
    return {
      of: [j],
      sizes: [size],
      log:
        this.price +
        (along * along) / square / 2 +
        LOG_HALF_2PI -
        Math.log(square) / 2 +
        this.density(j, size),
    }
  }

  /** Two at once; nothing where they show the same, or either is not seen. */
  pair(i: number, j: number): Omit<Explanation, 'probability'> | undefined {
    const [a, c] = [this.squares[i] as number, this.squares[j] as number]
    if (!(a > SEEN && c > SEEN)) return undefined
    const b = inner(this.rows[i] as Weighed, this.rows[j] as Weighed)
    if (b * b > 0.98 * a * c) return undefined
    const [u, v] = [this.along[i] as number, this.along[j] as number]
    const known = [this.candidates[i]?.known, this.candidates[j]?.known]
    const [first, second] = known
    if (first !== undefined || second !== undefined) {
      if (first !== undefined && second !== undefined) return undefined
      const [fixed, size, fixedSquare, fixedAlong, square, along, free] =
        first !== undefined ? [i, first, a, u, c, v, j] : [j, second ?? 0, c, v, a, u, i]
      const left = along - size * b
      const other = left / square
      return {
        of: [fixed, free],
        sizes: [size, other],
        log:
          2 * this.price +
          Math.log(KNOWN_PART) +
          size * fixedAlong -
          (size * size * fixedSquare) / 2 +
          (left * left) / square / 2 +
          LOG_HALF_2PI -
          Math.log(square) / 2 +
          this.density(free, other),
      }
    }
    const determinant = a * c - b * b
    const [x, y] = [(c * u - b * v) / determinant, (a * v - b * u) / determinant]
    return {
      of: [i, j],
      sizes: [x, y],
      log:
        2 * this.price +
        (x * u + y * v) / 2 +
        2 * LOG_HALF_2PI -
        Math.log(determinant) / 2 +
        this.density(i, x) +
        this.density(j, y),
    }
  }

  /**
   * How probable a size is beforehand, as a logarithm: Cauchy about the usual ±, as wide as what was measured
   * leaves it open, so that what is hardly seen weighs as if nothing were wrong.
   */
  private density(j: number, size: number): number {
    const open = Math.sqrt(2 / Math.PI / (this.squares[j] as number))
    const width = 3 * (this.candidates[j] as Candidate).usual + open
    return Math.log(width / Math.PI) - Math.log(width * width + size * size)
  }
}

/** A pattern shorter than this, in standard deviations for its unit, is not seen at all. */
const SEEN = 1e-18
