import {
  type CompiledMeasure,
  figuresOf,
  FormBuilder,
  type NamedSource,
  ROUNDING,
  type Sparse,
} from '../variation'
import { type Observed } from './observed'
import { along as read, spreadOf } from './spread'

/** What is believed of the sources once something was measured. */
export interface Belief {
  /** The sources as they were, one for each measurement's own error, and what is known for certain. */
  readonly sources: readonly NamedSource[]
  /** Mean of a form over the sources, and its standard deviation, as believed. */
  readonly of: (form: Sparse) => { readonly mean: number; readonly sigma: number }
  /** Covariance of two forms, as believed. */
  readonly covariance: (a: Sparse, b: Sparse) => number
  /** How much of each observation's surprise goes into a form. */
  readonly weights: (form: Sparse) => Float64Array
  /** How much of a pattern over the observations goes into a form: for many forms of one pattern. */
  readonly partOf: (pattern: Float64Array) => (form: Sparse) => number
  /** A form over the sources as a form over those of the belief. */
  readonly believed: (form: Sparse) => Sparse
  /** By how much what was measured is off what was expected, squared and weighed: about as many as there are values. */
  readonly surprise: number
}

/**
 * Conditions the sources by what was measured. Gaussian conditioning (Rasmussen and Williams, "Gaussian
 * Processes for Machine Learning", 2006, appendix A.2; from memory) in the form of Matheron's rule: a source
 * drawn from the belief is one drawn as before plus K (y − C u − v). So every form over what is believed is a
 * form over the same sources, with their own distributions, and one more for each measurement.
 */
export function believe(sources: readonly NamedSource[], observed: readonly Observed[]): Belief {
  const { mean, sigma } = figuresOf(sources)
  const gain = gainOf(sources, observed)
  const known = sources.length + observed.length
  const all: readonly NamedSource[] =
    observed.length === 0 ? sources : [...sources, ...observed.map(errorOf), CERTAIN]
  let builder: FormBuilder | undefined
  const believed = (form: Sparse): Sparse => {
    if (observed.length === 0) return form
    const weights = gain.weights(form)
    builder ??= new FormBuilder(all.length)
    const made = builder
    made.addForm(form, 1)
    let certain = 0
    observed.forEach((one, j) => {
      const weight = weights[j] as number
      if (Math.abs(weight) < 1e-14) return
      made.addForm(one.form, -weight)
      made.add(sources.length + j, -weight)
      certain += weight * one.value
    })
    if (certain !== 0) made.add(known, certain)
    return made.take(ROUNDING)
  }
  const covariance = (a: Sparse, b: Sparse): number => {
    let sum = product(a, b, sigma)
    const [left, right] = [gain.along(a), gain.weights(b)]
    for (let j = 0; j < observed.length; j++) sum -= (left[j] as number) * (right[j] as number)
    return sum
  }
  return {
    sources: all,
    believed,
    covariance,
    weights: gain.weights,
    partOf: (pattern) => readerOf(spreadOver(gain.answer(pattern), observed, sigma)),
    of: (form) => {
      let middle = 0
      form.indices.forEach(
        (index, i) => (middle += (form.coefficients[i] as number) * (mean[index] as number)),
      )
      const weights = gain.weights(form)
      gain.off.forEach((off, j) => (middle += (weights[j] as number) * off))
      return { mean: middle, sigma: Math.sqrt(Math.max(0, covariance(form, form))) }
    },
    surprise: gain.surprise,
  }
}

/** Σ Cᵀ v over the sources: each form only reads it. */
function spreadOver(
  values: Float64Array,
  observed: readonly Observed[],
  sigma: Float64Array,
): Float64Array {
  const dense = new Float64Array(sigma.length)
  observed.forEach(({ form }, o) =>
    form.indices.forEach((index, i) => {
      const part = (form.coefficients[i] as number) * (values[o] as number)
      dense[index] = (dense[index] as number) + part * (sigma[index] as number) ** 2
    }),
  )
  return dense
}

const readerOf =
  (dense: Float64Array) =>
  (form: Sparse): number =>
    read(form, dense)

const believedMeasures = new WeakMap<Belief, WeakMap<CompiledMeasure, CompiledMeasure>>()

/** A measure over what is believed, made once. */
export function believedMeasure(measure: CompiledMeasure, belief: Belief): CompiledMeasure {
  const all = believedMeasures.get(belief) ?? new WeakMap<CompiledMeasure, CompiledMeasure>()
  believedMeasures.set(belief, all)
  const known = all.get(measure)
  const made = known ?? { ...measure, forms: measure.forms.map(belief.believed) }
  all.set(measure, made)
  return made
}

const CERTAIN: NamedSource = {
  key: 'measured',
  cause: 'as measured',
  link: 'measured',
  distribution: 'normal',
  offset: 1,
  plusMinus: 0,
}

/** The error of a measurement as a source of its own. */
const errorOf = ({ called, sigma }: Observed, place: number): NamedSource => ({
  key: `measured ${place}`,
  cause: `measured: ${called}`,
  link: 'measured',
  gear: 'measurement',
  distribution: 'normal',
  offset: 0,
  plusMinus: 3 * sigma,
  remedy: 'Measure with a better instrument, or again: the mean of several is surer.',
  lights: [],
})

interface Gain {
  /** Covariance of a form with every observation. */
  along(form: Sparse): Float64Array
  /** How much of each observation's surprise a form takes. */
  weights(form: Sparse): Float64Array
  /** S⁻¹ of a pattern over the observations. */
  answer(pattern: Float64Array): Float64Array
  /** What was measured less what was expected. */
  readonly off: Float64Array
  readonly surprise: number
}

function gainOf(sources: readonly NamedSource[], observed: readonly Observed[]): Gain {
  const { mean, sigma } = figuresOf(sources)
  const m = observed.length
  const off = Float64Array.from(observed, ({ form, value }) => {
    let expected = 0
    form.indices.forEach(
      (index, i) => (expected += (form.coefficients[i] as number) * (mean[index] as number)),
    )
    return value - expected
  })
  const dense = new Float64Array(sources.length)
  const along = (form: Sparse): Float64Array => {
    form.indices.forEach(
      (index, i) =>
        (dense[index] = (form.coefficients[i] as number) * (sigma[index] as number) ** 2),
    )
    const found = Float64Array.from(observed, (one) => read(one.form, dense))
    for (const index of form.indices) dense[index] = 0
    return found
  }
  if (m === 0) return { along, weights: () => off, answer: () => off, off, surprise: 0 }
  const { solve } = spreadOf(sources, observed)
  const answer = solve(off)
  return {
    along,
    weights: (form) => solve(along(form)),
    answer: solve,
    off,
    surprise: off.reduce((sum, v, j) => sum + v * (answer[j] as number), 0),
  }
}

/** Covariance of two forms over independent sources; indices rise in both. */
function product(a: Sparse, b: Sparse, sigma: Float64Array): number {
  let [i, j, sum] = [0, 0, 0]
  while (i < a.indices.length && j < b.indices.length) {
    const [p, q] = [a.indices[i] as number, b.indices[j] as number]
    if (p === q) {
      sum +=
        (a.coefficients[i] as number) * (b.coefficients[j] as number) * (sigma[p] as number) ** 2
      i++
      j++
    } else if (p < q) i++
    else j++
  }
  return sum
}
