import {
  combineIndependent,
  likelyRadius,
  likelyRange,
  sourceAt,
  worstRadius,
  worstRange,
} from './combine'
import { formOf, type Bonus, type Measure, type Reading } from './measure'
import { figuresOf, type Source } from './source'
import { FormBuilder, type Sparse, sparseFrom } from './sparse'
import { type Deviation } from './stack'

/** One way of adding up: what is predicted, what is allowed, and what is left. mm, or rad for angles. */
export interface Verdict {
  /** Half width of the predicted spread (limits), or diameter/width of the zone that is used (zone). */
  readonly predicted: number
  /** Middle of the prediction against the middle of the limits; 0 for a zone. */
  readonly offset: number
  /** Half width of what is allowed (limits), or the zone with its bonus. */
  readonly allowed: number
  /** What is left on the tighter side; negative when it does not hold. */
  readonly margin: number
}

/** What one link of the chain gives. */
export interface LinkShare {
  readonly link: string
  readonly setup: number | undefined
  readonly gear: string | undefined
  readonly labels: readonly string[]
  /** Its part of the variance, 0 … 1. */
  readonly share: number
  /** What it would give alone: likely and worst, in the terms of `Verdict.predicted`. */
  readonly likely: number
  readonly worst: number
}

export interface Outcome {
  readonly likely: Verdict
  readonly worst: Verdict
  /** Stock, gear, then in the order of the setups; the sum of the shares is 1 unless nothing varies. */
  readonly links: readonly LinkShare[]
}

/** The forms of a measure, made once, read by the linear answers and by the simulation alike. */
export type CompiledMeasure =
  | {
      readonly kind: 'limits'
      readonly forms: readonly Sparse[]
      readonly lower: number
      readonly upper: number
    }
  | {
      readonly kind: 'zone'
      readonly pairs: readonly (readonly [Sparse, Sparse])[]
      readonly diameter: number
      readonly factor: 1 | 2
      readonly bonus: CompiledBonus | undefined
    }

export type CompiledBonus = Omit<Bonus, 'size'> & { readonly form: Sparse }

/** Makes the forms of a measure over the surfaces as propagated. `sources` gives their number. */
export function compileMeasure(
  measure: Measure,
  surfaces: ReadonlyMap<string, Deviation>,
  sources: readonly Source[],
): CompiledMeasure {
  const builder = new FormBuilder(sources.length)
  const form = (reading: Reading): Sparse => formOf(reading, surfaces, builder)
  if (measure.kind === 'limits') {
    return {
      kind: 'limits',
      forms: measure.readings.map(form),
      lower: measure.lower,
      upper: measure.upper,
    }
  }
  const { bonus, diameter, factor, pairs } = measure
  return {
    kind: 'zone',
    pairs: pairs.map(([first, second]): [Sparse, Sparse] => [form(first), form(second)]),
    diameter,
    factor,
    bonus: bonus && {
      form: form(bonus.size),
      limit: bonus.limit,
      direction: bonus.direction,
      most: bonus.most,
    },
  }
}

/** Likely and worst answers of one measure, for its tightest reading, with the links that make it up. */
export function evaluate(compiled: CompiledMeasure, sources: readonly Source[]): Outcome {
  return compiled.kind === 'limits'
    ? evaluateLimits(compiled, sources)
    : evaluateZone(compiled, sources)
}

function evaluateLimits(
  compiled: CompiledMeasure & { kind: 'limits' },
  sources: readonly Source[],
): Outcome {
  const within = (range: readonly [number, number]): Verdict => {
    const [low, high] = range
    const middle = (compiled.upper + compiled.lower) / 2
    return {
      predicted: (high - low) / 2,
      offset: (high + low) / 2 - middle,
      allowed: (compiled.upper - compiled.lower) / 2,
      margin: Math.min(compiled.upper - high, low - compiled.lower),
    }
  }
  const likely = compiled.forms.map((form) => within(likelyRange(form, sources)))
  const worst = compiled.forms.map((form) => within(worstRange(form, sources)))
  const tight = tightest(likely)
  const form = compiled.forms[tight]
  const empty = within([0, 0])
  return {
    likely: likely[tight] ?? empty,
    worst: worst[tightest(worst)] ?? empty,
    links: form ? linkShares([form], sources, ([only]) => halfWidths(only, sources)) : [],
  }
}

function evaluateZone(
  compiled: CompiledMeasure & { kind: 'zone' },
  sources: readonly Source[],
): Outcome {
  const { bonus, diameter, factor } = compiled
  const verdict = (radius: number, gained: number): Verdict => ({
    predicted: factor * radius,
    offset: 0,
    allowed: diameter + gained,
    margin: diameter + gained - factor * radius,
  })
  const sure = bonus
    ? bonusAt(
        bonus,
        bonus.direction === 1
          ? likelyRange(bonus.form, sources)[0]
          : likelyRange(bonus.form, sources)[1],
      )
    : 0
  const largest = (radius: typeof likelyRadius): number[] => {
    let over = 0
    return compiled.pairs.map(([a, b]) => {
      const found = radius(a, b, sources, over)
      over = Math.max(over, found)
      return found
    })
  }
  const likely = largest(likelyRadius).map((radius) => verdict(radius, sure))
  const worst = largest(worstRadius).map((radius) => verdict(radius, 0))
  const tight = tightest(likely)
  const pair = compiled.pairs[tight]
  return {
    likely: likely[tight] ?? verdict(0, sure),
    worst: worst[tightest(worst)] ?? verdict(0, 0),
    links: pair
      ? linkShares(pair, sources, ([a, b]) => [
          factor * likelyRadius(a, b ?? EMPTY, sources),
          factor * worstRadius(a, b ?? EMPTY, sources),
        ])
      : [],
  }
}

/** Bonus at a given size deviation, mm, never negative and never over the most that the limits give. */
export function bonusAt(bonus: Omit<CompiledBonus, 'form'>, size: number): number {
  return Math.min(bonus.most, Math.max(0, bonus.direction * (size - bonus.limit)))
}

function tightest(verdicts: readonly Verdict[]): number {
  let best = 0
  verdicts.forEach((verdict, i) => {
    if (verdict.margin < (verdicts[best]?.margin ?? Infinity)) best = i
  })
  return best
}

function halfWidths(form: Sparse, sources: readonly Source[]): readonly [number, number] {
  const [low, high] = likelyRange(form, sources)
  const [least, most] = worstRange(form, sources)
  return [(high - low) / 2, (most - least) / 2]
}

function linkShares(
  forms: readonly Sparse[],
  sources: readonly Source[],
  size: (forms: readonly [Sparse, Sparse?]) => readonly [number, number],
): readonly LinkShare[] {
  interface Group {
    gear: string | undefined
    setup: number | undefined
    labels: string[]
    pairs: [number, number][][]
    variance: number
  }
  const figures = figuresOf(sources)
  const groups = new Map<string, Group>()
  forms.forEach((form, k) => {
    form.indices.forEach((index, i) => {
      const coefficient = form.coefficients[i] as number
      const source = sourceAt(sources, index)
      const group = groups.get(source.link) ?? {
        setup: source.setup,
        gear: source.gear,
        labels: [],
        pairs: forms.map(() => []),
        variance: 0,
      }
      groups.set(source.link, group)
      if (!group.labels.includes(source.label)) group.labels.push(source.label)
      group.pairs[k]?.push([index, coefficient])
      group.variance += (coefficient * (figures.sigma[index] as number)) ** 2
    })
  })
  const total = forms.reduce((sum, form) => sum + combineIndependent(form, sources).sigma ** 2, 0)
  return [...groups]
    .map(([link, group]) => {
      const [first = EMPTY, second] = group.pairs.map(sparseFrom)
      const [likely, worst] = size(second ? [first, second] : [first])
      return {
        link,
        setup: group.setup,
        gear: group.gear,
        labels: group.labels,
        share: total > 0 ? group.variance / total : 0,
        likely,
        worst,
      }
    })
    .filter((link) => link.worst > 0)
    .sort((a, b) => order(a) - order(b))
}

/** Stock first, then the gear, then the setups as they come. */
const order = (link: LinkShare): number => link.setup ?? (link.gear === undefined ? -2 : -1)

const EMPTY = sparseFrom([])
