/** How an error is spread about its middle. A stated ± is three sigma of a normal unless it says otherwise. */
export type Distribution = 'normal' | 'uniform' | 'triangular' | 'one-sided'

/** One named cause of error. */
export interface NamedSource {
  /** Names it for good: it holds the id of its setup or gear, never a place in an order. For looking up only, never taken apart. */
  readonly key: string
  /** What it is, in shop words: "fixed jaw out of square". */
  readonly cause: string
  /** The link of the chain that it belongs to; sources of one link are shown as one plate. */
  readonly link: string
  /** Id of the setup where it acts; undefined for what came with the stock or stays with the gear. */
  readonly setup?: string | undefined
  /** Name of the machine, vise or other gear whose own error this is: the same in every setup that uses it. */
  readonly gear?: string | undefined
  /** Settled once for a setup, as a tool's length is: the same for pieces made one after the other. */
  readonly isSettled?: true
  /** The contact under which it lies, by its id. */
  readonly contact?: string | undefined
  /** A ratio, such as a lean or a scale; mm when left out. */
  readonly unit?: 'mm/mm' | undefined
  /** What to do about it, in shop words. */
  readonly remedy?: string | undefined
  /** The figure of the shop that it is drawn from, by a name, and what part of its variance that makes, 0 to 1. */
  readonly figure?: { readonly path: string; readonly share: number } | undefined
  /** What a picture lights for it: surfaces, features, contacts, `jaw`, `parallels`. */
  readonly lights?: readonly string[] | undefined
  readonly distribution: Distribution
  /** Middle of the spread, in the source's own unit (mm or rad). 0 for most. */
  readonly offset: number
  /** Half width of the spread (the stated ±), same unit, >= 0. For one-sided: the far end. */
  readonly plusMinus: number
}

/** Mean and standard deviation of a source, from its stated half width. */
export interface Moments {
  readonly mean: number
  readonly sigma: number
}

/** Half-normal distribution: mean σ√(2/π), variance σ²(1 − 2/π). */
const HALF_NORMAL_MEAN = Math.sqrt(2 / Math.PI)
const HALF_NORMAL_SIGMA = Math.sqrt(1 - 2 / Math.PI)

/**
 * Standard uncertainty from a stated half width.
 * Source: JCGM 100:2008, 4.3.7 (uniform, a/√3) and 4.3.9 (triangular, a/√6); normal as three
 * sigma; one-sided as a half-normal whose three sigma is the far end.
 */
export function momentsOf(source: NamedSource): Moments {
  const t = source.plusMinus
  switch (source.distribution) {
    case 'normal':
      return { mean: source.offset, sigma: t / 3 }
    case 'uniform':
      return { mean: source.offset, sigma: t / Math.sqrt(3) }
    case 'triangular':
      return { mean: source.offset, sigma: t / Math.sqrt(6) }
    case 'one-sided':
      return {
        mean: source.offset + (t / 3) * HALF_NORMAL_MEAN,
        sigma: (t / 3) * HALF_NORMAL_SIGMA,
      }
  }
}

/** The least and the most that a source can be, as stated. */
export function extremesOf(source: NamedSource): readonly [number, number] {
  const low = source.distribution === 'one-sided' ? 0 : -source.plusMinus
  return [source.offset + low, source.offset + source.plusMinus]
}

/** Mean, sigma and extremes of every source of a list, as arrays by index. */
export interface SourceFigures {
  readonly mean: Float64Array
  readonly sigma: Float64Array
  readonly least: Float64Array
  readonly most: Float64Array
}

const figuresOfList = new WeakMap<readonly NamedSource[], SourceFigures>()

/** The figures of a list of sources, worked out once for each list. */
export function figuresOf(sources: readonly NamedSource[]): SourceFigures {
  const known = figuresOfList.get(sources)
  if (known) return known
  const n = sources.length
  const figures = {
    mean: new Float64Array(n),
    sigma: new Float64Array(n),
    least: new Float64Array(n),
    most: new Float64Array(n),
  }
  sources.forEach((source, i) => {
    const { mean, sigma } = momentsOf(source)
    const [least, most] = extremesOf(source)
    figures.mean[i] = mean
    figures.sigma[i] = sigma
    figures.least[i] = least
    figures.most[i] = most
  })
  figuresOfList.set(sources, figures)
  return figures
}
